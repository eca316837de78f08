import { readdir, stat } from 'node:fs/promises';
import { basename, dirname, join, relative } from 'node:path';
import { isPage } from '../../core/compose/page-file.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { readText } from '../files/read-text.ts';
import { unreadable } from '../files/refuse.ts';

/** A page file, and the page that is made of it. */
export interface PageSource {
  readonly file: string;
  /** From the folder that is built to, with forward slashes. */
  readonly output: string;
}

/** @throws Refusal when a path cannot be read, holds no page, or two would be one */
export async function listPages(paths: readonly string[]): Promise<readonly PageSource[]> {
  const found: PageSource[] = [];
  for (const path of paths) {
    const about = await stat(path).catch((error) => {
      throw unreadable(path, error);
    });
    const files = about.isDirectory() ? await pagesIn(path) : [path];
    if (files.length === 0) throw new Refusal(finding('page/none', { path }));
    const root = about.isDirectory() ? path : dirname(path);
    for (const file of files) found.push({ file, output: outputOf(root, file) });
  }
  const unique = [...new Map(found.map((one) => [one.file, one])).values()];
  const wrong = unique.flatMap((one, at): Finding[] => {
    const first = unique.findIndex(({ output }) => output === one.output);
    if (first === at) return [];
    const data = { first: unique[first]?.file ?? '', second: one.file, output: one.output };
    return [finding('page/same-output', data)];
  });
  const [first, ...rest] = wrong;
  if (first) throw new Refusal(first, ...rest);
  return unique;
}

async function pagesIn(folder: string): Promise<string[]> {
  const all = await readdir(folder, { recursive: true, withFileTypes: true });
  const files = all
    .filter((one) => one.isFile() && one.name.endsWith('.json'))
    .map((one) => join(one.parentPath, one.name))
    .sort();
  const pages: string[] = [];
  for (const file of files) {
    const { text } = await readText(file);
    // A broken file counts as a page if it claims to be one, and is then reported.
    if (/"casts"\s*:/.test(text) && isPageText(text)) pages.push(file);
  }
  return pages;
}

/** True for a page file, or one that is broken. Nothing in it has to be found again. */
function isPageText(text: string): boolean {
  try {
    return isPage(JSON.parse(text));
  } catch {
    return true;
  }
}

function outputOf(root: string, file: string): string {
  const path = relative(root, file).replaceAll('\\', '/');
  const name = basename(path).replace(/(?:\.page)?\.json$/, '');
  const folder = dirname(path);
  return folder === '.' ? `${name}.html` : `${folder}/${name}.html`;
}
