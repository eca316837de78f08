/** The blanks that stand right before an offset, as HTML and CSS know them. */
export function blankBefore(text: string, offset: number): string {
  let start = offset;
  while (start > 0 && isBlank(text.charCodeAt(start - 1))) start -= 1;
  return text.slice(start, offset);
}

/** Tab, line feed, form feed, carriage return, space (Infra Standard, 4.6). */
function isBlank(code: number): boolean {
  return code === 32 || (code >= 9 && code <= 13 && code !== 11);
}
