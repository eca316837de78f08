import type { CssNode } from 'css-tree';
import { cssTypes } from '../../../../generated/css-types.ts';
import { lexerOf } from '../../../text/css-lexer.ts';
import { find, parse } from '../../../text/css-tree.ts';
import { memoize } from '../../../text/memoize.ts';
import { pseudoClasses, pseudoElements } from './pseudo-names.ts';

/** The grammar of the types that formats of fields name, and of no others. */
const lexer = memoize(() => lexerOf(cssTypes));

/**
 * True for a value of a CSS type that stays within its declaration. Comments, strings and escapes
 * are refused though CSS allows them: no value of these types needs one, and one that is never
 * closed takes in what comes after it. `var()` is none, since nobody can know what it holds.
 */
export function isOfCssType(type: string, value: string): boolean {
  if (!/^[\w\s#%.,()+*/-]+$/.test(value) || value.includes('/*') || /\bvar\(/i.test(value)) {
    return false;
  }
  return lexer().match(type, value).matched !== null;
}

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
