import { readdir } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { importSnippet } from '../core/author/snippet/import-snippet.ts';
import type { Mould } from '../core/model/mould.ts';
import { Refusal } from '../core/problem/refusal.ts';
import { compilersFor } from '../node/files/compilers.ts';
import { installedFilesOf } from '../node/files/installed-files.ts';
import { readText } from '../node/files/read-text.ts';
import { localFilesOf } from '../node/files/snippet-folder.ts';
import { isThere } from '../node/files/write-safely.ts';

/** Imports every snippet of a folder: files, folders with a page, and folders of panes. */
export async function importAll(folder: string): Promise<readonly Mould[]> {
  const entries = await readdir(folder, { withFileTypes: true });
  const moulds: Mould[] = [];
  for (const entry of entries.sort((a, b) => a.name.localeCompare(b.name))) {
    const path = join(folder, entry.name);
    const paths = entry.isDirectory() ? await piecesIn(path) : [path];
    const home = entry.isDirectory() ? path : folder;
    const pieces = await Promise.all(
      paths.map(async (one) => {
        const { text, bytes } = await readText(one);
        return { name: basename(one), text, bytes };
      }),
    );
    try {
      const compilers = await compilersFor(pieces);
      const beside = { local: localFilesOf(home), installed: installedFilesOf(folder) };
      const name = entry.name.replace(/\.html$/, '');
      moulds.push(importSnippet(pieces, { ...beside, compilers, name }).mould);
    } catch (error) {
      // Without the compiler of a dialect, the rest of the demo is as good.
      if (!(error instanceof Refusal) || error.findings[0]?.code !== 'call/no-package') throw error;
    }
  }
  return moulds;
}

/** The page of a folder that has one, else all its files: markup comes before style. */
async function piecesIn(folder: string): Promise<string[]> {
  const page = join(folder, 'index.html');
  if (await isThere(page)) return [page];
  return (await readdir(folder)).sort().map((name) => join(folder, name));
}
