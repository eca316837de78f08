import { tokenize, tokenTypes } from '../../text/css-tree.ts';
import type { Range } from '../../text/edits.ts';

const t = tokenTypes;

/** Functions that are one value with all in them (CSS Color 4, CSS Shapes 1, CSS Values 4). */
const single =
  /^(?:rgba?|hsla?|hwb|lab|lch|oklab|oklch|color|color-mix|polygon|circle|ellipse|inset|rect|xywh|path|url|var|calc|min|max|clamp|cubic-bezier|steps)$/i;

/**
 * The part of a CSS value that a stretch means: a colour, a number with its unit, a word, a string, a
 * function that is one value. A stretch that is marked by hand stays, less half of a token.
 *
 * @param whole the value of a declaration
 * @returns undefined where the stretch lies outside of it
 */
export function valueTokenAt(source: string, whole: Range, range: Range): Range | undefined {
  if (range.start < whole.start || range.end > whole.end) return undefined;
  const tokens = tokensIn(source, whole);
  const touched = tokens.filter(
    ({ start, end }) =>
      (start < range.end && end > range.start) ||
      (range.start === range.end && start <= range.start && range.start <= end),
  );
  const [first] = touched;
  const last = touched.at(-1);
  if (!first || !last) return undefined;
  if (range.start === range.end) return touched.length > 1 ? last : first;
  const isString = first === last && /^["']/.test(source.slice(first.start, first.end));
  // Part of a string can be a text of its own, next to the rest.
  if (isString && range.start > first.start && range.end < first.end) return range;
  const span = { start: first.start, end: last.end };
  if (isBalanced(source.slice(span.start, span.end))) return span;
  const marked = source.slice(range.start, range.end);
  return isBalanced(marked) && marked.trim() === marked ? range : whole;
}

/** True for what closes all the brackets that it opens. */
function isBalanced(text: string): boolean {
  const count = (sign: RegExp) => text.match(sign)?.length ?? 0;
  return count(/\(/g) === count(/\)/g);
}

/** The smallest parts of a value that are values, from left to right. */
function tokensIn(source: string, { start: offset, end }: Range): Range[] {
  const value = source.slice(offset, end);
  const found: Range[] = [];
  const open: { readonly start: number; readonly isSingle: boolean }[] = [];
  tokenize(value, (type, start, tokenEnd) => {
    const isInSingle = open.some(({ isSingle }) => isSingle);
    if (type === t.Function || type === t.LeftParenthesis) {
      const name = value.slice(start, tokenEnd - 1);
      open.push({ start, isSingle: type === t.Function && single.test(name) });
    } else if (type === t.RightParenthesis) {
      const closed = open.pop();
      const isOuter = closed?.isSingle && !open.some(({ isSingle }) => isSingle);
      if (closed && isOuter) found.push({ start: offset + closed.start, end: offset + tokenEnd });
    } else if (!isInSingle && valued.has(type)) {
      found.push({ start: offset + start, end: offset + tokenEnd });
    }
  });
  return found;
}

const valued = new Set<number>([
  t.Ident,
  t.Hash,
  t.String,
  t.Url,
  t.Number,
  t.Percentage,
  t.Dimension,
]);
