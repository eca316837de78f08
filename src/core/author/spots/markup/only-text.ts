import { isBoundText, isInline, type TreeElement, type TreeText } from '../tree.ts';
import { isContent } from './is-content.ts';

/**
 * The one text in a line that says something, however it is wrapped, and whatever signs and icons
 * stand beside it.
 */
export function onlyText(element: TreeElement): TreeText | undefined {
  const texts: TreeText[] = [];
  const waiting = [element];
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    for (const child of one.children) {
      if (child.node === 'text') texts.push(child);
      else if (!child.isHtml) continue;
      else if (isInline(child) || element.children.length === 1) waiting.push(child);
      else return undefined;
    }
  }
  const [only, ...more] = texts.filter(({ text }) => isContent(text));
  return only && more.length === 0 && !isBoundText(only.text) ? only : undefined;
}
