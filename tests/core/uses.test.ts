import { describe, expect, it } from 'vitest';
import { boundFields } from '../../src/core/author/bind/bound-fields.ts';
import { renameField } from '../../src/core/author/bind/rename-field.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { usesIn, usesOf } from '../../src/core/compile/uses/field-uses.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { mouldOf } from '../support/mould.ts';

const fields: JsonObject = {
  tint: { kind: 'color', default: '#b3541e' },
  line: { type: 'string', default: 'Mill & Weir' },
  count: { type: 'integer', default: 3 },
  photo: { kind: 'image', default: { src: 'assets/a.svg', alt: 'Depot' } },
};
const made = (part: 'template' | 'style' | 'script', text: string) =>
  mouldOf({ fields, [part]: text });

describe('a use of a field is told from what only looks like one', () => {
  it.each([
    ['template', '<p title="{~line~}">{~ line ~}</p><!-- {~line~} -->', 'line', 2],
    [
      'template',
      '<p km-when="not line" km-class="line is x: on; count: b">{~lines~}</p>',
      'line',
      2,
    ],
    [
      'template',
      '<p style="color: var(--tint)" onclick="go(mould.values.tint)">tint</p>',
      'tint',
      2,
    ],
    ['template', '<p km-each="count">{~count#number~}</p>', 'count', 2],
    ['style', '/* var(--tint) */ a { color: var( --tint , red); b: "var(--tint)" }', 'tint', 1],
    ['style', 'a { --tint-of: 1; color: rgb(from var(--tint, var(--other)) r g b) }', 'tint', 1],
    ['style', 'a { --tint: red }', 'tint', 1],
    ['script', '// mould.values.line\nsay("mould.values.line", mould.values.line);', 'line', 1],
    ['script', 'mould?.values?.line; mould.values["line"]; mould.values[`line`];', 'line', 3],
    ['script', 'const v = mould.values; (() => { const v = {}; v.line; })(); v.line;', 'line', 1],
    ['script', 'const { values } = mould; const { line: l = "x", tint } = values;', 'line', 1],
    ['script', 'function f(mould) { return mould.values.line; }', 'line', 0],
    ['script', 'root.style.setProperty("--tint", x);', 'tint', 1],
  ] as const)('in %s: %s', (part, text, name, count) => {
    const mould = made(part, text);
    const { root } = compileMould(mould);
    const field = root.members.find(({ path }) => path === name);
    const { uses, loose } = usesIn(mould);
    expect(field && usesOf(uses, field).map((use) => use.as)).toHaveLength(count);
    expect(loose).toEqual([]);
  });

  it.each([
    'draw(mould.values);',
    'const { line, ...rest } = mould.values;',
    'mould.values[key];',
    'const copy = { ...mould.values };',
    'let v = mould.values; v = {};',
    'send(mould);',
    'this is no script: mould.values.line',
  ])('values that no name follows are reported: %s', (script) => {
    expect(usesIn(made('script', script)).loose.length).toBeGreaterThan(0);
  });
});

describe('a field that nobody noted a place of gives its default back', () => {
  it.each([
    [
      'template',
      '<p>{~line~}<img src="{~photo~}" alt="{~photo.alt~}"></p>',
      'line',
      '<p>Mill &amp; Weir<img src="{~photo~}" alt="{~photo.alt~}"></p>',
    ],
    [
      'template',
      '<img src="{~photo~}" alt="{~photo.alt~}"><!-- {~photo~} -->',
      'photo',
      '<img src="assets/a.svg" alt="Depot"><!-- {~photo~} -->',
    ],
    [
      'template',
      '<p style="color: var(--tint, red)">x</p>',
      'tint',
      '<p style="color: #b3541e">x</p>',
    ],
    [
      'style',
      'a { color: var(--tint, var(--x, (red))) } /* var(--tint) */',
      'tint',
      'a { color: #b3541e } /* var(--tint) */',
    ],
    ['script', 'const { line } = mould.values;', 'line', 'const line = "Mill & Weir";'],
    [
      'script',
      'const { line: l = "x", count, tint } = mould.values, b = 1;',
      'line',
      'const { count, tint } = mould.values, l = "Mill & Weir", b = 1;',
    ],
    [
      'script',
      'const { count, line } = mould.values;',
      'line',
      'const { count } = mould.values, line = "Mill & Weir";',
    ],
    ['script', 'go(mould?.values?.line.length);', 'line', 'go(("Mill & Weir").length);'],
    [
      'script',
      'go(mould.values.count.toFixed(), mould.values.count);',
      'count',
      'go((3).toFixed(), 3);',
    ],
    [
      'script',
      'const { values: v } = mould; go(v.line); // mould.values.line',
      'line',
      'const { values: v } = mould; go("Mill & Weir"); // mould.values.line',
    ],
    [
      'script',
      'const { photo: { alt } } = mould.values; go(alt, mould.values.photo.alt);',
      'photo',
      /^const \{ alt \} = \{.*"alt":"Depot".*\}; go\(alt, "Depot"\);$/,
    ],
  ] as const)('in %s: %s', (part, text, name, left) => {
    const { mould, findings } = unbindField(made(part, text), name);
    if (typeof left === 'string') expect(mould[part]).toBe(left);
    else expect(mould[part]).toMatch(left);
    expect(findings.map(({ code }) => code)).toEqual(['bind/default-put-back']);
  });

  it('and says where it may still be read', () => {
    const { findings } = unbindField(
      made('script', 'go(mould.values.line, mould.values);'),
      'line',
    );
    expect(findings.map(({ code }) => code)).toEqual(['bind/default-put-back', 'bind/still-read']);
  });
});

it.each([
  [
    'script',
    'const v = mould.values; go(v?.line, mould.values["line"]); // mould.values.line',
    'go(v?.text, mould.values.text); // mould.values.line',
  ],
  [
    'script',
    'const { line = 1 } = mould.values; line;',
    'const { text: line = 1 } = mould.values; line;',
  ],
  [
    'style',
    '/* --line */ a::after { content: var(--line) }',
    '/* --line */ a::after { content: var(--text) }',
  ],
  [
    'template',
    '<!-- {~line~} --><p km-class="line is line: line">{~line~}</p>',
    '<!-- {~line~} --><p km-class="text is line: line">{~text~}</p>',
  ],
] as const)('another name in %s: %s', (part, text, renamed) => {
  expect(renameField(made(part, text), 'line', 'text').mould[part]).toContain(renamed);
});

it('a field that is bound only by its members is listed as bound, where they are', () => {
  const style = '.a { color: red }\n.a { font-family: var(--letters-family) }';
  const mould = mouldOf({
    fields: {
      letters: { kind: 'typeface', default: { family: 'Arial' } },
      rest: { kind: 'color' },
    },
    template: '<p class="a">Depot</p>',
    style,
  });
  expect(boundFields(mould).map(({ field, where }) => [field, where])).toEqual([
    ['letters', 'style.css, line 2'],
  ]);
});
