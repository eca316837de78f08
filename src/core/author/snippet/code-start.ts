/** Blank space, or one comment, at a place. Sticky, so that each step goes on where one ended. */
const aside = /\s+|\/\*[\s\S]*?\*\/|\/\/[^\n\r]*/y;

/** Where code begins in a text of style or script: after blanks and comments. */
export function codeStart(text: string): number {
  let offset = 0;
  for (aside.lastIndex = 0; aside.test(text); offset = aside.lastIndex);
  return offset;
}
