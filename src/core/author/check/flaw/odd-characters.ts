/**
 * Characters that stand in code only by accident: curly quotes, blanks that do not break, marks
 * of no width (byte order marks among them).
 */
export const oddCharacters = /[\u00a0\u200b-\u200d\u2018\u2019\u201c\u201d\u2060\ufeff]/g;

/** What a person meant to write. */
export function plainFor(odd: string): string {
  if (/[\u2018\u2019]/.test(odd)) return "'";
  if (/[\u201c\u201d]/.test(odd)) return '"';
  return odd === '\u00a0' ? ' ' : '';
}

/** What a message calls such a character. */
export function calledOdd(odd: string): string {
  if (/[\u2018\u2019\u201c\u201d]/.test(odd)) return `a curly quote (${odd})`;
  return odd === '\u00a0' ? 'a non-breaking space' : 'an invisible character';
}
