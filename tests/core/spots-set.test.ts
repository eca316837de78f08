import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { kindNames } from '../../src/core/model/kinds.ts';

const home = fileURLToPath(new URL('../spots/cases/', import.meta.url));

/** A place in a snippet: exact source, and which of several alike it is, from 1. */
type Place = string | readonly [text: string, nth: number];

/** A field that a practitioner would declare, and every place it stands; of rows, in the first. */
interface Expected {
  readonly kind: string;
  readonly at: readonly Place[];
  readonly rows?: number;
  readonly row?: readonly Expected[];
}

interface Case {
  readonly fields: readonly Expected[];
  /** Source that nobody would make a field of. */
  readonly never: readonly string[];
}

const flat = (fields: readonly Expected[]): Expected[] =>
  fields.flatMap((one) => [one, ...flat(one.row ?? [])]);

describe('the fields that a practitioner would declare', () => {
  const names = readdirSync(home);

  it('are written down for at least 25 snippets', () => {
    expect(names.length).toBeGreaterThanOrEqual(25);
  });

  it.each(names)('%s: each stands where it is said to', (name) => {
    const snippet = readFileSync(`${home}${name}/snippet.html`, 'utf8');
    const { fields, never }: Case = JSON.parse(readFileSync(`${home}${name}/fields.json`, 'utf8'));
    for (const { kind, at, rows, row } of flat(fields)) {
      expect(kindNames).toContain(kind);
      for (const place of at) {
        const [text, nth] = typeof place === 'string' ? [place, 1] : place;
        expect(snippet.split(text).length, text).toBeGreaterThan(nth);
      }
      if (kind === 'list') expect([typeof rows, Array.isArray(row)]).toEqual(['number', true]);
    }
    for (const text of never) expect(snippet, text).toContain(text);
  });
});
