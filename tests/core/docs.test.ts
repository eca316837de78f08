import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { mouldOf } from '../support/mould.ts';

/** The pieces of an example so far; each that is shown anew takes the place of the one before. */
interface Example {
  fields?: JsonObject;
  template?: string;
  style?: string;
  values?: JsonObject;
}

const lines = (text: string) => text.trim().replace(/\n\s*\n/g, '\n');

/** Runs every block whose language is followed by a word of ours, in the order of the page. */
function examplesOf(page: string): [name: string, run: () => void][] {
  const text = readFileSync(new URL(`../../docs/${page}.md`, import.meta.url), 'utf8');
  const now: Example = {};
  return [...text.matchAll(/^```\w+ (\w+)\n(.*?)^```/gms)].flatMap(([, part = '', code = '']) => {
    if (part === 'fields') {
      Object.assign(now, { fields: JSON.parse(code), style: '', values: {} });
    } else if (part === 'values') now.values = JSON.parse(code);
    else if (part === 'template' || part === 'style') now[part] = code;
    if (part !== 'gives' && part !== 'says') return [];
    const { values = {}, ...mould } = now;
    return [[`${page}: ${lines(code).slice(0, 60)}`, () => tryOut(mould, values, code, part)]];
  });
}

function tryOut(parts: Example, values: JsonObject, code: string, part: string): void {
  const compiled = compileMould(mouldOf(parts));
  const wrong = compiled.findings.filter(({ level }) => level === 'error');
  if (part === 'says') {
    const said = wrong.length > 0 ? wrong : compiled.cast({ id: 'c', values }).findings;
    expect(said.map(({ message }) => message)).toEqual([code.trim()]);
    return;
  }
  expect(wrong).toEqual([]);
  const { markup, mouldStyle } = compiled.cast({ id: 'c', values });
  const bare = lines(markup.replace(/ data-(?:mould|cast|look)="[^"]*"/g, ''));
  if (code.trim().startsWith('<')) expect(bare).toBe(lines(code));
  else expect(mouldStyle).toContain(code.trimEnd());
}

describe('the examples of the docs are true', () => {
  const examples = ['fields', 'bindings', 'safety'].flatMap(examplesOf);
  it.each(examples)('%s', (_, run) => run());
  it('are many', () => expect(examples.length).toBeGreaterThan(15));
});
