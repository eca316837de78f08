import { readFileSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { casesHome, scoreAll } from './score.ts';
import { spotsMissed, spotsTable } from './table.ts';

/** The stretch of a page that the table stands in. */
export const tablePlace = /(?<=<!-- made by npm run spots -->\n\n)[\s\S]*?(?=\n\n<!-- end -->)/;

/**
 * Scores the spots of the snippets written down, and puts the table into the docs; of a folder of
 * one's own, prints it.
 */
export function run(words: readonly string[], page: string): number {
  const [folder] = words;
  const scores = scoreAll(folder ? `${resolve(folder)}/` : casesHome);
  const table = spotsTable(scores);
  process.stdout.write(`${[table, '', ...spotsMissed(scores)].join('\n')}\n`);
  if (!folder)
    writeFileSync(
      page,
      readFileSync(page, 'utf8').replace(tablePlace, () => table),
    );
  return 0;
}
