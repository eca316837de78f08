import { voidElements } from '../../../compile/template/markup.ts';
import type { MarkupElement, MarkupSource } from '../../sources/markup-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { lateEnds } from './late-ends.ts';

/** Elements whose end tag may be left out (HTML Standard, 13.1.2.4), or that have none. */
const needsNoEnd = new Set([
  'html',
  'head',
  'body',
  'li',
  'dt',
  'dd',
  'p',
  'rt',
  'rp',
  'optgroup',
  'option',
  'colgroup',
  'caption',
  'thead',
  'tbody',
  'tfoot',
  'tr',
  'td',
  'th',
  ...voidElements,
  'param',
  'keygen',
  'basefont',
  'bgsound',
  'frame',
  'image',
]);

/** How many are reported: past that, markup is no markup, and looking for ends takes long. */
const most = 20;

/** Elements that are opened and never closed, and where they were probably meant to end. */
export const unclosed: Check = ({ markup }) => {
  const copied = new Set(markup.copies.filter(({ endTag }) => endTag).map(({ start }) => start));
  const ended = new Set(lateEnds(markup).values());
  const isSlashed = ({ startTag }: MarkupElement) => markup.text[startTag.end - 2] === '/';
  const open = markup.elements.filter((element) => {
    const { name, isHtml, endTag } = element;
    if (endTag || copied.has(element.start) || ended.has(element)) return false;
    return isHtml ? !needsNoEnd.has(name) : !isSlashed(element);
  });
  // `<b>…<b>` for `<b>…</b>`: both are open then, and one fix closes them.
  const slashless = new Map(
    open
      .slice(0, most)
      .flatMap((one) => secondOf(markup, one, open).map((two) => [two, one] as const)),
  );
  const firsts = new Set(slashless.values());
  return open.slice(0, most).flatMap((element): Flaw[] => {
    const { name, startTag } = element;
    if (slashless.has(element)) {
      const at = element.start + 1;
      const edit = { start: at, end: at, text: '/' };
      return [flaw(markup, element.start, 'markup/lost-slash', { name }, [edit])];
    }
    if (firsts.has(element)) return [];
    if (isSlashed(element)) {
      // HTML Standard, 13.1.2.1: on an HTML element the slash has no effect.
      const edit = { start: startTag.end - 2, end: startTag.end, text: `></${name}>` };
      return [flaw(markup, element.start, 'markup/self-closed', { name }, [edit])];
    }
    const { culprit, where } = whereItEnds(markup, element);
    const at = culprit === element ? endOf(markup, element) : undefined;
    const edits = at === undefined ? [] : [{ start: at, end: at, text: `</${name}>` }];
    return [flaw(markup, culprit.start, 'markup/unclosed', { name, where }, edits)];
  });
};

/**
 * Where an open element has to end: after the last words before the first end tag of one that it stands in. Undefined
 * where another of its name stands before that, which may be the one that lost its end.
 */
function endOf({ elements, text }: MarkupSource, { name, start, startTag }: MarkupElement) {
  const ends = elements.flatMap(({ start: begun, endTag }) =>
    endTag && begun < start && endTag.start >= startTag.end ? [endTag.start] : [],
  );
  const end = Math.min(...ends);
  const isAlone = !elements.some(
    (one) => one.name === name && one.start > start && one.start < end,
  );
  return Number.isFinite(end) && isAlone ? text.slice(0, end).trimEnd().length : undefined;
}

/**
 * The bare start tag on the line of an open element that was to be its end tag. A heading is ended
 * by the next; anything else then stands in it.
 */
function secondOf(
  { text }: MarkupSource,
  first: MarkupElement,
  open: readonly MarkupElement[],
): MarkupElement[] {
  const second = open[open.indexOf(first) + 1];
  if (second?.name !== first.name || second.node.attrs.length > 0) return [];
  const isNext = second.parent === first || second.start === first.end;
  return isNext && !text.slice(first.start, second.start).includes('\n') ? [second] : [];
}

/**
 * A parser gives an end tag to the innermost open element of its name, so the one that lost its
 * own may be further in: where an end tag stands under the start tag of another, that one is it.
 */
function whereItEnds(markup: MarkupSource, element: MarkupElement) {
  let culprit = element;
  for (;;) {
    const within = markup.elements.find(
      (one) =>
        one.name === culprit.name &&
        one.start > culprit.start &&
        one.start < culprit.end &&
        one.endTag !== undefined &&
        indentAt(markup, one.endTag.start) === indentAt(markup, culprit.start) &&
        indentAt(markup, one.start) !== indentAt(markup, one.endTag.start),
    );
    if (!within) break;
    culprit = within;
  }
  return { culprit, where: probableEnd(markup, culprit) };
}

/** Where an element was probably to end: before the next line that is indented no further. */
function probableEnd({ text, lines }: MarkupSource, { start, startTag }: MarkupElement): string {
  const lineStart = text.lastIndexOf('\n', start - 1) + 1;
  const before = text.slice(lineStart, start);
  if (before.trim() !== '') return 'on the same line';
  for (const { index, 0: blank } of text.slice(startTag.end).matchAll(/\n[\t ]*(?=\S)/g)) {
    if (blank.length - 1 > before.length) continue;
    const { line } = lines.placeAt(startTag.end + index + 1);
    return line === lines.placeAt(start).line + 1 ? 'on the same line' : `before line ${line}`;
  }
  return 'at the very end';
}

/** How far the first thing on a line is indented; undefined for what is not the first. */
function indentAt({ text }: MarkupSource, offset: number): number | undefined {
  const before = text.slice(text.lastIndexOf('\n', offset - 1) + 1, offset);
  return before.trim() === '' ? before.length : undefined;
}
