import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Finding } from '../../src/core/problem/finding.ts';

const page = readFileSync(
  fileURLToPath(new URL('../../docs/findings.md', import.meta.url)),
  'utf8',
);

/** Entries of the page that show an example and the same mended. */
const entries = page.split(/^### /m).flatMap((entry) => {
  const code = /^`([^`]+)`/.exec(entry)?.[1] ?? '';
  const blocks = [...entry.matchAll(/^```(html|css|js)\n(.*?)^```/gms)];
  const [wrong, mended] = blocks.map(([, language = '', text = '']) => ({ language, text }));
  const level = /^`.*`\n(Error|Warning|Note)/.exec(entry)?.[1]?.toLowerCase();
  const isFixed = /mended by itself/.test(entry);
  return wrong && mended ? [{ code, level, isFixed, wrong, mended }] : [];
});

function mouldOfExample({ language, text }: { language: string; text: string }) {
  return importSnippet([{ name: `example.${language}`, text }]).mould;
}

const codes = (findings: readonly Finding[]) => findings.map(({ code }) => code);
const telling = (findings: readonly Finding[]) =>
  codes(findings.filter(({ level }) => level !== 'note'));

describe.each(entries)('the example of $code', ({ code, level, isFixed, wrong, mended }) => {
  it('has that finding, and no other error or warning', () => {
    const findings = checkMould(mouldOfExample(wrong));
    expect(codes(findings)).toContain(code);
    expect(telling(findings).filter((one) => one !== code)).toEqual([]);
    const found = findings.find((one) => one.code === code);
    expect(found?.level).toBe(level);
    expect(found?.fixable ?? false).toBe(isFixed);
  });

  it('is silent once mended', () => {
    const findings = checkMould(mouldOfExample(mended));
    expect(codes(findings)).not.toContain(code);
    expect(telling(findings)).toEqual([]);
  });

  it.runIf(isFixed)('is mended by itself, and then has it no more', () => {
    const { fixed, left } = fixMould(mouldOfExample(wrong));
    expect(codes(fixed)).toContain(code);
    expect(codes(left)).not.toContain(code);
  });
});
