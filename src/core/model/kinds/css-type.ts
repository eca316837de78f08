import { lexer, parse } from 'css-tree';

/**
 * True for a value of a CSS type that stays within its declaration. Comments, strings and escapes
 * are refused though CSS allows them: no value of these types needs one, and one that is never
 * closed takes in what comes after it. `var()` is none, since nobody can know what it holds.
 */
export function isOfCssType(type: string, value: string): boolean {
  if (!/^[\w\s#%.,()+*/-]+$/.test(value) || value.includes('/*') || /\bvar\(/i.test(value)) {
    return false;
  }
  return lexer.match(type, value).matched !== null;
}

/** True for a list of selectors as style rules take it; empty text names nothing. */
export function isSelector(value: string): boolean {
  let isRead = true;
  const onParseError = () => {
    isRead = false;
  };
  try {
    parse(value, { context: 'selectorList', onParseError });
  } catch {
    isRead = false;
  }
  return isRead || value === '';
}
