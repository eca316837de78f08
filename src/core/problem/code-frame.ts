/**
 * The lines around a place with a mark under the column, for terminals and pages.
 *
 * @param source the whole text of the file
 * @param line,column from 1
 * @param widthChars longest line shown; longer ones are cut around the column
 */
export function codeFrame(source: string, line: number, column: number, widthChars = 72): string {
  const lines = source.split(/\r\n|\n|\r/);
  const from = Math.max(1, line - 1);
  const to = Math.min(lines.length, line + 1);
  const digits = String(to).length;
  const cut = Math.max(0, column - Math.floor(widthChars / 2));
  const rows: string[] = [];
  for (let number = from; number <= to; number += 1) {
    // A tab is one column in an editor's count, so it becomes one blank here.
    const shown = (lines[number - 1] ?? '').replace(/\t/g, ' ').slice(cut, cut + widthChars);
    rows.push(`${String(number).padStart(digits)} | ${shown}`.trimEnd());
    if (number === line) rows.push(`${' '.repeat(digits)} | ${' '.repeat(column - 1 - cut)}^`);
  }
  return rows.join('\n');
}
