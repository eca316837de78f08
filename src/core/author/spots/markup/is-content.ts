/** True for text that says something: a word, a number or a currency, no mere mark. */
export function isContent(text: string): boolean {
  return /[\p{L}\p{N}\p{Sc}]/u.test(text) && !/^[xX×]$/.test(text) && !/^(?:0+|\{\{.*)$/.test(text);
}
