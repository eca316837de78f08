import { parseFragment, serialize } from 'parse5';
import { cleanHtml } from '#clean-html';
import { type Atom, replaced } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import {
  isBoundText,
  isInline,
  type TreeElement,
  type TreeNode,
  type TreeText,
  within,
} from '../tree.ts';
import { hole, type MarkupDetector } from './detector.ts';

/** Text with emphasis, links or line breaks in it: all of the element's content. */
export const richTexts: MarkupDetector = (element, look) => {
  const { tree, isWritten, isInScript, isLaidOut } = look;
  if (!isRichLine(tree.source, element)) return [];
  const inside = [...within(element)];
  if (inside.some(isWritten)) return [];
  // What the script looks for must not be lost by editing, and no part of a layout.
  const isOwn = inside.some(
    (one) => one !== element && (one.classes.some(isInScript) || isLaidOut(one)),
  );
  return isOwn ? [] : [richTextOf(tree.source, element)];
};

/** The atom of an element whose content is a rich text. */
export function richTextOf(source: string, element: TreeElement): Atom {
  const range = coreOf(source, element.inner);
  const classes = classesIn(element);
  return {
    kind: 'richtext',
    value: source.slice(range.start, range.end),
    element,
    slot: 'content',
    ...(classes.length > 0 ? { declares: { classes } } : {}),
    marks: [replaced('template', 'text', range, hole())],
    names: elementNames(element),
    section: 'Content',
    weight: 0.85,
    why: 'text with markup in it',
  };
}

/** The class names of what an element holds. */
export function classesIn(element: TreeElement): string[] {
  const inside = [...within(element)].filter((one) => one !== element);
  return [...new Set(inside.flatMap(({ classes }) => classes))];
}

/** A stretch without the blanks at its ends. */
export function coreOf(source: string, { start, end }: { start: number; end: number }) {
  const text = source.slice(start, end);
  const before = text.length - text.trimStart().length;
  return { start: start + before, end: Math.max(start + before, start + text.trimEnd().length) };
}

/** True where words and inline markup mix, and nothing is lost when it is edited as rich text. */
function isRichLine(source: string, element: TreeElement): boolean {
  const texts = element.children.filter((one): one is TreeText => one.node === 'text');
  const others = element.children.filter((one) => one.node === 'element');
  if (!element.isHtml || element.name === 'a' || noRichText.has(element.name)) return false;
  if (
    texts.length === 0 ||
    others.length === 0 ||
    !/\p{L}/u.test(texts.map((one) => one.text).join(''))
  )
    return false;
  // Labels and what they are of are several things; a sentence is one.
  const values = others.filter(holdsValue);
  const words = wordsIn(texts.map((one) => one.text).join(' '));
  if (words < 3 * values.length || values.some(isLine)) return false;
  for (const one of within(element)) {
    if (one !== element && (!isInline(one) || one.attributes.has('id') || isMute(one)))
      return false;
  }
  return isKeptWhole(source.slice(element.inner.start, element.inner.end), classesIn(element));
}

/** True for an icon, or another part without words. */
function isMute({ name, children }: TreeElement): boolean {
  return children.length === 0 && !/^(?:br|wbr|img)$/.test(name);
}

/** True for a time that machines read as well, and for an address to write to. */
function holdsValue({ attributes }: TreeElement): boolean {
  const href = attributes.get('href')?.text ?? '';
  return attributes.has('datetime') || /^(?:tel|mailto|sms):/.test(href);
}

/** True for what has a line of its own between line breaks. */
function isLine(element: TreeElement): boolean {
  const beside = element.parent?.children ?? [];
  const at = beside.indexOf(element);
  const breaks = (node: TreeNode | undefined) => node?.node === 'element' && node.name === 'br';
  return breaks(beside[at - 1]) || breaks(beside[at + 1]);
}

function wordsIn(text: string): number {
  return text.match(/\p{L}{2,}/gu)?.length ?? 0;
}

const noRichText = new Set([
  '',
  'button',
  'label',
  'option',
  'select',
  'summary',
  'textarea',
  'pre',
]);

/** A new tab is never given this window, whether that is said or not. */
function withoutRel(html: string): string {
  return html.replace(/ rel="noopener"/g, '');
}

/** True where cleaning leaves the markup as it is, so that a rich text can hold it. */
export function isKeptWhole(markup: string, classes: readonly string[] = []): boolean {
  if (isBoundText(markup)) return false;
  const core = markup.trim();
  const cleaned = serialize(parseFragment(cleanHtml(core, classes)));
  return withoutRel(cleaned) === withoutRel(serialize(parseFragment(core)));
}
