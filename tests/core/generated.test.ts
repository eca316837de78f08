import fc from 'fast-check';
import { parseFragment, serialize } from 'parse5';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { closed } from '../../src/core/compile/style/brackets.ts';
import { parseStyle } from '../../src/core/compile/style/parse-style.ts';
import { rootFactsOf } from '../../src/core/compile/style/root-facts.ts';
import { scopeStyle } from '../../src/core/compile/style/scope-style.ts';
import { readMarkup } from '../../src/core/compile/template/markup.ts';
import { runs } from '../run/long.ts';
import { mouldOf, someFields } from '../support/mould.ts';

function mix(bits: readonly string[], most: number): fc.Arbitrary<string> {
  return fc.array(fc.constantFrom(...bits), { maxLength: most }).map((some) => some.join(''));
}

const tags = [
  '<p>',
  '</p>',
  '<ul>',
  '<li>',
  '</ul>',
  '<b class="a" ID=x>',
  '</b>',
  '<br/>',
  '<!-- ',
  ' -->',
  '<table>',
  '<tr>',
  '<td>',
  '</table>',
  '<svg viewBox="0 0 1 1">',
  '</svg>',
  '<template>',
  '</template>',
  '<a href=x target="_top">',
  '</a>',
  '<style>',
  '</style>',
  '&amp;',
  'é',
  '\r\n',
  '\n  ',
  'text',
  '<',
  '"',
];
const bindings = [
  '{~heading~}',
  '{~rows.time~}',
  '{~more~}',
  '{~nope~}',
  '{~',
  '{~~',
  '<p km-when="note">',
  '<li km-each="rows">',
  '<i km-each="rows.calls" km-when="not framed">',
  '<p title="{~heading~}">',
  '<a href="{~more~}" rel=me>',
  '<td km-each="count">',
  '<p style="color: {~tint~}">',
  ' km-each="rows"',
];

describe('whatever the template', () => {
  it('without bindings it is written back as it was', () => {
    let written = 0;
    fc.assert(
      fc.property(mix(tags, 25), (template) => {
        const compiled = compileMould(mouldOf({ template }));
        if (!compiled.isSound) return;
        written += 1;
        const { markup: cast } = compiled.cast({ id: 'c' });
        const markup = cast.replaceAll('~c', '');
        const wrapper = '<div data-mould="board" data-cast="c">\n';
        const bare = markup.startsWith(wrapper)
          ? markup.slice(wrapper.length, -'\n</div>'.length)
          : markup.replace(' data-mould="board" data-cast="c"', '');
        // End tags of nothing are left out, and what was left open is closed at the end.
        const withoutEnds = (text: string) => text.replace(/<\/[a-z][^<>]*>/gi, '');
        expect(withoutEnds(bare)).toBe(withoutEnds(template));
        const tree = (text: string) => serialize(parseFragment(`<div>${text}`));
        expect(tree(bare)).toBe(tree(template));
      }),
      { seed: 21, numRuns: runs(150, 500) },
    );
    expect(written).toBeGreaterThan(runs(100, 330));
  });

  it('with bindings it is cast, or told why not, and never throws else', () => {
    let sound = 0;
    fc.assert(
      fc.property(mix([...tags, ...bindings], 16), (template) => {
        const compiled = compileMould(mouldOf({ fields: someFields, template }));
        const errors = compiled.findings.filter(({ level }) => level === 'error');
        expect(compiled.isSound).toBe(errors.length === 0);
        for (const { line, column } of errors) expect(line && column).toBeGreaterThan(0);
        if (!compiled.isSound) return;
        sound += 1;
        const { markup: cast } = compiled.cast({ id: 'c' });
        const markup = cast.replaceAll('~c', '');
        const names = readMarkup(markup).elements.flatMap(({ attributes }) => attributes);
        expect(names.filter(({ name }) => name.startsWith('km-'))).toEqual([]);
      }),
      { seed: 22, numRuns: runs(150, 500) },
    );
    expect(sound).toBeGreaterThan(20);
  });
});

/** The last rule of a sheet that stands in no other. */
function lastIn(style: string): string {
  const { tree } = parseStyle(style);
  const last = tree.type === 'StyleSheet' ? tree.children.last : undefined;
  return style.slice(last?.loc?.start.offset);
}

describe('whatever the style', () => {
  const markup = readMarkup('');
  const boxFacts = rootFactsOf({
    element: undefined,
    markup,
    page: {},
    asksForPage: false,
    scripts: [],
  });
  const bits = [
    '.a',
    '#b',
    'p',
    '*',
    'body',
    ':root',
    '::before',
    ':hover',
    '>',
    '+',
    ' ',
    ', ',
    '&',
    '[c="}"]',
    '{',
    '}',
    'color: red',
    ';',
    '--x: 1',
    '@media (width) ',
    '@keyframes k ',
    'from',
    '/* ',
    ' */',
    '"',
    "'",
    '\\',
    '\n',
    '(',
    ')',
    '!important',
    '@layer a, b;',
    '<!--',
    '*zoom: 1',
  ];
  it('scoping adds, and takes nothing but what means the page', () => {
    let read = 0;
    fc.assert(
      fc.property(mix(bits, 20), (style) => {
        const { rules, beside, findings } = scopeStyle(style, 'm', { rootFacts: boxFacts });
        // Whatever it is, what comes after it is not taken in.
        expect(lastIn(`x { ${rules} }\ny { }`)).toBe('y { }');
        // What is left out is reported.
        if (findings.length > 0) return;
        read += 1;
        const mark = String.raw`\[data-mould="m"\]`;
        const added = new RegExp(
          String.raw`:(?:is\(&, & \*\)|where\((?:${mark}, )?${mark} \*\)|where\(${mark}\)|${mark}|not\((?:html|html, a b|a b)\))|--m\b`,
          'g',
        );
        const bare = rules.replace(added, '');
        if (beside !== '' || style.includes('@layer')) return;
        const without = (text: string) => text.replace(/<!--|\*(?![/:])|body|:root|&|[\s>+]/g, '');
        expect(without(bare)).toBe(without(closed(style)));
      }),
      { seed: 23, numRuns: runs(300, 1000) },
    );
    expect(read).toBeGreaterThan(runs(30, 100));
  });
});
