import { spawn } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, it } from 'vitest';
import { findNeeds } from '../../src/core/author/needs/find-needs.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { compareFields } from '../../src/core/pack/compare-fields.ts';
import { openRack } from '../../src/node/rack/rack.ts';
import { usualRack } from '../../src/node/rack/usual-rack.ts';
import { folderWith, keenMould } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

const dist = pathToFileURL(join(import.meta.dirname, '../../dist/')).href;

function versioned(mould: Mould, version: string, name = mould.manifest.name): Mould {
  const manifest = { ...mould.manifest, version, name };
  return { ...mould, manifest, manifestText: JSON.stringify(manifest) };
}

const plain = mouldOf({
  fields: { heading: { type: 'string', title: 'Heading', default: 'Trams' } },
});

it('keeps moulds by name and version, the newest first to be taken, none written over', async () => {
  const rack = openRack(join(folderWith(), 'rack'));
  expect(await rack.list()).toEqual({ entries: [], findings: [] });
  for (const version of ['1.2.0', '1.10.0', '1.9.3']) {
    expect(await rack.add(versioned(plain, version))).toBe(true);
  }
  expect(await rack.add(versioned(plain, '1.9.3'))).toBe(false);
  const other = { ...versioned(plain, '1.9.3'), template: '<b>other</b>' };
  await expect(rack.add(other)).rejects.toThrow(
    /board 1\.9\.3 is already on the rack with different content/,
  );
  expect((await rack.take('board')).manifest.version).toBe('1.10.0');
  expect((await rack.take('board', { version: '1.9.3' })).template).toBe(plain.template);
  await expect(rack.take('bord')).rejects.toThrow(/Did you mean board/);
  await expect(rack.take('../board')).rejects.toThrow(/is not on the rack/);
  const entries = async (...words: string[]) =>
    (await rack.list(words)).entries.map(({ name }) => name);
  expect(await entries('HEADING')).toEqual(['board']);
  expect(await entries('heading', 'signals')).toEqual([]);
  expect(await rack.drop('board', '1.10.0')).toEqual(['1.10.0']);
  expect(await rack.drop('board')).toEqual(['1.2.0', '1.9.3']);
  expect(await entries()).toEqual([]);
});

it('begins another mould from one, and shows a pack that was changed as what it is', async () => {
  const rack = openRack(join(folderWith(), 'rack'));
  await rack.add(plain);
  const { manifest, manifestText } = await rack.take('board', { as: 'winter-board' });
  expect(manifest).toMatchObject({ name: 'winter-board', title: 'Winter board', version: '1.0.0' });
  expect(JSON.parse(manifestText)).toMatchObject({
    name: 'winter-board',
    fields: plain.manifest.fields,
  });
  const path = join(rack.folder, 'board/1.0.0.zip');
  const bytes = readFileSync(path);
  bytes[60] = (bytes[60] as number) ^ 0xff;
  writeFileSync(path, bytes);
  const { entries, findings } = await rack.list();
  expect([entries, findings.length, findings[0]?.file]).toEqual([[], 1, path]);
});

it('gives the new mould its name wherever it names itself', async () => {
  const rack = openRack(join(folderWith(), 'rack'));
  const mould = mouldOf({
    slots: { notes: { accepts: ['board', 'note'] } },
    template: '<div km-slot="notes"></div>',
    files: { 'samples/two.json': '{ "format": 1, "slots": { "notes": [{ "mould": "board" }] } }' },
  });
  await rack.add(mould);
  const { manifest, manifestText, files } = await rack.take('board', { as: 'wall' });
  expect(manifest.slots?.notes?.accepts).toEqual(['wall', 'note']);
  expect(JSON.parse(manifestText)).toEqual(manifest);
  expect(JSON.parse(String(files['samples/two.json']))).toEqual({
    format: 1,
    slots: { notes: [{ mould: 'wall' }] },
  });
});

it('says what a mould needs of a site, and what of that it does not declare', () => {
  const needy = mouldOf({
    fields: { tint: { kind: 'color', default: '#123' } },
    template: '<p class="lead own" style="color: var(--site-ink); --mine: 1px">a</p>',
    style:
      '@property --turn { syntax: "<angle>"; inherits: false; initial-value: 0deg }\n.own { color: var(--tint); margin: var(--mine, var(--gap)); rotate: var(--turn) }',
  });
  const libraries = [{ name: 'rails', script: 'https://cdn.example/rails.js' }];
  const manifest = { ...needy.manifest, libraries, needs: { properties: ['--site-ink'] } };
  expect(findNeeds({ ...needy, manifest })).toEqual({
    properties: ['--site-ink', '--gap'],
    classes: ['lead'],
    styles: [],
    libraries: [],
    loads: ['https://cdn.example/rails.js'],
    undeclared: ['--gap', 'lead'],
  });
});

