import type { CssNode } from 'css-tree';
import { find, parse } from '../../../text/css-tree.ts';
import { pseudoClasses, pseudoElements } from './pseudo-names.ts';

/** True for a list of selectors as style rules take it; empty text names nothing. */
export function isSelector(value: string): boolean {
  if (value === '') return true;
  let isRead = true;
  const onParseError = () => {
    isRead = false;
  };
  try {
    const list = parse(value, { context: 'selectorList', onParseError });
    return isRead && !find(list, isUnknown);
  } catch {
    return false;
  }
}

/** One that no browser knows makes the whole list mean nothing (Selectors 4, 3.9). */
function isUnknown(node: CssNode): boolean {
  if (node.type !== 'PseudoClassSelector' && node.type !== 'PseudoElementSelector') return false;
  const known = node.type === 'PseudoClassSelector' ? pseudoClasses : pseudoElements;
  const { name } = node;
  return !known.has(name.toLowerCase()) && !name.startsWith('-');
}
