import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join, relative, sep } from 'node:path';
import { watch } from 'chokidar';
import sirv from 'sirv';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { readMould } from '../files/mould-folder.ts';
import { previewPage } from './preview-page.ts';
import { PreviewedMould } from './previewed-mould.ts';

export interface PreviewOptions {
  /** Port on loopback; by default any that is free. */
  readonly port?: number | undefined;
}

/** A preview that is running. */
export interface Preview {
  readonly url: string;
  close(): Promise<void>;
}

/** Editors save in several steps; what comes within this time counts as one save. */
const settleMs = 60;

/**
 * Serves a page on loopback for each mould folder, with live frames at the mould's widths, and
 * makes them anew when a file of the mould is saved. A mould that is broken is shown as such.
 *
 * @throws Refusal when a folder is no mould, or the port is taken
 */
export async function startPreview(
  folders: readonly string[],
  { port = 0 }: PreviewOptions = {},
): Promise<Preview> {
  for (const folder of folders) await refuseUnlessMould(folder);
  const moulds: PreviewedMould[] = [];
  for (const folder of folders) {
    moulds.push(new PreviewedMould(folder, new Set(moulds.map(({ name }) => name))));
  }
  await Promise.all(moulds.map((mould) => mould.read()));
  const listeners = new Map<ServerResponse, PreviewedMould>();
  const server = createServer(respondFor(moulds, listeners));
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
  const watcher = watch(mould.folder, {
    ignoreInitial: true,
    ignored: (path) => isAside(relative(mould.folder, path)),
  });
  watcher.on('all', () => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      reading = reading.then(() => mould.read()).then(changed);
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

function respondFor(
  moulds: readonly PreviewedMould[],
  listeners: Map<ServerResponse, PreviewedMould>,
) {
  const assets = new Map(
    moulds.map((mould) => [mould, sirv(join(mould.folder, 'assets'), { dev: true })]),
  );
  return (request: IncomingMessage, response: ServerResponse): void => {
    if (!isLocal(request)) {
      plain(response, 403, 'This preview is for this machine only.');
      return;
    }
    const path = new URL(request.url ?? '/', 'http://localhost').pathname;
    const [, name = '', rest] = /^\/([^/]*)\/?(.*)$/.exec(path) ?? [];
    const mould = moulds.find((one) => encodeURIComponent(one.name) === name);
    if (!mould) {
      response.writeHead(302, { location: `/${encodeURIComponent(moulds[0]?.name ?? '')}/` }).end();
    } else if (rest === '') page(response, previewPage(mould, moulds));
    else if (rest === 'cast') page(response, mould.document);
    else if (rest === 'events') addListener(response, mould, listeners);
    else if (rest?.startsWith('assets/')) {
      request.url = `/${rest.slice('assets/'.length)}`;
      assets.get(mould)?.(request, response, () => plain(response, 404, 'No such file.'));
    } else plain(response, 404, 'No such page.');
  };
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
