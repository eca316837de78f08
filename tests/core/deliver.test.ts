import fc from 'fast-check';
import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { importSnippet, snippetToDelivery } from '../../src/core/index.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { runs } from '../run/long.ts';
import { mouldOf, someFields } from '../support/mould.ts';

/** A block's style with what holds off a host, for a mould without anything of its own kind. */
const styleWith = (own: string) => `<style>
/* Browser defaults */
@layer km.site.mould.reset { [data-mould="board"]:not([data-look]) {
  &, & * {
    &, &::before, &::after { all: revert }
  }
  & { all: initial; display: block; margin: 1em 0; -webkit-locale: inherit }
} }
${own}
/* Keeps the site's rules out; yours go in @layer km.site */
@layer km { [data-mould="board"]:not([data-look]) {
  &, & * {
    &, &::before, &::after { all: revert-layer !important }
  }
} }
</style>`;

const runtime = { key: '1', parts: { start: 'start', alone: 'alone' } };
const registry = 'window[Symbol.for("keen-mould 1")]';

function blockOf(mould: Mould, values: JsonObject = {}): string {
  const cast = compileMould(mould).cast({ id: 'c', values });
  return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
}

const bound = mouldOf({
  fields: someFields,
  template:
    '<p title="{~heading~}" class="{~note~}" style="color: {~tint~}"><a href="{~more~}">{~more~}</a>' +
    '<b km-each="rows" title="{~rows.time~}">{~rows.calls#count~}</b>{~heading~}</p>'.replace(
      '{~rows.calls#count~}',
      '<i km-each="rows.calls">{~rows.calls~}</i>',
    ),
  style:
    'p { color: var(--tint) } b { color: var(--rows-shade) } p::after { content: var(--heading) }',
  script: 'console.log(mould.values.heading)',
});

