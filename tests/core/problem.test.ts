import { describe, expect, it } from 'vitest';
import { codeFrame } from '../../src/core/problem/code-frame.ts';
import { finding } from '../../src/core/problem/finding.ts';
import { nearestName } from '../../src/core/problem/nearest-name.ts';
import { wording } from '../../src/core/problem/wording.ts';
import { indexLines } from '../../src/core/text/line-index.ts';

describe('the name that was likely meant', () => {
  const known = ['heading', 'title', 'time', 'to', 'rows.time'];
  it.each([
    ['haeding', 'heading'],
    ['Heading', 'heading'],
    ['headings', 'heading'],
    ['titel', 'title'],
    ['tmie', 'time'],
    ['rows.tme', 'rows.time'],
    ['x', undefined],
    ['footer', undefined],
    ['', undefined],
  ])('for %s is %s', (typed, meant) => expect(nearestName(typed, known)).toBe(meant));
});

describe('lines and columns', () => {
  it.each([
    ['a\nb', 2, '2:1'],
    ['a\r\nb', 3, '2:1'],
    ['a\r\nb', 2, '1:3'],
    ['a\rb', 2, '2:1'],
    ['', 0, '1:1'],
    ['ab', 99, '1:3'],
    ['a\n\nb', 3, '3:1'],
    ['\u{1f68b}b', 2, '1:3'],
  ])('in %j, offset %i is %s', (text, offset, at) => {
    const { line, column } = indexLines('f', text).placeAt(offset);
    expect(`${line}:${column}`).toBe(at);
  });
});

describe('a code frame', () => {
  it('marks the column between the lines around it', () => {
    expect(codeFrame('one\ntwo\nthree\nfour', 2, 3)).toBe('1 | one\n2 | two\n  |   ^\n3 | three');
  });
  it('keeps its rule straight where numbers grow, and at either end', () => {
    const text = Array.from({ length: 12 }, (_, index) => `l${index + 1}`).join('\n');
    expect(codeFrame(text, 10, 1)).toBe(' 9 | l9\n10 | l10\n   | ^\n11 | l11');
    expect(codeFrame(text, 1, 1)).toBe('1 | l1\n  | ^\n2 | l2');
    expect(codeFrame(text, 12, 2)).toBe('11 | l11\n12 | l12\n   |  ^');
  });
  it('cuts long lines around the column, and counts a tab as one', () => {
    const frame = codeFrame(`\t${'a'.repeat(200)}X${'b'.repeat(200)}`, 1, 202, 40);
    const [source = '', mark = ''] = frame.split('\n');
    expect(source.length).toBeLessThanOrEqual(44);
    expect(source[mark.indexOf('^')]).toBe('X');
  });
});

describe('the wording', () => {
  const data = new Proxy(
    {},
    { get: (_, key) => (/s$|known|looked/.test(String(key)) ? ['a', 'b'] : 'a') },
  );
  it.each(Object.keys(wording) as (keyof typeof wording)[])('of %s is plain sentences', (code) => {
    const { message, hint } = finding(code, data as never);
    for (const words of hint === undefined ? [message] : [message, hint]) {
      expect(words).not.toMatch(/undefined|\[object|!|\s\s/);
      expect(words.trim()).toBe(words);
    }
    if (code !== 'call/usage') expect(message).toMatch(/[.?]$/);
  });
});
