import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { shoot } from '../../src/node/proof/shoot.ts';
import { runtime } from '../../src/runtime/text.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';

const { browser } = withBrowser();
const cases = fileURLToPath(new URL('../cases/look/', import.meta.url));
const pastes = [
  join(demo, 'snippets/notice-rail.html'),
  ...readdirSync(cases).map((name) => join(cases, name)),
];

/** A document of some code, with the same bare edge that documents of ours have. */
function page(code: string): string {
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><style>body { margin: 0 }</style></head><body>
${code}</body></html>`;
}

async function picture(document: string, widthPx: number): Promise<PNG> {
  const subject = { mould: 'm', document, files: {}, libraries: [] };
  return PNG.sync.read(Buffer.from((await shoot(browser(), subject, widthPx)).png));
}

/**
 * Pixels that differ; both pictures have to be of one size. The last row is left out: a page's
 * ground goes on below what is in it, and that of a cast ends with it, at part of a pixel.
 */
function differing(one: PNG, two: PNG): number {
  expect([one.width, one.height]).toEqual([two.width, two.height]);
  let count = 0;
  for (let at = 0; at < one.data.length - 4 * one.width; at += 4) {
    if (!one.data.subarray(at, at + 4).equals(two.data.subarray(at, at + 4))) count += 1;
  }
  return count;
}

describe.each([400, 900])('at %i px', (widthPx) => {
  it.each(pastes)('the unbound cast of %s looks as the paste by itself', async (path) => {
    const text = readFileSync(path, 'utf8');
    const { mould } = importSnippet([{ name: 'paste.html', text }]);
    const cast = compileMould(mould).cast();
    const { parts } = deliver(cast, { form: 'block', document: true, runtime });
    const bare = await picture(page(text), widthPx);
    expect(differing(await picture(parts.document ?? '', widthPx), bare)).toBe(0);
  });
});

it('the demo mould with its defaults looks as the snippet it was made from', async () => {
  const { mould } = await readMould(join(demo, 'moulds/notice-rail'));
  const { parts } = deliver(compileMould(mould).cast(), { form: 'block', document: true, runtime });
  const text = readFileSync(join(demo, 'snippets/notice-rail.html'), 'utf8');
  const bare = await picture(page(text), 768);
  expect(differing(await picture(parts.document ?? '', 768), bare)).toBe(0);
});
