/**
 * The lines around a place with a mark under the column, for terminals and pages.
 *
 * @param source the whole text of the file
 * @param line,column from 1
 * @param widthChars longest line shown; longer ones are cut around the column
 *
 * @example
 * codeFrame(mould.template, 3, 12); // the lines around, with a mark below the place
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
    const whole = (lines[number - 1] ?? '').replace(/\t/g, ' ');
    const shown = shortened(whole, cut, widthChars);
    rows.push(`${String(number).padStart(digits)} | ${shown}`.trimEnd());
    if (number === line) rows.push(`${' '.repeat(digits)} | ${' '.repeat(column - 1 - cut)}^`);
  }
  return rows.join('\n');
}

/** A stretch of a line, with an ellipsis in place of its first or last character where more stands. */
function shortened(line: string, start: number, widthChars: number): string {
  const shown = line.slice(start, start + widthChars);
  const first = start > 0 && shown !== '' ? '…' : '';
  const last = line.length > start + widthChars ? '…' : '';
  return first + shown.slice(first.length, shown.length - last.length) + last;
}
