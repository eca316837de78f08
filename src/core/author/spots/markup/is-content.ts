/** True for text that says something: a word or a number, no mere mark. */
export function isContent(text: string): boolean {
  return /[\p{L}\p{N}]/u.test(text) && !/^[xX×]$/.test(text) && !/^(?:0+|\{\{.*)$/.test(text);
}
