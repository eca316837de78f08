/** True for text that says something: a word, a number, a currency or a little picture, no mere mark. */
export function isContent(text: string): boolean {
  return (
    /[\p{L}\p{N}\p{Sc}\p{Emoji_Presentation}]/u.test(text) &&
    !/^[xX×]$/.test(text) &&
    !/^(?:0+|\{\{.*)$/.test(text)
  );
}
