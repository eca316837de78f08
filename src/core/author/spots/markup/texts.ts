import { type Atom, replaced } from '../atom.ts';
import { cellNames } from '../names/cell-names.ts';
import { elementNames } from '../names/element-names.ts';
import { isBoundText, isInline, type TreeElement, type TreeNode, type TreeText } from '../tree.ts';
import { hole, type MarkupDetector } from './detector.ts';
import { isContent } from './is-content.ts';

/** Words between tags. */
export const texts: MarkupDetector = (element, { tree, isWritten, isInScript }) => {
  const own = element.children.filter((one): one is TreeText => one.node === 'text');
  if (own.length === 0 || element.name === 'textarea') return [];
  // What the script writes as well it says again, after it has said something else.
  const isSaid = ({ text }: TreeText) => /\p{L}{2}/u.test(text) && isInScript(text);
  if (isWritten(element) && !own.every(isSaid)) return [];
  const lines = linesIn(element.children);
  const inLines = new Set(lines.flat());
  const address = lines.flatMap((some) => linesAtom(element, some, tree.source) ?? []);
  const single = own.flatMap((text, index): Atom[] => {
    if (inLines.has(text) && address.length > 0) return [];
    if (!isContent(text.text) || isBoundText(text.text)) return [];
    const isAlone = element.children.length === 1;
    const isFragment = isAlone
      ? isWordInSentence(element)
      : isPartOfSentence(element.children, text);
    const written = tree.source.slice(text.core.start, text.core.end);
    const isLines = element.name === 'pre' && written.includes('\n');
    return [
      {
        kind: isLines ? 'multiline' : 'text',
        value: isLines ? written : text.text,
        element,
        slot: isAlone ? 'content' : `text:${index}`,
        marks: [replaced('template', 'text', text.core, hole())],
        names:
          isAlone || index === 0 || /^h[1-6]$/.test(element.name)
            ? textNames(element, text.text)
            : [],
        section: 'Content',
        weight: isFragment ? fragmentWeight(element, index === 0) : 0.9,
        why: isFragment ? 'part of a sentence with markup between' : whatItIs(element),
        same: `text ${text.text}`,
      },
    ];
  });
  return [...address, ...single];
};

/** Texts with nothing but line breaks between them, such as the lines of an address. */
function linesIn(nodes: readonly TreeNode[]): TreeText[][] {
  const found: TreeText[][] = [];
  let now: TreeText[] = [];
  let isBroken = true;
  const close = () => {
    if (now.length > 1) found.push(now);
    now = [];
    isBroken = true;
  };
  for (const node of nodes) {
    if (node.node === 'element' && node.name === 'br') isBroken = true;
    else if (node.node === 'text' && isBroken) {
      now.push(node);
      isBroken = false;
    } else {
      // What shares its line with markup is part of a sentence.
      if (node.node === 'element' && !isBroken) now.pop();
      close();
      isBroken = node.node === 'element' && !isInline(node);
    }
  }
  close();
  return found;
}

/** Lines that belong together as one text. */
function linesAtom(
  element: TreeElement,
  lines: readonly TreeText[],
  source: string,
): Atom | undefined {
  const [first, last] = [lines[0], lines.at(-1)];
  if (!first || !last || lines.some(({ text }) => isBoundText(text))) return undefined;
  const range = { start: first.core.start, end: last.core.end };
  return {
    kind: 'richtext',
    value: source.slice(range.start, range.end),
    element,
    slot: `lines:${range.start}`,
    marks: [replaced('template', 'text', range, hole())],
    names: textNames(element, first.text),
    section: 'Content',
    weight: 0.9,
    why: 'lines of text',
  };
}

/** True where a line has several stretches of text with inline markup between them. */
function isPartOfSentence(nodes: readonly TreeNode[], text: TreeText): boolean {
  let texts = 0;
  let isThere = false;
  for (const node of nodes) {
    const breaks = node.node === 'element' && (node.name === 'br' || !isInline(node));
    if (breaks && isThere) break;
    if (breaks) texts = 0;
    else if (node.node === 'text' && /[\p{L}\d]/u.test(node.text)) texts += 1;
    if (node === text) isThere = true;
  }
  return texts > 1;
}

/** A heading or a label has to be said otherwise, though in parts; in a longer text parts are of little use. */
function fragmentWeight({ name, parent }: TreeElement, isFirst: boolean): number {
  if (name === 'label' && isFirst) return 0.65;
  return /^h[1-6]$/.test(name) || /^h[1-6]$/.test(parent?.name ?? '') ? 0.65 : 0.4;
}

function textNames(element: TreeElement, text: string): string[] {
  const names = elementNames(element);
  if (/^t[dh]$/.test(element.name)) return [...cellNames(element), ...names];
  if (/^(?:summary|dt)$/.test(element.name) && text.endsWith('?')) return ['question', ...names];
  if (element.name === 'video' || element.name === 'audio') {
    return names.map((name) => `${name} fallback`);
  }
  if (/^\p{Sc}\s?[\d.,]+$/u.test(text)) {
    return [
      ...names.slice(0, -1),
      element.name === 'del' ? 'old price' : 'price',
      ...names.slice(-1),
    ];
  }
  if (/^(?:b|em|i|strong|span)$/.test(element.name) && /^[\d.,]+\s*%$/.test(text)) {
    return [...names.slice(0, -1), 'share', ...names.slice(-1)];
  }
  if (element.name === 'label' && text.length <= 24) return [`${text} label`, ...names];
  return names;
}

/** True for marked words within a sentence around them. */
function isWordInSentence({ name, parent }: TreeElement): boolean {
  return (
    name === 'span' &&
    (parent?.children.filter((one) => one.node === 'text' && /[\p{L}\d]/u.test(one.text)).length ??
      0) > 1
  );
}

function whatItIs({ name }: TreeElement): string {
  return nouns[name] ?? 'text';
}

const nouns: Readonly<Record<string, string>> = {
  h1: 'a heading',
  h2: 'a heading',
  h3: 'a heading',
  h4: 'a heading',
  h5: 'a heading',
  h6: 'a heading',
  button: 'the text of a button',
  label: 'a label',
  summary: 'a heading',
  figcaption: 'a caption',
  caption: 'a caption',
  time: 'a time',
  th: 'a heading of a table',
  legend: 'a heading of a form',
  cite: 'a source',
  text: 'text in a drawing',
};
