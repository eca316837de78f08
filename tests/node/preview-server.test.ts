import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import type { SentPreview } from '../../src/core/preview/preview-talk.ts';
import { writeMould } from '../../src/node/files/mould-folder.ts';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { mouldOf } from '../support/mould.ts';

const folder = mkdtempSync(join(tmpdir(), 'keen-mould-'));
let preview: Awaited<ReturnType<typeof startPreview>>;

beforeAll(async () => {
  const mould = mouldOf({ template: '<p>Depot</p>' });
  const files = { 'assets/two words.txt': new TextEncoder().encode('found') };
  await writeMould(join(folder, 'board'), { ...mould, files });
  preview = await startPreview([join(folder, 'board')]);
});
afterAll(async () => {
  await preview.close();
  rmSync(folder, { recursive: true });
});

/** Sends a request line as it is, which no URL object would let through. */
function ask(path: string, method = 'GET'): Promise<{ status: number; body: string }> {
  const { hostname, port } = new URL(preview.url);
  return new Promise((resolve, reject) => {
    const sent = request({ hostname, port, path, method }, (response) => {
      let body = '';
      response.on('data', (chunk) => {
        body += chunk;
      });
      response.on('end', () => resolve({ status: response.statusCode ?? 0, body }));
    });
    sent.on('error', reject);
    sent.end();
  });
}

it.each([
  ['GET', '//'],
  ['GET', '/%'],
  ['GET', '/%ff/'],
  ['GET', '/board/files/%ff'],
  ['GET', '/board/files/%E0%A4%A'],
  ['PUT', '/board/samples/%ff'],
])('%s %s is refused, and the preview goes on', async (method, path) => {
  expect(await ask(path, method)).toEqual({ status: 400, body: 'This is not a valid address.' });
  expect(await ask('/board/mould')).toMatchObject({ status: 200 });
});

it('gives a file of the mould by its digest', async () => {
  const { body } = await ask('/board/mould');
  const { mould } = JSON.parse(body) as SentPreview;
  const found = await ask(`/board/files/${mould.files['assets/two words.txt']}`);
  expect(found).toEqual({ status: 200, body: 'found' });
});
