import { randomBytes } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, relative, sep } from 'node:path';

import { watch } from 'chokidar';
import sirv from 'sirv';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { readMould } from '../files/mould-folder.ts';
import { ownPackage } from '../files/own-package.ts';
import { readText } from '../files/read-text.ts';
import { previewPage } from './preview-page.ts';
import { PreviewedMould } from './previewed-mould.ts';
import { writeAsset, writeSample } from './write-on-request.ts';

export interface PreviewOptions {
  /** Port on loopback; by default any that is free. */
  readonly port?: number | undefined;
  /** An HTML file to try the widget in, beside the pages that are always there. */
  readonly host?: string | undefined;
  /** A CSS file of the site, which stands around the widget in all of these. */
  readonly siteStyle?: string | undefined;
}

/** A preview that is running. */
export interface Preview {
  readonly url: string;
  close(): Promise<void>;
}

/** Editors save in several steps; what comes within this time counts as one save. */
const settleMs = 60;

/**
 * Serves a page on loopback for each mould folder: its settings form beside live frames at several
 * widths, which follow the files of the mould as they are saved. A mould that is broken is shown as
 * it was before. Only what is saved on the page is written, into `samples/` and `assets/`.
 *
 * @throws Refusal when a folder is no mould, a file cannot be read, or the port is taken
 *
 * @example
 * const { url, close } = await startPreview(['moulds/notice-rail'], { port: 4000 });
 */
export async function startPreview(
  folders: readonly string[],
  { port = 0, host, siteStyle }: PreviewOptions = {},
): Promise<Preview> {
  for (const folder of folders) await refuseUnlessMould(folder);
  const around = async () => ({
    page: host === undefined ? '' : (await readText(host)).text,
    style: siteStyle === undefined ? '' : (await readText(siteStyle)).text,
  });
  await around();
  const moulds: PreviewedMould[] = [];
  for (const folder of folders) {
    moulds.push(new PreviewedMould(folder, new Set(moulds.map(({ name }) => name))));
  }
  await Promise.all(moulds.map((mould) => mould.read()));
  const listeners = new Map<ServerResponse, PreviewedMould>();
  const token = randomBytes(16).toString('base64url');
  const server = createServer(respondFor({ moulds, listeners, token, around }));
  const { port: taken } = await listen(server, port);
  const watchers = await Promise.all(
    moulds.map((mould) =>
      follow(mould, () => {
        for (const [response, shown] of listeners) if (shown === mould) send(response, mould);
      }),
    ),
  );
  return {
    url: `http://127.0.0.1:${taken}/${encodeURIComponent(moulds[0]?.name ?? '')}/`,
    async close() {
      await Promise.all(watchers.map((watcher) => watcher.close()));
      for (const response of listeners.keys()) response.end();
      await new Promise((resolve) => {
        server.close(resolve);
        server.closeAllConnections();
      });
    },
  };
}

/** A folder without a mould in it cannot be previewed; a mould that is broken can. */
async function refuseUnlessMould(folder: string): Promise<void> {
  try {
    await readMould(folder);
  } catch (error) {
    if (error instanceof Refusal && error.findings[0]?.code.startsWith('call/')) throw error;
  }
}

async function follow(mould: PreviewedMould, changed: () => void) {
  let timer: NodeJS.Timeout | undefined;
  let reading = Promise.resolve();
  const around = () => [mould.folder, ...mould.placed.map(({ folder }) => folder)];
  const watcher = watch(around(), {
    ignoreInitial: true,
    ignored: (path) => around().every((folder) => isAside(relative(folder, path))),
  });
  watcher.on('all', () => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      reading = reading
        .then(() => mould.read())
        .then(() => {
          watcher.add(around());
          changed();
        });
    }, settleMs);
  });
  await new Promise<void>((resolve) => {
    watcher.once('ready', () => resolve());
  });
  return watcher;
}

/** Drafts and hidden files, and the paste, which nothing on the page is made from. */
function isAside(path: string): boolean {
  const [first] = path.split(sep);
  return (
    path !== '' && (first === 'snippet' || path.split(sep).some((part) => part.startsWith('.')))
  );
}

/** What a request is answered from. */
interface Served {
  readonly moulds: readonly PreviewedMould[];
  readonly listeners: Map<ServerResponse, PreviewedMould>;
  /** Shows that a request to write comes from a page of this preview. */
  readonly token: string;
  /** What a person wants to see the moulds in; read anew each time. */
  readonly around: () => Promise<{ readonly page: string; readonly style: string }>;
}

