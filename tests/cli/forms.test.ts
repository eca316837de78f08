import { cpSync, existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { demo, folderWithRail, keenMould } from '../support/command.ts';

it('writes each part of a form to a file, and says what to paste where', async () => {
  const folder = folderWithRail();
  const words = ['cast', 'notice-rail', '--as', 'placed', '--out', 'parts'];
  const { status, stdout, stderr } = await keenMould(folder, words);
  expect([status, stdout]).toEqual([0, '']);
  expect(readdirSync(join(folder, 'parts')).sort()).toEqual([
    'body-end.html',
    'head.html',
    'spot.html',
  ]);
  expect(readFileSync(join(folder, 'parts/head.html'), 'utf8')).toContain('<style>');
  expect(stderr).toContain('Paste the first part into the head');
  expect((await keenMould(folder, words)).status).toBe(2);
  expect((await keenMould(folder, [...words, '--replace'])).status).toBe(0);
  const printed = await keenMould(folder, ['cast', 'notice-rail', '--as', 'panes']);
  expect(printed.stdout).toMatch(
    /^──── HTML, for where the widget goes ────\n<!-- Notice rail \(notice-rail 1[\s\S]*\n──── CSS ────\n/,
  );
  const json = JSON.parse(
    (await keenMould(folder, ['cast', 'notice-rail', '--as', 'frame', '--json'])).stdout,
  );
  expect(json.parts.html).toContain('<iframe title="Notice rail" sandbox=');
});

it('packs a mould, and takes a pack in place of its folder; a broken one is refused', async () => {
  const folder = folderWithRail();
  expect((await keenMould(folder, ['cast', 'notice-rail', '--as', 'pack'])).status).toBe(0);
  expect(existsSync(join(folder, 'notice-rail-1.0.0.zip'))).toBe(true);
  expect((await keenMould(folder, ['cast', 'notice-rail', '--as', 'pack'])).status).toBe(2);
  const one = await keenMould(folder, ['cast', 'notice-rail-1.0.0.zip']);
  const other = await keenMould(folder, ['cast', 'notice-rail']);
  expect(one).toEqual(other);
  writeFileSync(join(folder, 'bad.zip'), 'no zip');
  const bad = await keenMould(folder, ['check', 'bad.zip']);
  expect([bad.status, bad.stdout + bad.stderr]).toEqual([
    2,
    expect.stringContaining('This is not a packed mould: it is not a zip file.'),
  ]);
});

it('casts several at once, with their files in a folder or in the code', async () => {
  const folder = folderWithRail();
  cpSync(join(demo, 'moulds/diary'), join(folder, 'diary'), { recursive: true });
  const both = ['cast', 'notice-rail', 'diary', '--out', 'all.html', '--assets', 'files'];
  const { stderr } = await keenMould(folder, [...both, '--minify', '--browsers', 'safari 12']);
  expect(stderr).toContain(
    'all.html holds 2 casts as block.\nCopied 1 file that the code uses to files.',
  );
  const code = readFileSync(join(folder, 'all.html'), 'utf8');
  expect(code).toContain('src="files/frame.svg"');
  expect(code).toContain('-webkit-');
  // These have no nested rules.
  expect(/<style>[\s\S]*?<\/style>/.exec(code)?.[0]).not.toMatch(/&[ ,.:{]/);
  expect(existsSync(join(folder, 'files/frame.svg'))).toBe(true);
  const inline = ['cast', 'notice-rail', 'diary', '--assets', 'inline'];
  const plain = await keenMould(folder, inline);
  expect(plain.stdout).toContain('src="data:image/svg+xml;base64,');
  const small = await keenMould(folder, [...inline, '--minify']);
  expect(small.stdout.length).toBeLessThan(plain.stdout.length * 0.9);
  const two = await keenMould(folder, ['cast', 'notice-rail', 'diary', '--id', 'one']);
  expect([two.status, two.stderr]).toEqual([2, expect.stringContaining('one cast at a time')]);
});

it('links style as a file by the name it is written under', async () => {
  const folder = folderWithRail();
  const words = ['cast', 'notice-rail', '--as', 'placed', '--style', 'file', '--out', 'parts'];
  await keenMould(folder, words);
  expect(existsSync(join(folder, 'parts/notice-rail.css'))).toBe(true);
  const head = readFileSync(join(folder, 'parts/head.html'), 'utf8');
  expect(head).toContain('<link rel="stylesheet" href="notice-rail.css">');
  expect(head).not.toContain('<style>');
});
