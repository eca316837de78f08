import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, dirname, extname, join, relative } from 'node:path';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { SnippetPiece } from '../../src/core/author/snippet/split-piece.ts';
import type { Cast } from '../../src/core/compile/cast.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { Manner } from '../../src/core/compile/style/manner.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { toDocument } from '../../src/core/deliver/document.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { compilersFor } from '../../src/node/files/compilers.ts';
import { installedFilesOf } from '../../src/node/files/installed-files.ts';
import { decode } from '../../src/node/files/read-text.ts';
import { localFilesOf } from '../../src/node/files/snippet-folder.ts';

/** A page with the files it asks for, by their paths. */
export interface Side {
  readonly document: string;
  readonly file: (path: string) => string | Uint8Array | undefined;
  /** Files from elsewhere, by the paths of their addresses. */
  readonly far: (path: string) => Uint8Array | undefined;
  /** Files that lie beside the snippet's own page, which its scripts may fetch. */
  readonly beside?: (path: string) => Uint8Array | undefined;
  /** Where the page lies among its files. */
  readonly path: string;
}

/** The pieces of a snippet as a person would give them: a file, a page's folder, or panes. */
function piecesOf(path: string): { paths: string[]; root: string } {
  if (!statSync(path).isDirectory()) return { paths: [path], root: packageOf(dirname(path)) };
  const index = join(path, 'index.html');
  const names = readdirSync(path).filter((name) =>
    /^\.(?:html|s?css|less|js)$/.test(extname(name)),
  );
  const paths = existsSync(index) ? [index] : names.sort().map((name) => join(path, name));
  return { paths, root: path };
}

/** The folder whose files a page may ask for: that of its package, where it has one. */
function packageOf(folder: string): string {
  for (let at = folder; at !== dirname(at); at = dirname(at)) {
    if (existsSync(join(at, 'package.json'))) return existsSync(join(at, 'src/core')) ? folder : at;
  }
  return folder;
}

/** A snippet imported as the command does it. */
export async function importAt(path: string) {
  const { paths, root } = piecesOf(path);
  const pieces = paths.map(
    (one): SnippetPiece => ({
      name: relative(root, one),
      text: decode(one, readFileSync(one)).text,
    }),
  );
  const compilers = await compilersFor(pieces);
  const sides = { local: localFilesOf(root), installed: installedFilesOf('.'), compilers };
  const name = basename(path)
    .replace(/\.\w+$/, '')
    .replace(/[^\w-]+/g, '-')
    .replace(/^(?=[^a-z])/i, 'm-');
  const imported = importSnippet(pieces, { ...sides, folder: basename(path), name });
  return { ...imported, compilers, pieces, root };
}

/** A snippet by itself and what is made of it. */
export interface Subject {
  readonly name: string;
  /** By itself, less what its import left out, in a page without an edge. */
  readonly bare: Side;
  /** Findings of import and check that say what cannot be carried. */
  readonly findings: readonly string[];
  readonly cast: (id: string, manner?: Manner) => Cast;
  readonly sideOf: (html: string) => Side;
}

/**
 * Reads a snippet and makes a mould of it.
 *
 * @param author works on the mould before it is cast
 */
export async function readSubject(
  path: string,
  far: Side['far'] = () => undefined,
  author: (mould: Mould) => Mould = (one) => one,
): Promise<Subject> {
  const { mould: made, dropped, compilers, pieces, root, findings } = await importAt(path);
  const mould = author(withoutDigests(made));
  const [first, ...panes] = pieces.map(({ text }) => text);
  const styles = panes.map((text) => {
    const compiled = compilers.scss?.(text) ?? { css: text };
    return `<style>${'css' in compiled ? compiled.css : ''}</style>`;
  });
  const declared = dropped.filter(({ what }) => what.endsWith('}'));
  const without = declared.map(({ what }) => what.replace(/:[^:{}]*\}$/, ': initial !important }'));
  const edge = `<style>${['body { margin: 0 }', ...without].join('\n')}</style>`;
  // What stands in for a file from elsewhere has another digest.
  const code = [first, ...styles].join('\n').replace(/\sintegrity=["'][^"']*["']/g, '');
  const document = /<\/head>/i.test(code)
    ? code.replace(/<\/head>/i, `${edge}</head>`)
    : /<body/i.test(code)
      ? code.replace(/<body/i, `${edge}<body`)
      : `<!doctype html><html lang="en"><head><meta charset="utf-8">${edge}</head><body>\n${code}</body></html>`;
  const library = installedFilesOf('.');
  const farFile = (asked: string) => {
    const [, name, inside] = /\/(\w+)@[\d.]+\/(.*)$/.exec(asked) ?? [];
    return far(asked) ?? (name && inside ? library(name, inside)?.bytes : undefined);
  };
  const bareFile = (asked: string) => localFilesOf(root)(asked.replace(/^\//, ''))?.bytes;
  const compiled = compileMould(mould);
  return {
    name: mould.manifest.name,
    bare: { document, file: bareFile, far: farFile, path: `/${pieces[0]?.name ?? ''}` },
    findings: findings.map(({ code: found }) => found),
    cast: (id, manner) => compiled.cast({ id }, manner),
    sideOf: (html) => ({
      document: html,
      path: '/',
      far: farFile,
      file: (asked) => mould.files[asked.replace(/^\//, '')],
      beside: (asked) => bareFile(join(dirname(pieces[0]?.name ?? ''), asked)),
    }),
  };
}

/** What stands in for a file from elsewhere has another digest. */
function withoutDigests(mould: Mould): Mould {
  const { libraries } = mould.manifest;
  if (!libraries) return mould;
  const plain = libraries.map(({ integrity: _, ...one }) => one);
  return { ...mould, manifest: { ...mould.manifest, libraries: plain } };
}

/** A page of several casts, each in a box of its own where one is asked for. */
export function pageOf(
  casts: readonly Cast[],
  around = (block: string, _at: number) => block,
): string {
  const blocks = casts.map((cast, at) =>
    around(
      deliver(cast, { form: 'block', runtime, before: casts.slice(0, at) }).parts.html ?? '',
      at,
    ),
  );
  return toDocument(blocks.join('\n'), { title: 'Casts' });
}
