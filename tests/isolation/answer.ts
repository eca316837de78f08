import type { Route } from 'playwright-core';
import { contentType } from '../../src/core/text/content-type.ts';
import type { Side } from './sides.ts';

/** Gives a page the file it asks for, or says that there is none. */
export async function answer(route: Route, { file, far, beside }: Side): Promise<void> {
  const url = new URL(route.request().url());
  const path = decodeURIComponent(url.pathname);
  // What a script fetches lies with the site, not with the widget.
  const isFetched = /^(?:xhr|fetch)$/.test(route.request().resourceType());
  const body =
    url.host === 'side.localhost'
      ? (file(path) ?? (isFetched ? beside?.(path) : undefined))
      : far(path);
  if (body === undefined) return route.fulfill({ status: 404, body: '' });
  const bytes = Buffer.from(body);
  const type = contentType(url.pathname);
  // Media can be wound on only where a server gives parts of them (RFC 9110, 14).
  const [, from] = /^bytes=(\d+)-$/.exec(route.request().headers().range ?? '') ?? [];
  if (from === undefined) return route.fulfill({ body: bytes, contentType: type });
  const headers = { 'content-range': `bytes ${from}-${bytes.length - 1}/${bytes.length}` };
  const part = bytes.subarray(Number(from));
  return route.fulfill({ status: 206, body: part, headers: { ...headers, 'content-type': type } });
}
