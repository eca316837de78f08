import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { isJsonObject } from '../../core/model/json-source.ts';
import { isThere, writeWhole } from '../files/write-safely.ts';

/** What was written for a page. */
interface PageRecord {
  /** The page file, from the folder that is built to. */
  readonly source: string;
  /** What it shares with others, by path from the folder that is built to. */
  readonly files: readonly string[];
}

export type PageRecords = Readonly<Record<string, PageRecord>>;

const recordName = '.keen-mould-pages.json';

/** What the last build left of itself; nothing where there was none. */
export async function readRecords(out: string): Promise<PageRecords> {
  try {
    const value = JSON.parse(await readFile(join(out, recordName), 'utf8'));
    return isJsonObject(value) && value.format === 1 && isJsonObject(value.pages)
      ? (value.pages as unknown as PageRecords)
      : {};
  } catch {
    return {};
  }
}

/** Keeps what was built, then takes away what no page has a use for any more. */
export async function keepRecords(
  out: string,
  before: PageRecords,
  built: PageRecords,
): Promise<void> {
  const all: Record<string, PageRecord> = { ...before, ...built };
  for (const [output, { source }] of Object.entries(before)) {
    if (!Object.hasOwn(built, output) && !(await isThere(join(out, source)))) delete all[output];
  }
  const sorted = Object.fromEntries(Object.entries(all).sort(([a], [b]) => (a < b ? -1 : 1)));
  const text = `${JSON.stringify({ format: 1, pages: sorted }, null, 1)}\n`;
  const earlier = await readFile(join(out, recordName), 'utf8').catch(() => '');
  if (text !== earlier) await writeWhole(join(out, recordName), text);
  const used = new Set(Object.values(all).flatMap(({ files }) => files));
  const gone = [
    ...Object.keys(before).filter((output) => !Object.hasOwn(all, output)),
    ...Object.values(before)
      .flatMap(({ files }) => files)
      .filter((file) => !used.has(file)),
  ];
  for (const path of new Set(gone)) await rm(join(out, path), { force: true });
}
