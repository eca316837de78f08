import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { isLong } from '../run/long.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';
import { differing } from '../support/pictures.ts';
import { shotOf } from '../support/shots.ts';

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

async function picture(document: string, widthPx: number): Promise<Uint8Array> {
  return (await shotOf(browser(), document, { width: widthPx })).png;
}

describe.each(isLong ? [400, 900] : [400])('at %i px', (widthPx) => {
  it.each(pastes)('the unbound cast of %s looks as the paste by itself', async (path) => {
    const text = readFileSync(path, 'utf8');
    const { mould } = importSnippet([{ name: 'paste.html', text }], { pageStyles: 'root' });
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
