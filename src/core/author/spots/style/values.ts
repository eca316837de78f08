import { colorsNamed, formatRgb, parse as parseColor } from 'culori';
import { tokenize, tokenTypes } from '../../../text/css-tree.ts';
import type { Range } from '../../../text/edits.ts';

const t = tokenTypes;

/** A part of a CSS value that could be changed separately. */
export interface ValuePart extends Range {
  readonly type: 'color' | 'length' | 'time' | 'url' | 'percentage';
  readonly text: string;
  /** Of an address: the address. */
  readonly address?: string;
  /** Names of the functions around it. */
  readonly functions: readonly string[];
}

const colorFunctions = /^(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)$/i;
const lengthUnits = /(?:px|r?em|ch|pt|vw|vh)$/i;

/**
 * The colours, lengths, times and addresses in a value, with where each stands. What stands in
 * `var()` is not the value's own.
 *
 * @param offset where the value begins in its source
 * @param hasFallbacks true for colours that stand in `var()` as well, in case nobody sets it
 */
export function valueParts(value: string, offset: number, hasFallbacks = false): ValuePart[] {
  const parts: ValuePart[] = [];
  const open: { name: string; start: number }[] = [];
  const add = (type: ValuePart['type'], start: number, end: number, address?: string) => {
    const functions = open.map(({ name }) => name);
    if (functions.includes('var') && !(hasFallbacks && type === 'color')) return;
    const text = value.slice(start, end);
    const about = address === undefined ? {} : { address };
    parts.push({ type, text, start: offset + start, end: offset + end, functions, ...about });
  };
  const isInColor = () => open.some(({ name }) => colorFunctions.test(name));
  tokenize(value, (type, start, end) => {
    const text = value.slice(start, end);
    if (type === t.Function) open.push({ name: text.slice(0, -1).toLowerCase(), start });
    else if (type === t.LeftParenthesis) open.push({ name: '', start });
    else if (type === t.RightParenthesis) {
      const closed = open.pop();
      if (!closed) return;
      const whole = value.slice(closed.start, end);
      if (colorFunctions.test(closed.name) && isColor(whole)) add('color', closed.start, end);
      const [, , address] = /^url\(\s*(["'])((?:(?!\1)[^\\])*)\1\s*\)$/i.exec(whole) ?? [];
      if (address !== undefined) add('url', closed.start, end, address);
    } else if (isInColor()) return;
    else if (type === t.Url) {
      const [, address] = /^url\(\s*([^\s"'\\)]*)\s*\)$/i.exec(text) ?? [];
      if (address !== undefined) add('url', start, end, address);
    } else if (type === t.Hash && isColor(text)) add('color', start, end);
    else if (type === t.Ident && Object.hasOwn(colorsNamed, text.toLowerCase())) {
      add('color', start, end);
    } else if (type === t.Percentage) add('percentage', start, end);
    else if (type === t.Dimension && /\dm?s$/i.test(text)) add('time', start, end);
    else if (type === t.Dimension && lengthUnits.test(text)) add('length', start, end);
  });
  return parts;
}

/** True for a colour that can be seen. */
export function isColor(text: string): boolean {
  const color = parseColor(text);
  return color !== undefined && color.alpha !== 0;
}

/** A colour in one notation, however it is written. */
export function colorKey(text: string): string {
  const color = parseColor(text);
  return color ? (formatRgb(color) ?? text) : text;
}

/** True for pure white and pure black, which often are no choice of colour. */
export function isPlainColor(text: string): boolean {
  return /^rgb\((?:0, 0, 0|255, 255, 255)\)$/.test(colorKey(text));
}
