import { parse } from 'acorn';

/**
 * What a strict script may not say, or where it means another thing (ECMAScript, Annex C). Words are
 * only looked at here; whether they stand where they matter is for the parser to say.
 */
const hints =
  /\bwith\s*\(|\barguments\.call(?:ee|er)\b|\b(?:implements|interface|package|private|protected|public)\b|(?<![\w$.])0\d|\\(?:[1-7]|0\d)|\bdelete\s+[\w$]+\s*[;,)}\]]/;

/**
 * True for a function that only a classic script can hold: a module is strict (ECMAScript, 11.2.2).
 *
 * @param code of a function expression
 */
export function isClassicOnly(code: string): boolean {
  if (!hints.test(code)) return false;
  if (/\barguments\.call(?:ee|er)\b/.test(code)) return true;
  try {
    parse(`'use strict';(${code}\n)`, { ecmaVersion: 'latest' });
    return false;
  } catch {
    return true;
  }
}