function respondFor(served: Served) {
  const view = sirv(join(ownPackage(), 'dist/view/app'), { dev: true });
  const elements = sirv(join(ownPackage(), 'dist/ui'), { dev: true });
  return (request: IncomingMessage, response: ServerResponse): void => {
    if (!isLocal(request)) {
      plain(response, 403, 'This preview only works on the machine that serves it.');
      return;
    }
    const asked = readAddress(request.url ?? '/');
    if (!asked) {
      plain(response, 400, 'This is not a valid address.');
      return;
    }
    const { name, rest, search } = asked;
    const { moulds } = served;
    const mould = moulds.find((one) => one.name === name);
    if (mould && request.method === 'PUT') {
      void write(request, response, { mould, rest, isReplaced: search === '?replace', ...served });
    } else if (mould) show(response, mould, rest, served);
    else if (name === 'view') {
      const isElement = rest.startsWith('ui/');
      request.url = `/${isElement ? rest.slice('ui/'.length) : rest}`;
      (isElement ? elements : view)(request, response, () => plain(response, 404, 'No such file.'));
    } else {
      response.writeHead(302, { location: `/${encodeURIComponent(moulds[0]?.name ?? '')}/` }).end();
    }
  };
}

/**
 * What a request asks for: the name of a mould, and a path in it, both decoded.
 *
 * @returns undefined for what is no address, such as `//`, or holds bytes that are not UTF-8
 */
function readAddress(
  url: string,
): { readonly name: string; readonly rest: string; readonly search: string } | undefined {
  try {
    const { pathname, search } = new URL(url, 'http://localhost');
    const [, name = '', rest = ''] = /^\/([^/]*)\/?(.*)$/.exec(pathname) ?? [];
    const decoded = rest.split('/').map(decodeURIComponent);
    return { name: decodeURIComponent(name), rest: decoded.join('/'), search };
  } catch {
    return undefined;
  }
}

function show(response: ServerResponse, mould: PreviewedMould, rest: string, served: Served): void {
  const { moulds, token, listeners } = served;
  if (rest === '') {
    const all = moulds.map(({ name, state }) => ({ name, title: state.title }));
    page(response, previewPage({ name: mould.name, moulds: all, token }, mould.state.title));
  } else if (rest === 'events') addListener(response, mould, listeners);
  else if (rest === 'mould') json(response, mould.sent());
  else if (rest === 'around')
    void served.around().then(
      (found) => json(response, found),
      () => json(response, undefined),
    );
  else if (rest.startsWith('files/')) {
    const content = mould.file(rest.slice('files/'.length));
    if (content === undefined) plain(response, 404, 'No such file.');
    // As bytes: nothing of a mould is ever a page of this server's own.
    else
      response
        .writeHead(200, { ...unkept, 'content-type': 'application/octet-stream' })
        .end(content);
  } else plain(response, 404, 'No such page.');
}

interface Writing extends Served {
  readonly mould: PreviewedMould;
  readonly rest: string;
  readonly isReplaced: boolean;
}

async function write(
  request: IncomingMessage,
  response: ServerResponse,
  { mould, rest, isReplaced, token }: Writing,
): Promise<void> {
  if (request.headers['x-token'] !== token) {
    plain(response, 403, 'Only the page of this preview may write files.');
    return;
  }
  const [, kind, name = ''] = /^(samples|assets)\/([^/]+)$/.exec(rest) ?? [];
  try {
    const answer =
      kind === 'samples'
        ? await writeSample(mould.folder, name, isReplaced, request)
        : kind === 'assets'
          ? await writeAsset(mould.folder, name, request)
          : { status: 404, words: 'There is nothing at this address.' };
    plain(response, answer.status, answer.words);
  } catch (error) {
    const words = error instanceof Refusal ? error.findings[0]?.message : undefined;
    plain(response, 500, words ?? 'The file could not be written.');
  }
}

const unkept = { 'cache-control': 'no-store', 'x-content-type-options': 'nosniff' };

function json(response: ServerResponse, value: unknown): void {
  if (value === undefined) plain(response, 404, 'There is nothing to show yet.');
  else
    response
      .writeHead(200, { ...unkept, 'content-type': 'application/json' })
      .end(JSON.stringify(value));
}

/** A page elsewhere may point a name of its own at this machine; its requests say that name. */
function isLocal({ headers }: IncomingMessage): boolean {
  return /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/.test(headers.host ?? '');
}

function page(response: ServerResponse, body: string): void {
  const headers = { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' };
  response.writeHead(200, headers).end(body);
}

function plain(response: ServerResponse, status: number, words: string): void {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8' }).end(words);
}

function addListener(
  response: ServerResponse,
  mould: PreviewedMould,
  listeners: Map<ServerResponse, PreviewedMould>,
): void {
  response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
  listeners.set(response, mould);
  response.on('close', () => listeners.delete(response));
  send(response, mould);
}

function send(response: ServerResponse, { state }: PreviewedMould): void {
  response.write(`data: ${JSON.stringify(state)}\n\n`);
}

async function listen(server: Server, port: number): Promise<AddressInfo> {
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const taken = error.code === 'EADDRINUSE';
      reject(taken ? new Refusal(finding('call/port-taken', { port })) : error);
    });
    server.listen(port, '127.0.0.1', resolve);
  });
  return server.address() as AddressInfo;
}
