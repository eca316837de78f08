import { isBoundText, type TreeElement, type TreeText } from '../tree.ts';
import { isContent } from './is-content.ts';

/** The one text of an element that holds nothing else, though it may be wrapped. */
export function onlyText(element: TreeElement): TreeText | undefined {
  const only = element.children[0];
  if (!only || element.children.length > 1) return undefined;
  if (only.node === 'text') {
    return isContent(only.text) && !isBoundText(only.text) ? only : undefined;
  }
  return only.isHtml ? onlyText(only) : undefined;
}
