import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import { type GivenLibrary, type LibraryPart, libraryOf } from '../core/author/library/library.ts';
import { finding } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';
import { isRemoteAddress } from '../core/text/address.ts';
import { readText } from '../node/files/read-text.ts';
import { localFilesOf } from '../node/files/snippet-folder.ts';

/** `NAME@VERSION=FILE` or `NAME=FILE`, where `page` stands for no file; else an address. */
export async function readLibrary(given: string, command: string): Promise<GivenLibrary> {
  const [, name, version, path] =
    /^((?:@[\w.-]+\/)?[\w.-]+)(?:@([\w.+-]+))?=(.+)$/.exec(given) ?? [];
  if (name !== undefined && path === 'page') {
    return { name, ...(version ? { version } : {}), part: 'script' };
  }
  if (name !== undefined && path !== undefined) {
    const { bytes } = await readText(path);
    const { top, below } = besideOf(path, bytes);
    const from = { fileName: basename(path), bytes, path: below, beside: localFilesOf(top) };
    return { name, ...(version ? { version } : {}), part: partOf(path), from };
  }
  if (!isRemoteAddress(given)) {
    const what = `--library must be an address, NAME@VERSION=FILE or NAME=page, not ${given}.`;
    throw new Refusal(finding('call/usage', { what, command }));
  }
  const { name: read, version: known } = libraryOf(given, partOf(given));
  return { name: read, ...(known ? { version: known } : {}), part: partOf(given), from: given };
}

/** The folder that all files which a sheet names lie in, and the path of the sheet from there. */
function besideOf(path: string, sheet: Uint8Array): { top: string; below: string } {
  const names =
    Buffer.from(sheet)
      .toString('utf8')
      .match(/(?:\.\.\/)+/g) ?? [];
  const up = Math.min(3, Math.max(0, ...names.map((one) => one.length / 3)));
  const top = join(dirname(resolve(path)), '../'.repeat(up));
  return { top, below: relative(top, resolve(path)).split(sep).join('/') };
}

function partOf(path: string): LibraryPart {
  return /\.css(?:[?#]|$)/i.test(path) ? 'style' : 'script';
}
