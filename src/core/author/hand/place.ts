import { parseSources } from '../../compile/parse-sources.ts';
import type { Mould } from '../../model/mould.ts';
import { fileOf, type SourcePart, sourceParts } from '../../model/source-parts.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import type { Range } from '../../text/edits.ts';
import { escapeRegExp } from '../../text/escape-reg-exp.ts';
import { indexLines } from '../../text/line-index.ts';
import { readMarkupSource } from '../sources/markup-source.ts';
import { isSelector, matcherOf } from '../sources/select.ts';
import type { Reading } from './stand.ts';

/** A stretch of a source, empty for all that stands there. */
export interface Place extends Range {
  readonly in: SourcePart;
}

const files = sourceParts.map((part) => fileOf[part].replace('.', '\\.')).join('|');
const byPosition = new RegExp(`^(${files}):(\\d+):(\\d+)(?:-(?:(\\d+):)?(\\d+))?$`);
const byText = new RegExp(`^(?:(${files}):)?(["'])(.+)\\2(?:#(\\d+))?$`, 's');

/**
 * Reads a place as people write it: `style.css:12:8` (line and column, from 1), with a stretch
 * `style.css:12:8-14`; a text in quotes, `"Sunday service"`, with `#2` for the second; elements by
 * selector, `.card h3`; an attribute, `a.more@href`; a value of a rule, `.card{gap}`, under a
 * condition `@media (max-width: 600px) .card{gap}`.
 *
 * @throws Refusal for what is no place, stands nowhere, or stands in several places
 */
export function readPlace(mould: Mould, reading: Reading, written: string): Place {
  const [place, ...others] = readPlaces(mould, reading, written);
  if (!place) throw new Refusal(finding('hand/no-place', { place: written }));
  if (others.length === 0) return place;
  const all = [place, ...others].map((one) => positionOf(mould, one));
  throw new Refusal(finding('hand/several-places', { place: written, places: all.slice(0, 6) }));
}

/** The same, for what may mean several places. */
export function readPlaces(mould: Mould, reading: Reading, written: string): readonly Place[] {
  const position = byPosition.exec(written);
  if (position) return [atPosition(mould, written, position)];
  const text = byText.exec(written);
  if (text) return textsIn(mould, text);
  const [, selector = '', name] = /^([^{]*[^{\s])\s*\{\s*([\w-]+)\s*\}$/s.exec(written) ?? [];
  if (name) {
    const inRules = valuesOf(reading, selector, name);
    return inRules.length > 0 ? inRules : inlineValuesOf(mould, reading, selector, name);
  }
  return elementsBy(mould, reading, written);
}

/** A place as people write it: its file, line and column. */
export function positionOf(mould: Mould, { in: part, start, end }: Place): string {
  const lines = indexLines(fileOf[part], mould[part]);
  const { file, line, column } = lines.placeAt(start);
  const last = lines.placeAt(end);
  if (end === start) return `${file}:${line}:${column}`;
  return `${file}:${line}:${column}-${last.line === line ? '' : `${last.line}:`}${last.column}`;
}

function atPosition(mould: Mould, written: string, found: RegExpExecArray): Place {
  const [, file = '', line = '', column = '', lastLine, lastColumn] = found;
  const part = sourceParts.find((one) => fileOf[one] === file) as SourcePart;
  const start = offsetAt(mould[part], Number(line), Number(column));
  const end =
    lastColumn === undefined
      ? start
      : offsetAt(mould[part], Number(lastLine ?? line), Number(lastColumn));
  if (start === undefined || end === undefined || end < start)
    throw new Refusal(finding('hand/no-place', { place: written }));
  return { in: part, start, end };
}

function offsetAt(text: string, line: number, column: number): number | undefined {
  const lines = text.match(/[^\r\n]*(?:\r\n|\n|\r|$)/g) ?? [];
  const own = lines[line - 1];
  if (own === undefined || column < 1 || column > own.replace(/[\r\n]+$/, '').length + 1)
    return undefined;
  return lines.slice(0, line - 1).reduce((sum, one) => sum + one.length, 0) + column - 1;
}

function textsIn(mould: Mould, [, file, , text = '', nth]: RegExpExecArray): Place[] {
  const parts = sourceParts.filter((part) => file === undefined || fileOf[part] === file);
  const all = parts.flatMap((part) => {
    const found: Place[] = [];
    for (let at = mould[part].indexOf(text); at >= 0; at = mould[part].indexOf(text, at + 1))
      found.push({ in: part, start: at, end: at + text.length });
    return found;
  });
  return nth === undefined ? all : all.slice(Number(nth) - 1, Number(nth));
}

/**
 * The values of a property in the rules that are written with a selector, and with the conditions
 * around them: `@media (max-width: 600px) .card`.
 */
function valuesOf({ style }: Reading, selector: string, property: string): Place[] {
  const plain = (text: string) => text.replace(/\s+/g, '');
  const wanted = plain(selector);
  return style.declarations.flatMap((one): Place[] => {
    const { rule } = one;
    const around = rule?.conditions.map((condition) => `@${condition}`).join('') ?? '';
    if (one.property !== property || !rule) return [];
    if (plain(around + rule.written.join(',')) !== wanted) return [];
    const blank = /^\s*/.exec(style.text.slice(one.valueOffset))?.[0].length ?? 0;
    const start = one.valueOffset + blank;
    return [{ in: 'style', start, end: start + one.value.length }];
  });
}

/** The same in the inline style of elements that a selector matches. */
function inlineValuesOf(
  mould: Mould,
  reading: Reading,
  selector: string,
  property: string,
): Place[] {
  if (!isSelector(selector)) return [];
  return elementsBy(mould, reading, `${selector}@style`).flatMap((place): Place[] => {
    const style = mould.template.slice(place.start, place.end);
    const found = new RegExp(`(?<![\\w-])${escapeRegExp(property)}\\s*:\\s*([^;]*[^;\\s])`).exec(
      style,
    );
    if (!found) return [];
    const end = place.start + found.index + found[0].length;
    return [{ in: 'template', start: end - (found[1]?.length ?? 0), end }];
  });
}

function elementsBy(mould: Mould, { tree }: Reading, written: string): Place[] {
  const [, selector = written, attribute] = /^(.*[^@\s])@([\w:-]+)$/s.exec(written) ?? [];
  if (!isSelector(selector)) throw new Refusal(finding('hand/bad-place', { place: written }));
  const isMatch = matcherOf(selector);
  const { elements } = readMarkupSource(mould.template, parseSources(mould).template);
  const starts = new Set(elements.filter(({ node }) => isMatch(node)).map(({ start }) => start));
  return tree.elements.flatMap((element): Place[] => {
    if (!starts.has(element.start)) return [];
    if (attribute === undefined) return [{ in: 'template', ...rangeOf(element) }];
    const found = element.attributes.get(attribute);
    if (!found) return [];
    // One without a value is its name.
    return [
      { in: 'template', ...rangeOf(found.value.end > found.value.start ? found.value : found) },
    ];
  });
}

function rangeOf({ start, end }: Range): Range {
  return { start, end };
}
