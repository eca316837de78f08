import type { Request, Route } from 'playwright-core';
import { contentType } from '../../core/text/content-type.ts';
import { type Reached, standsIn } from './stand-in.ts';

/** A page with the files it asks for. */
export interface Served {
  /** A whole HTML document. */
  readonly document: string;
  /** The mould's own files, by the address the document uses. */
  readonly files: Readonly<Record<string, string | Uint8Array>>;
  readonly reached: Reached;
  /** True where what the mould declares under `reaches` is asked for. */
  readonly isFetching: boolean;
}

/** A request that brought nothing. */
export interface FailedRequest {
  readonly url: string;
  readonly why: string;
}

/** What became of the requests of a page. */
export interface Asked {
  readonly failed: FailedRequest[];
  /** Addresses that are declared, and were not asked. */
  readonly declared: string[];
}

/** Where documents pretend to live: a secure context that no request can leave. */
export const origin = 'http://cast.localhost';

/** How long an address elsewhere has to answer. */
const patienceMs = 8000;

/**
 * Answers a request of a page: its own files, with the ranges that sound and film ask for; from
 * elsewhere only what is declared; a stand-in for all other pictures and frames.
 *
 * @param isShown settles once the page has been drawn without its pictures and fonts, so that what
 *   these push aside when they come is the same each time
 */
export async function answer(
  route: Route,
  served: Served,
  asked: Asked,
  isShown: Promise<void>,
): Promise<void> {
  const request = route.request();
  const url = request.url();
  if (url === `${origin}/`) {
    return route.fulfill({ body: served.document, contentType: 'text/html; charset=utf-8' });
  }
  if (/^(?:image|font)$/.test(request.resourceType())) await isShown;
  if (url.startsWith(`${origin}/`)) return ownFile(route, request, served.files, asked);
  const { files, origins, modules } = served.reached;
  const host = new URL(url).origin;
  const isLibrary = files.includes(url) || modules.includes(host);
  const isDeclared = origins.includes(host);
  if (isLibrary || (isDeclared && served.isFetching)) {
    const response = await route.fetch({ timeout: patienceMs }).catch(() => undefined);
    if (response) return route.fulfill({ response });
    const why = isLibrary ? 'the library could not be loaded' : 'it could not be loaded';
    asked.failed.push({ url, why });
  } else if (isDeclared) asked.declared.push(url);
  else asked.failed.push({ url, why: 'not loaded: it is on another host' });
  const instead = standsIn(request.resourceType(), new URL(url).host);
  return instead ? route.fulfill(instead) : route.abort();
}

async function ownFile(
  route: Route,
  request: Request,
  files: Served['files'],
  asked: Asked,
): Promise<void> {
  const path = decoded(new URL(request.url()).pathname.slice(1));
  const found = Object.hasOwn(files, path) ? files[path] : undefined;
  if (found === undefined) {
    if (path !== 'favicon.ico') asked.failed.push({ url: path, why: 'the mould has no such file' });
    return route.fulfill({ status: 404, body: '' });
  }
  const body = Buffer.from(found);
  const range = /^bytes=(\d+)-(\d*)$/.exec((await request.headerValue('range')) ?? '');
  if (!range) {
    const headers = { 'accept-ranges': 'bytes' };
    return route.fulfill({ body, headers, contentType: contentType(path) });
  }
  const from = Number(range[1]);
  const to = Math.min(range[2] ? Number(range[2]) : body.length - 1, body.length - 1);
  return route.fulfill({
    status: 206,
    body: body.subarray(from, to + 1),
    contentType: contentType(path),
    headers: { 'accept-ranges': 'bytes', 'content-range': `bytes ${from}-${to}/${body.length}` },
  });
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}