it('loses nothing of a hundred adds from four processes at once, nor by a kill in the middle', async () => {
  const folder = join(folderWith(), 'rack');
  const script = `
    const { openRack } = await import('${dist}node/index.js');
    const rack = openRack(process.argv[1]);
    const mould = JSON.parse(process.argv[2]);
    for (let at = 0; at < 25; at += 1) {
      const manifest = { ...mould.manifest, version: '1.' + process.argv[3] + '.' + at };
      await rack.add({ ...mould, manifest, manifestText: JSON.stringify(manifest) });
      // One that all of them add.
      await rack.add({ ...mould, manifest: { ...manifest, version: '2.0.' + at }, manifestText: JSON.stringify({ ...manifest, version: '2.0.' + at }) });
      process.stdout.write(manifest.version + '\\n');
    }`;
  const run = (number: number, isKilled: boolean) =>
    new Promise<string[]>((done) => {
      const words = [
        '--input-type=module',
        '-e',
        script,
        folder,
        JSON.stringify(plain),
        String(number),
      ];
      const child = spawn(process.execPath, words);
      let said = '';
      child.stdout.on('data', (text) => {
        said += text;
        if (isKilled && said.split('\n').length > 8) child.kill('SIGKILL');
      });
      child.on('close', () => done(said.trim().split('\n')));
    });
  const said = await Promise.all([run(1, false), run(2, true), run(3, false), run(4, false)]);
  const rack = openRack(folder);
  for (const version of said.flat()) {
    expect((await rack.take('board', { version })).manifest.version).toBe(version);
  }
  const files = readdirSync(join(folder, 'board')).filter((name) => name.endsWith('.zip'));
  expect(files.filter((name) => name.startsWith('2.0.'))).toHaveLength(25);
  expect(files.filter((name) => name.startsWith('1.2.')).length).toBeGreaterThan(5);
  expect((await rack.list()).findings).toEqual([]);
}, 60_000);

it('tells what became of the fields from one version to the next', () => {
  const fields = {
    heading: { type: 'string' },
    note: { type: 'string' },
    size: { type: 'string' },
    rows: { type: 'array', items: { type: 'object', properties: { time: { type: 'string' } } } },
  };
  const later = {
    title: { type: 'string', wasNamed: ['heading'] },
    size: { kind: 'length' },
    rows: {
      type: 'array',
      items: { type: 'object', properties: { time: { type: 'string' }, to: { kind: 'link' } } },
    },
  };
  expect(compareFields(mouldOf({ fields }), mouldOf({ fields: later }))).toEqual({
    added: ['rows.to'],
    gone: ['note'],
    renamed: [{ from: 'heading', to: 'title' }],
    otherKind: [{ path: 'size', from: 'text', to: 'length' }],
  });
});

it('as a command adds, lists, takes, renews and drops', async () => {
  const folder = folderWith();
  const json = async (...words: string[]) => {
    const ran = await keenMould(folder, ['rack', ...words, '--rack', 'r', '--json']);
    return JSON.parse(ran.stdout);
  };
  const one = openRack(join(folder, 'r'));
  await one.add({ ...plain, files: { 'samples/first.json': '{"heading":"x","note":"y"}' } });
  expect((await json('list', 'heading')).entries).toMatchObject([
    { name: 'board', version: '1.0.0', fields: ['Heading'] },
  ]);
  expect(await json('take', 'board@1.0.0')).toMatchObject({ mould: 'board', version: '1.0.0' });
  expect((await json('take', 'board')).findings[0].code).toBe('call/would-overwrite');
  await one.add(versioned(mouldOf({ fields: { line: { type: 'string' } } }), '1.1.0'));
  const { changes, lost } = await json('take', 'board', '--replace');
  expect(changes).toEqual({ added: ['line'], gone: ['heading'], renamed: [], otherKind: [] });
  expect(lost).toEqual(['samples/first.json heading', 'samples/first.json note']);
  // The sample that was there is no part of what lies on the rack.
  expect((await json('add', 'board')).findings[0].code).toBe('rack/other-content');
  expect((await json('drop', 'board@1.0.0')).dropped).toEqual(['1.0.0']);
});

it('stands where the system has the data of users', () => {
  expect(usualRack({ XDG_DATA_HOME: '/d' }, 'linux', '/users/ada')).toBe(
    join('/d', 'keen-mould', 'rack'),
  );
  expect(usualRack({}, 'linux', '/users/ada')).toBe('/users/ada/.local/share/keen-mould/rack');
  expect(usualRack({}, 'darwin', '/users/ada')).toContain('Application Support');
  expect(usualRack({ KEEN_MOULD_RACK: '/x' }, 'win32', 'C:')).toBe('/x');
});
