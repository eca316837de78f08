import { isSafeAddress } from '../../model/safe-address.ts';

/**
 * Places a value can be written to, each a type that only its own escaper makes: what is typed
 * `HtmlText` has been escaped for text, and nothing else can be joined into text.
 */
declare const written: unique symbol;

/** Characters that are safe between tags and between double or single quotes. */
export type HtmlText = string & { readonly [written]: 'html' };

/** An address that runs nothing, or nothing. */
type SafeAddress = string & { readonly [written]: 'address' };

/** An address within a list of image candidates, which ends it at a comma or a blank. */
export type CandidateAddress = string & { readonly [written]: 'candidate' };

/** Words of a class list, with one blank between two. */
export type ClassWords = string & { readonly [written]: 'classes' };

/** A value that is safe after the colon of a declaration, inside or outside an attribute. */
export type CssValue = string & { readonly [written]: 'css' };

/** JSON that is safe inside a script element. */
export type ScriptData = string & { readonly [written]: 'script' };

/** What stands for each of the special characters, by its code. */
const references: readonly (string | undefined)[] = Array.from({ length: 63 }, (_, code) => {
  return { 34: '&quot;', 38: '&amp;', 39: '&#39;', 60: '&lt;', 62: '&gt;' }[code];
});

/**
 * Escapes characters for text and for quoted attribute values (HTML Standard, 13.3, with both
 * quotes, so that one escaper serves both places).
 */
export function toHtmlText(value: string): HtmlText {
  // Most values are short; to look at each character is quicker than an expression then.
  let out = '';
  let from = 0;
  for (let at = 0; at < value.length; at += 1) {
    const code = value.charCodeAt(at);
    const reference = code < 63 ? references[code] : undefined;
    if (reference === undefined) continue;
    out += value.slice(from, at) + reference;
    from = at + 1;
  }
  return (from === 0 ? value : out + value.slice(from)) as HtmlText;
}

/** Holds an address to schemes that run nothing; '' for one that does. */
function toSafeAddress(value: string): SafeAddress {
  return (isSafeAddress(value) ? value : '') as SafeAddress;
}

/** Writes an address for a `srcset` (HTML Standard, 4.8.4.2.1). */
export function toCandidate(value: string): CandidateAddress {
  return toSafeAddress(value.trim()).replace(/[\s,]/g, (char) =>
    char === ',' ? '%2C' : encodeURIComponent(char),
  ) as CandidateAddress;
}

/** Writes words for a class list. */
export function toClassWords(value: string): ClassWords {
  if (!/^\s|\s\s|\s$|[\t\n\f\r]/.test(value)) return value as ClassWords;
  return value.trim().replace(/\s+/g, ' ') as ClassWords;
}

/** Writes data as JSON for a script element. */
export function toScriptData(value: unknown): ScriptData {
  return escapeForScript(JSON.stringify(value));
}

/**
 * Makes JSON safe inside a script element: `<` is escaped, so that neither `</script` nor `<!--`
 * can appear, and so are the two line separators that old scripts end a line at.
 */
export function escapeForScript(json: string): ScriptData {
  return json.replace(
    /[<\u2028\u2029]/g,
    (char) => `\\u${char.charCodeAt(0).toString(16).padStart(4, '0')}`,
  ) as ScriptData;
}
