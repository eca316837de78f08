import { readFileSync } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { LocalFiles } from '../../core/author/snippet/local-files.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { liesIn, liesInSync } from './contained.ts';
import { decode } from './read-text.ts';

/**
 * The files of a folder, read when they are asked for.
 *
 * @param say called for what is worth knowing: a link that leads out of the folder, which is not
 *   followed, or text whose encoding is not certain
 */
export function localFilesOf(
  folder: string,
  say: (one: Finding) => void = () => undefined,
): LocalFiles {
  return (path) => {
    const place = join(folder, path);
    let bytes: Buffer;
    try {
      bytes = readFileSync(place);
    } catch {
      return undefined;
    }
    if (!liesInSync(folder, place)) {
      say(finding('call/leads-out', { path: place }));
      return undefined;
    }
    const isText = /\.(?:css|js|mjs|html?|svg|json|txt)$/i.test(path) && !bytes.includes(0);
    if (!isText) return { bytes, text: undefined };
    const { text, findings } = decode(place, bytes);
    for (const one of findings) say(one);
    return { bytes, text };
  };
}

/**
 * The page to begin with where a folder is given: its index.html, else its only HTML file.
 * Any other path is given back.
 *
 * @throws Refusal when a folder has no such page, or several
 */
export async function pageOf(path: string): Promise<string> {
  const isFolder = await stat(path).then(
    (found) => found.isDirectory(),
    () => false,
  );
  if (!isFolder) return path;
  const pages = (await readdir(path)).filter((name) => /\.html?$/i.test(name)).sort();
  const page = pages.find((name) => /^index\.html?$/i.test(name)) ?? pages[0];
  const isSure = pages.length === 1 || /^index\./i.test(page ?? '');
  if (page === undefined || !isSure) {
    throw new Refusal(finding('call/no-page', { path, pages }));
  }
  const found = join(path, page);
  if (!(await liesIn(path, found))) throw new Refusal(finding('call/leads-out', { path: found }));
  return found;
}
