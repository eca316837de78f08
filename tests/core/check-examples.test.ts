import { describe, expect, it } from 'vitest';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Finding } from '../../src/core/problem/finding.ts';
import { type Example, entries } from '../support/findings-page.ts';
import { mouldOf } from '../support/mould.ts';

function mouldOfExample({ language, text }: Example) {
  return importSnippet([{ name: `example.${language}`, text }]).mould;
}

const codes = (findings: readonly Finding[]) => findings.map(({ code }) => code);
const telling = (findings: readonly Finding[]) =>
  codes(findings.filter(({ level }) => level !== 'note'));

describe.each(entries)('the example of $code', ({ code, level, isFixed, wrong, fixed }) => {
  it('has that finding, and no other error or warning', () => {
    const findings = checkMould(mouldOfExample(wrong));
    expect(codes(findings)).toContain(code);
    expect(telling(findings).filter((one) => one !== code)).toEqual([]);
    const found = findings.find((one) => one.code === code);
    expect(found?.level).toBe(level);
    expect(found?.fixable ?? false).toBe(isFixed);
  });

  it('is silent once fixed', () => {
    const findings = checkMould(mouldOfExample(fixed));
    expect(codes(findings)).not.toContain(code);
    expect(telling(findings)).toEqual([]);
  });
});

const fixed = entries.filter(({ isFixed }) => isFixed);
it.each(fixed)('the example of $code is fixed automatically, and then has it no more', (entry) => {
  const { fixed: done, left } = fixMould(mouldOfExample(entry.wrong));
  expect(codes(done)).toContain(entry.code);
  expect(codes(left)).not.toContain(entry.code);
});

describe('what a script puts in as markup', () => {
  const fields = { heading: { type: 'string' }, note: { kind: 'color' } } as const;
  const codesOf = (script: string, template = '<p>x</p>') =>
    codes(checkMould(mouldOf({ fields, template, script })));

  it.each([
    'mould.root.innerHTML = mould.values.heading;',
    'const { heading } = mould.values; mould.root.innerHTML = `<b>$' + '{heading}</b>`;',
    "const v = mould.values; mould.root.insertAdjacentHTML('beforeend', '<b>' + v.heading);",
  ])('is reported where it is text of a field: %s', (script) => {
    expect(codesOf(script)).toContain('script/text-as-markup');
  });

  it('is reported where it comes by way of an attribute', () => {
    const script = "const p = mould.root.querySelector('p'); p.innerHTML = p.dataset.long;";
    expect(codesOf(script, '<p data-long="{~heading~}">x</p>')).toContain('script/text-as-markup');
    expect(codesOf(script, '<p data-long="none">x</p>')).not.toContain('script/text-as-markup');
  });

  it.each([
    'mould.root.textContent = mould.values.heading;',
    "mould.root.innerHTML = '<b></b>';",
    'mould.root.innerHTML = mould.values.note;',
  ])('is let be where it cannot be code: %s', (script) => {
    expect(codesOf(script)).not.toContain('script/text-as-markup');
  });
});

it('an id inside a row is reported, unless the row is part of it', () => {
  const fields = { rows: { type: 'array', items: { type: 'object', properties: {} } } } as const;
  const codesOf = (id: string) =>
    codes(
      checkMould(mouldOf({ fields, template: `<ul><li km-each="rows" id="${id}">x</li></ul>` })),
    );
  expect(codesOf('tram')).toContain('markup/repeated-id');
  expect(codesOf('tram-{~rows#number~}')).not.toContain('markup/repeated-id');
});
