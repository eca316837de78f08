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

/**
 * Notes which pages are about to be ours, before any is written: those that are there are somebody
 * else's, unless an earlier build wrote them. So a build that is stopped can be taken up again.
 */
export async function claimPages(
  out: string,
  before: PageRecords,
  pages: readonly { readonly output: string; readonly source: string }[],
): Promise<PageRecords> {
  const claimed: Record<string, PageRecord> = {};
  for (const { output, source } of pages) {
    if (Object.hasOwn(before, output) || (await isThere(join(out, output)))) continue;
    claimed[output] = { source, files: [] };
  }
  if (Object.keys(claimed).length === 0) return before;
  const all = { ...before, ...claimed };
  await write(out, all);
  return all;
}

async function write(out: string, pages: PageRecords): Promise<void> {
  const sorted = Object.fromEntries(Object.entries(pages).sort(([a], [b]) => (a < b ? -1 : 1)));
  const text = `${JSON.stringify({ format: 1, pages: sorted }, null, 1)}\n`;
  const earlier = await readFile(join(out, recordName), 'utf8').catch(() => '');
  if (text !== earlier) await writeWhole(join(out, recordName), text);
}

/** Keeps what was built, then takes away what no page has a use for any more. */
export async function keepRecords(
  out: string,
  before: PageRecords,
  built: PageRecords,
): Promise<void> {
  const all: Record<string, PageRecord> = { ...before, ...built };
  for (const [output, { source }] of Object.entries(before)) {
    if (Object.hasOwn(built, output)) continue;
    const isKept = (await isThere(join(out, source))) && (await isThere(join(out, output)));
    if (!isKept) delete all[output];
  }
  await write(out, all);
  const used = new Set(Object.values(all).flatMap(({ files }) => files));
  const gone = [
    ...Object.keys(before).filter((output) => !Object.hasOwn(all, output)),
    ...Object.values(before)
      .flatMap(({ files }) => files)
      .filter((file) => !used.has(file)),
  ];
  for (const path of new Set(gone)) await rm(join(out, path), { force: true });
}
