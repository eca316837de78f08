import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { PageFile } from '../../core/compose/page-file.ts';
import { isJsonObject } from '../../core/model/json-source.ts';
import { isThere, writeWhole } from '../files/write-safely.ts';

/** What was written for a page. */
export interface PageRecord {
  /** The page file, from the folder that is built to. */
  readonly source: string;
  /** What it shares with others, by path from the folder that is built to. */
  readonly files: readonly string[];
  /** How it was made; absent where something was found in it, so that it is made again. */
  readonly made?: PageMade | undefined;
}

/** What a page was made from, and what came of it. */
export interface PageMade {
  /** Digests of all that it was made from but files, of those by path, and of the page itself. */
  readonly key: string;
  readonly inputs: Readonly<Record<string, string>>;
  readonly html: string;
  /** What its casts ask for, and where, to find the moulds again. */
  readonly uses: Pick<PageFile, 'moulds' | 'casts'>;
  readonly casts: number;
  readonly moulds: readonly string[];
  readonly bytes: number;
  /** Files of values that it shares with other pages. */
  readonly shares: readonly string[];
}

export type PageRecords = Readonly<Record<string, PageRecord>>;

/** What a build leaves of itself. */
export interface BuildRecord {
  readonly pages: PageRecords;
  /** For moulds in which nothing was found, by digest: the parts of the code for pages that they need. */
  readonly moulds: Readonly<Record<string, readonly string[]>>;
}

const recordName = '.keen-mould-pages.json';

/** What the last build left of itself; nothing where there was none. */
export async function readRecords(out: string): Promise<BuildRecord> {
  const none = { pages: {}, moulds: {} };
  try {
    const value = JSON.parse(await readFile(join(out, recordName), 'utf8'));
    return isJsonObject(value) && value.format === 1 && isJsonObject(value.pages)
      ? { ...none, ...(value as unknown as BuildRecord) }
      : none;
  } catch {
    return none;
  }
}

/**
 * Notes which pages are about to be ours, before any is written: those that are there are somebody
 * else's, unless an earlier build wrote them. So a build that is stopped can be taken up again.
 */
export async function claimPages(
  out: string,
  { pages: before, moulds }: BuildRecord,
  pages: readonly { readonly output: string; readonly source: string }[],
): Promise<PageRecords> {
  const claimed: Record<string, PageRecord> = {};
  for (const { output, source } of pages) {
    if (Object.hasOwn(before, output) || (await isThere(join(out, output)))) continue;
    claimed[output] = { source, files: [] };
  }
  if (Object.keys(claimed).length === 0) return before;
  const all = { ...before, ...claimed };
  await write(out, { pages: all, moulds });
  return all;
}

async function write(out: string, { pages, moulds }: BuildRecord): Promise<void> {
  const sorted = Object.fromEntries(Object.entries(pages).sort(([a], [b]) => (a < b ? -1 : 1)));
  const text = `${JSON.stringify({ format: 1, moulds, pages: sorted })}\n`;
  const earlier = await readFile(join(out, recordName), 'utf8').catch(() => '');
  if (text !== earlier) await writeWhole(join(out, recordName), text);
}

/** Keeps what was built, then takes away what no page has a use for any more. */
export async function keepRecords(
  out: string,
  before: PageRecords,
  { pages: built, moulds }: BuildRecord,
): Promise<void> {
  const all: Record<string, PageRecord> = { ...before, ...built };
  for (const [output, { source }] of Object.entries(before)) {
    if (Object.hasOwn(built, output)) continue;
    const isKept = (await isThere(join(out, source))) && (await isThere(join(out, output)));
    if (!isKept) delete all[output];
  }
  await write(out, { pages: all, moulds });
  const used = new Set(Object.values(all).flatMap(({ files }) => files));
  const gone = [
    ...Object.keys(before).filter((output) => !Object.hasOwn(all, output)),
    ...Object.values(before)
      .flatMap(({ files }) => files)
      .filter((file) => !used.has(file)),
  ];
  for (const path of new Set(gone)) await rm(join(out, path), { force: true });
}
