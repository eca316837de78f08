import { cssTypes } from '../../../../generated/css-types.ts';
import { lexerOf } from '../../../text/css-lexer.ts';
import { memoize } from '../../../text/memoize.ts';

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
