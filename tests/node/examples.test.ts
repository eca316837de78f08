import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { type CompiledMould, compileMould } from '../../src/core/compile/compile-mould.ts';
import { sampleNames, sampleOf } from '../../src/core/model/samples.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { demo } from '../support/command.ts';

const names = readdirSync(join(demo, 'moulds'));
const page = readFileSync(new URL('../../docs/examples.md', import.meta.url), 'utf8');
const compiledOf = new Map<string, CompiledMould>();
for (const name of names) {
  compiledOf.set(name, compileMould((await readMould(join(demo, 'moulds', name))).mould));
}
const pastes = readdirSync(join(demo, 'snippets'));

/** Files of a folder, or the one file, by name, byte for byte. */
function bytesOf(path: string): Record<string, string> {
  const files = statSync(path).isDirectory()
    ? readdirSync(path, { recursive: true, encoding: 'utf8' }).filter((name) =>
        statSync(join(path, name)).isFile(),
      )
    : [''];
  return Object.fromEntries(
    files.map((name) => [
      name || (path.split('/').at(-1) ?? ''),
      readFileSync(join(path, name), 'base64'),
    ]),
  );
}

it('every snippet of the demo has its mould, and every mould a row that says what it teaches', () => {
  const made = pastes.map((name) => name.replace('.html', ''));
  expect(names).toEqual(expect.arrayContaining(made));
  const rows = [...page.matchAll(/^\| \[([a-z-]+)\]\(\S+\) \| \S.+ \| \S.+ \|$/gm)];
  expect(rows.map(([, name]) => name)).toEqual(names);
});

describe.each(names)('the example %s', (name) => {
  it('holds its paste, three samples that cast as they are, and nothing to mend', async () => {
    const folder = join(demo, 'moulds', name);
    const paste = pastes.find((one) => one.replace('.html', '') === name);
    if (paste) {
      expect(bytesOf(join(folder, 'snippet'))).toEqual(bytesOf(join(demo, 'snippets', paste)));
    } else expect(existsSync(join(folder, 'snippet'))).toBe(true);
    const { mould, findings } = await readMould(folder);
    const wrong = [...findings, ...checkMould(mould)].filter(({ level }) => level !== 'note');
    expect(wrong).toEqual([]);
    const samples = readdirSync(join(folder, 'samples')).map((file) => file.replace('.json', ''));
    expect(samples.length).toBeGreaterThanOrEqual(3);
    expect(sampleNames(mould)).toEqual(expect.arrayContaining(samples));
    const compiled = compiledOf.get(name) as CompiledMould;
    const moulds = (one: string) => compiledOf.get(one);
    const casts = ['default', ...samples].map((sample) => {
      const found = sampleOf(mould, compiled.root, sample);
      const { findings: said, ...cast } = compiled.cast(found?.cast ?? {}, { moulds });
      expect([sample, said, found?.findings ?? []]).toEqual([sample, [], []]);
      return JSON.stringify([cast.markup, cast.values, found?.cast.slots]);
    });
    // No sample is another one under a second name.
    expect(new Set(casts).size).toBe(casts.length);
  });
});
