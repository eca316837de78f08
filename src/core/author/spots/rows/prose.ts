import { classesIn, isKeptWhole } from '../markup/rich-texts.ts';
import { childrenOf, type TreeElement } from '../tree.ts';

const proseNames = new Set(['p', 'ul', 'ol', 'blockquote', 'pre']);

/** True for a paragraph, list or the like of plain words, which can be part of a longer text. */
export function isProse(element: TreeElement, source: string): boolean {
  if (!proseNames.has(element.name) || element.attributes.size > 0 || !element.endTag) return false;
  if (isMenu(element)) return false;
  return isKeptWhole(source.slice(element.start, element.end), classesIn(element));
}

/** True for a list of links, which is no text. */
function isMenu(element: TreeElement): boolean {
  const items = childrenOf(element).filter(({ name }) => name === 'li');
  const worded = items.filter(({ children }) => children.some((one) => one.node === 'text'));
  return items.length > 0 && worded.length * 2 <= items.length;
}

/**
 * True where stretches of prose differ so that they are to be edited as one text: several
 * paragraphs, or paragraphs here and a list there.
 */
export function isOneText(stretches: readonly (readonly TreeElement[])[]): boolean {
  const names = stretches.map((stretch) => stretch.map(({ name }) => name).join(' '));
  const hasParagraph = stretches.some((stretch) => stretch.some(({ name }) => name === 'p'));
  if (!hasParagraph) return false;
  return stretches.some((stretch) => stretch.length > 1) || new Set(names).size > 1;
}
