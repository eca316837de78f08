import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import type { Browser, Page, Route } from 'playwright-core';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { styleDialectsIn } from '../../src/core/author/snippet/sheets.ts';
import type { SnippetPiece } from '../../src/core/author/snippet/split-piece.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { contentType } from '../../src/node/files/content-type.ts';
import { installedFilesOf } from '../../src/node/files/installed-files.ts';
import { localFilesOf } from '../../src/node/files/snippet-folder.ts';
import { loadCompilers } from '../../src/node/files/style-compilers.ts';
import { runtime } from '../../src/runtime/text.ts';

/** A page with the files it asks for, by their paths. */
interface Side {
  readonly document: string;
  readonly file: (path: string) => string | Uint8Array | undefined;
}

/** Something a visitor does: an action, what it is done to, and a key or a value. */
export type Step = readonly ['click' | 'hover' | 'focus' | 'press' | 'choose', string, string?];

/** The pieces of a snippet as a person would give them: a file, a page's folder, or panes. */
function piecesOf(path: string): { pieces: SnippetPiece[]; folder: string } {
  const isFolder = statSync(path).isDirectory();
  const paths = !isFolder
    ? [path]
    : existsSync(join(path, 'index.html'))
      ? [join(path, 'index.html')]
      : readdirSync(path)
          .sort()
          .map((name) => join(path, name));
  const pieces = paths.map((one) => ({ name: basename(one), text: readFileSync(one, 'utf8') }));
  return { pieces, folder: isFolder ? path : dirname(path) };
}

/** A snippet imported as the command does it. */
export async function importAt(path: string) {
  const { pieces, folder } = piecesOf(path);
  const compilers = await loadCompilers(styleDialectsIn(pieces));
  const sides = { local: localFilesOf(folder), installed: installedFilesOf('.'), compilers };
  return {
    ...importSnippet(pieces, { ...sides, folder: basename(folder) }),
    compilers,
    pieces,
    folder,
  };
}

/** A snippet by itself, less what its import left out, and its cast with no value filled in. */
export async function bothSides(path: string): Promise<{ bare: Side; cast: Side }> {
  const { mould, dropped, compilers, pieces, folder } = await importAt(path);
  const [first, ...panes] = pieces.map(({ text }) => text);
  const styles = panes.map((text) => {
    const compiled = compilers.scss?.(text) ?? { css: text };
    return `<style>${'css' in compiled ? compiled.css : ''}</style>`;
  });
  const declared = dropped.filter(({ what }) => what.endsWith('}'));
  const without = declared.map(({ what }) => what.replace(/:[^:{}]*\}$/, ': initial !important }'));
  const edge = `<style>${['body { margin: 0 }', ...without].join('\n')}</style>`;
  const code = [first, ...styles].join('\n');
  const document = /<body/i.test(code)
    ? code.replace('</head>', `${edge}</head>`)
    : `<!doctype html><html lang="en"><head><meta charset="utf-8">${edge}</head><body>\n${code}</body></html>`;
  const library = installedFilesOf('.');
  const bareFile = (asked: string) => {
    const [, name, inside] = /^\/?(\w+)@[\d.]+\/(.*)$/.exec(asked) ?? [];
    if (name && inside) return library(name, inside)?.bytes;
    return localFilesOf(folder)(asked.replace(/^\//, ''))?.bytes;
  };
  const cast = compileMould(mould).cast();
  const { parts } = deliver(cast, { form: 'block', document: true, runtime });
  return {
    bare: { document, file: bareFile },
    cast: {
      document: parts.document ?? '',
      file: (asked) => mould.files[asked.replace(/^\//, '')],
    },
  };
}

/** Pictures of a page as it comes, and after each step; time stands still but for two seconds. */
export async function picturesOf(
  browser: Browser,
  { document, file }: Side,
  widthPx: number,
  steps: readonly Step[],
): Promise<Uint8Array[]> {
  const context = await browser.newContext({ viewport: { width: widthPx, height: 700 } });
  await context.route('**/*', (route) => answer(route, { document, file }));
  try {
    const page = await context.newPage();
    const start = new Date('2026-06-07T09:00:00');
    await page.clock.install({ time: start.getTime() - 60_000 });
    await page.clock.pauseAt(start);
    await page.goto('http://side.localhost/');
    await page.clock.runFor(2000);
    await mediaLoaded(page);
    const pictures = [await pictureOf(page)];
    for (const step of steps) {
      await take(page, step);
      await page.clock.runFor(500);
      pictures.push(await pictureOf(page));
    }
    return pictures;
  } finally {
    await context.close();
  }
}

/** Waits until no sound and no film shows that it is still being loaded. */
async function mediaLoaded(page: Page): Promise<void> {
  const isLoading = () =>
    [...document.querySelectorAll('audio, video')].some((one) => {
      const { networkState, readyState } = one as HTMLMediaElement;
      return networkState === 2 || readyState < 1;
    });
  // By our own clock: that of the page stands still.
  const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  for (let tries = 0; tries < 100 && (await page.evaluate(isLoading)); tries += 1) await wait(50);
  // The ring that tells of loading ends its turn first.
  if (await page.locator('video').count()) await wait(2000);
}

async function pictureOf(page: Page): Promise<Uint8Array> {
  return page.locator('body').screenshot({ animations: 'disabled' });
}

async function answer(route: Route, { document, file }: Side): Promise<void> {
  const { pathname } = new URL(route.request().url());
  const body = pathname === '/' ? document : file(decodeURIComponent(pathname));
  if (body === undefined) return route.fulfill({ status: 404, body: '' });
  const bytes = Buffer.from(body);
  const type = pathname === '/' ? 'text/html; charset=utf-8' : contentType(pathname);
  // Media can be wound on only where a server gives parts of them (RFC 9110, 14).
  const [, from] = /^bytes=(\d+)-$/.exec(route.request().headers().range ?? '') ?? [];
  if (from === undefined) return route.fulfill({ body: bytes, contentType: type });
  const headers = { 'content-range': `bytes ${from}-${bytes.length - 1}/${bytes.length}` };
  const part = bytes.subarray(Number(from));
  return route.fulfill({ status: 206, body: part, headers: { ...headers, 'content-type': type } });
}

async function take(page: Page, [action, selector, value = '']: Step): Promise<void> {
  const place = page.locator(selector).first();
  if (action === 'press') await place.press(value);
  else if (action === 'choose') await place.selectOption(value);
  else await place[action]();
}