describe('a block', () => {
  it('is style, markup and script in one piece', () => {
    const mould = mouldOf({
      template: '<p>a</p>\n',
      style: 'p { margin: 0 }\n',
      script: 'mould.id\n',
    });
    const own = `
@layer km.site.mould { [data-mould="board"] {
  p:is(&, & *) { margin: 0 }
} }
`;
    expect(blockOf(mould)).toBe(`<!-- board 1.0.0 -->
${styleWith(own)}
<p data-mould="board" data-cast="c">a</p>
<script>(page => {
page.mould || (start)(page);
})(${registry} ||= {});</script>
<script>${registry}.mould("board", {}, function (mould) { mould.id
});
${registry}.cast("c");
//# sourceURL=keen-mould/board/script.js</script>
`);
  });

  it('holds nothing that the mould has not', () => {
    expect(blockOf(mouldOf({ template: '<p>a</p>' }))).toBe(
      `<!-- board 1.0.0 -->\n${styleWith('')}\n<p data-mould="board" data-cast="c">a</p>\n`,
    );
  });

  it('gives a script that speaks of mould its values, as data that cannot end it', () => {
    const html = blockOf(bound, { heading: '</script>\u2028' });
    expect(html).toContain(`.cast("c", {"heading":"\\u003c/script>\\u2028"`);
  });

  it('loads libraries in order, style before and script after the markup', () => {
    const manifest = {
      ...mouldOf({}).manifest,
      libraries: [
        { name: 'a', script: '/a.js', style: '/a.css?x&y' },
        { name: 'b', script: '/b.js' },
      ],
    };
    const html = blockOf({ ...mouldOf({ script: 'go()' }), manifest });
    expect(html.match(/"\/\w.js"|@import .*|<p|\(start/g)).toEqual([
      '@import url("/a.css?x&y") layer(km.site.mould.far-board);',
      '<p',
      '(start',
      '"/a.js"',
      '"/b.js"',
    ]);
  });
});

it('an unbound mould gives back the markup of the paste, byte for byte', () => {
  const text = '<ul class=a >\n\t<LI>one<li>two &amp; <br/>\r\n</ul><!-- end -->';
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  const { markup } = compileMould(mould).cast({ id: 'c' });
  expect(markup.replace(' data-mould="a" data-cast="c"', '').trimEnd()).toBe(text);
});

it('the whole path is one call', () => {
  const { parts, findings } = snippetToDelivery(
    [{ name: 'rail.html', text: '<h2>Trams</h2>' }],
    (mould) => ({
      ...mould,
      manifest: { ...mould.manifest, fields: { properties: { heading: { type: 'string' } } } },
      template: mould.template.replace('Trams', '{~heading~}'),
    }),
    { values: { heading: 'Sunday <service>' } },
    { form: 'block', document: true, runtime },
  );
  expect(findings).toEqual([]);
  expect(parts.html).toContain('>Sunday &lt;service&gt;</h2>');
  expect(parts.document).toMatch(/^<!doctype html>\n<html lang="en">/);
});

it('the same mould and values give the same bytes, and another cast another id', () => {
  const made = (values: JsonObject, form: 'block' | 'placed' | 'frame') =>
    deliver(compileMould(bound).cast({ values }), { form, runtime });
  for (const form of ['block', 'placed', 'frame'] as const) {
    expect(made({ heading: 'a' }, form)).toEqual(made({ heading: 'a' }, form));
    expect(made({ heading: 'a' }, form).id).not.toBe(made({ heading: 'b' }, form).id);
  }
});

/** Names of elements and attributes in order: what no value may change. */
function skeleton(html: string): string {
  const names: string[] = [];
  const visit = (node: DefaultTreeAdapterTypes.Node): void => {
    if ('tagName' in node) {
      const isCode = node.tagName === 'style' || node.tagName === 'script';
      const attributes = node.attrs.map(({ name }) => name).filter((name) => !loose.has(name));
      names.push(`${node.tagName}[${attributes}]${isCode ? node.childNodes.length : ''}`);
    }
    if ('childNodes' in node) for (const child of node.childNodes) visit(child);
  };
  visit(parse(html));
  return names.join(' ');
}

/** Attributes of the bound template that are left out where their value is empty. */
const loose = new Set(['title', 'class', 'href', 'target', 'rel']);

describe('no value leaves its place', () => {
  const payloads = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 12 }),
    fc
      .array(
        fc.constantFrom(
          '<',
          '>',
          '"',
          "'",
          '&',
          '`',
          '=',
          ' ',
          '/',
          '\\',
          '{~',
          '~}',
          '{',
          '}',
          ';',
          ')',
          '</p>',
          '<script>',
          '</script>',
          '<!--',
          '-->',
          '</style>',
          '<img onerror=x>',
          '*/',
          'javascript:',
          'url(',
          'expression(',
          '\0',
          '\n',
          '\u2028',
          '&quot;',
          '\\3c ',
          '$&',
        ),
        { maxLength: 8 },
      )
      .map((some) => some.join('')),
  );
  const compiled = compileMould(bound);
  const plain = deliver(compiled.cast({ id: 'c' }), { form: 'block', runtime }).parts.html ?? '';

  it('whatever the text, the elements and attributes around it stay the same', () => {
    fc.assert(
      fc.property(payloads, payloads, payloads, (a, b, c) => {
        const rows = [
          { time: a, shade: b },
          { time: b, calls: [c, a] },
        ];
        const values = { heading: a, note: b, tint: c, more: { href: b, text: c }, rows };
        const cast = compiled.cast({ id: 'c', values });
        const { html = '' } = deliver(cast, { form: 'block', runtime }).parts;
        expect(skeleton(html)).toBe(skeleton(plain));
      }),
      { seed: 3, numRuns: runs(150, 500) },
    );
  });
});

describe('the height of a frame', () => {
  const castOf = (style: string) => compileMould(mouldOf({ style })).cast({ id: 'c' });
  const framed = (style: string, height?: number) =>
    deliver(castOf(style), { form: 'frame', runtime, height });
  it('follows what is in it, unless one is given', () => {
    expect(framed('p { color: red }').parts.html).toMatch(
      /height: 300px[\s\S]*addEventListener\('message'/,
    );
    const fixed = framed('p { color: red }', 420).parts.html;
    expect(fixed).toContain('height: 420px');
    expect(fixed?.replace(/srcdoc="[^"]*"/, '')).not.toContain('addEventListener');
    for (const height of [0, -3, 1.5, Number.NaN])
      expect(() => framed('', height)).toThrow('must be a whole number');
  });
  it('cannot follow what has a fixed position, and says so', () => {
    const codes = (height?: number) =>
      framed('p { position: fixed; top: 0 }', height).findings.map(({ code }) => code);
    expect(codes()).toEqual(['cast/frame-height']);
    expect(codes(60)).toEqual([]);
  });
});
