import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { Json, JsonObject } from '../../src/core/model/json-source.ts';
import type { Kind } from '../../src/core/model/kind.ts';
import { kindNames, kinds } from '../../src/core/model/kinds.ts';
import { checkValues } from '../../src/core/model/values/mould-values.ts';
import { markupOf, mouldOf } from '../support/mould.ts';

const settled = (declared: JsonObject, value: Json): Json | undefined =>
  checkValues(mouldOf({ fields: { a: declared } }), { a: value }).values.a;
const complaint = (declared: JsonObject, value: Json): string =>
  checkValues(mouldOf({ fields: { a: declared } }), { a: value }).findings[0]?.message ?? '';

describe('every kind', () => {
  it.each(kindNames)('%s is complete: it has a schema, a blank value and a control', (name) => {
    const kind: Kind = kinds[name];
    const items = name === 'list' ? { items: { type: 'string' } } : {};
    const choice = name === 'choice' ? { enum: ['a'] } : {};
    const { findings, root } = compileMould(
      mouldOf({ fields: { a: { kind: name, ...items, ...choice } } }),
    );
    expect(findings).toEqual([]);
    expect(kind.called).toMatch(/^(?:an? |markup|rich text)/);
    expect(typeof kind.control).toBe('string');
    expect(root.members[0]?.kindName).toBe(name);
  });
});

describe('values are taken leniently where that is safe', () => {
  it.each<[declared: JsonObject, given: Json, taken: Json]>([
    [{ type: 'string' }, 12, '12'],
    [{ type: 'number' }, '12.5', 12.5],
    [{ enum: [2, 3] }, '3', 3],
    [{ kind: 'length' }, 12, '12px'],
    [{ kind: 'length', unit: 'rem' }, '1.5', '1.5rem'],
    [{ kind: 'length' }, 'calc(1rem + 2%)', 'calc(1rem + 2%)'],
    [{ kind: 'duration' }, 300, '300ms'],
    [{ kind: 'duration' }, '0.3s', '0.3s'],
    [{ kind: 'multiline' }, 'a\r\nb', 'a\nb'],
    [{ kind: 'date' }, '2026-06-07', '2026-06-07'],
    [{ kind: 'date', format: 'time' }, '10:20', '10:20'],
    [{ kind: 'date', format: 'date-time' }, '2026-06-07T10:20', '2026-06-07T10:20'],
    [{ kind: 'shape' }, 'circle(50% at 20% 30%)', 'circle(50% at 20% 30%)'],
    [{ kind: 'list', items: { type: 'string' } }, 'one', ['one']],
    [{ kind: 'richtext' }, 'a < b', 'a &lt; b'],
  ])('%j takes %j', (declared, given, taken) => {
    expect(complaint(declared, given)).toBe('');
    expect(settled(declared, given)).toEqual(taken);
  });

  it.each<[declared: JsonObject, given: Json, taken: JsonObject]>([
    [{ kind: 'link' }, '/quarry', { href: '/quarry', text: '' }],
    [{ kind: 'link' }, 'Quarry End', { href: '', text: 'Quarry End' }],
    [{ kind: 'image' }, 'car.svg', { src: 'car.svg', fit: 'cover' }],
    [{ kind: 'media' }, 'bell.mp3', { src: 'bell.mp3', loop: false }],
    [{ kind: 'icon' }, 'fa fa-bell', { class: 'fa fa-bell', svg: null, src: null }],
    [{ kind: 'icon' }, 'bell.svg', { src: 'bell.svg', class: null }],
    [{ kind: 'fill' }, 'teal', { color: 'teal', image: null }],
    [{ kind: 'fill' }, 'moss.svg', { image: 'moss.svg', color: null }],
    [{ kind: 'typeface' }, 'Depot Sans, serif', { family: 'Depot Sans, serif', size: null }],
  ])('%j takes %j for its members', (declared, given, taken) => {
    expect(complaint(declared, given)).toBe('');
    expect(settled(declared, given)).toMatchObject(taken);
  });

  it("another picture does not keep the words and the size of the default's", () => {
    const declared = { kind: 'image', default: { src: 'a.svg', alt: 'Car 7', width: 80 } };
    expect(settled(declared, 'b.svg')).toMatchObject({ src: 'b.svg', alt: null, width: null });
    expect(settled(declared, { fit: 'contain' })).toMatchObject({ src: 'a.svg', alt: 'Car 7' });
  });
});

describe('a value that is none of its kind is refused with what is expected', () => {
  it.each<[declared: JsonObject, given: Json, said: string]>([
    [{ kind: 'length' }, '12 px', 'must be a CSS length'],
    [{ kind: 'length' }, '1px/*', 'must be a CSS length'],
    [{ kind: 'length' }, 'var(--x)', 'must be a CSS length'],
    [{ kind: 'duration' }, '-1s', 'must be a CSS time'],
    [{ kind: 'date' }, '2026-02-30', 'must be a date such as 2026-06-07'],
    [{ kind: 'date', format: 'time' }, '25:00', 'must be a time such as 10:20'],
    [{ kind: 'date', format: 'date-time' }, '2026-06-07', 'must be a date and time'],
    [{ kind: 'shape' }, 'url(#x)', 'must be a CSS shape'],
    [{ kind: 'color' }, 'red/*x*/', 'must be a CSS colour'],
    [{ kind: 'image' }, 'javascript:x', 'Picture address must be a relative address'],
    [{ kind: 'icon' }, { class: 'a" onclick="x' }, 'Classes must match'],
    [{ kind: 'media' }, { src: 'a', type: 'text"' }, 'Type must match'],
    [{ kind: 'typeface' }, { weight: 'heavy' }, 'Weight must be normal, bold or a number'],
    [{ kind: 'fill' }, { color: 'red', position: 'x;y' }, 'Position must be a CSS position'],
    [{ kind: 'target' }, 'a {', 'must be a CSS selector'],
    [{ kind: 'target' }, '.fares:hovver, a', 'must be a CSS selector'],
    [{ kind: 'target' }, '.fares::befor', 'must be a CSS selector'],
    [{ kind: 'icon' }, '<p>no drawing</p>', 'Drawing must be an <svg> element'],
    [{ kind: 'icon' }, '<svg x=">', 'Drawing must be an <svg> element'],
  ])('%j refuses %j', (declared, given, said) => {
    expect(complaint(declared, given)).toContain(said);
  });
});

describe('what a value becomes where it stands', () => {
  const photo = { kind: 'image', default: { src: 'a b,c.svg', alt: '' } };
  it.each<[declared: JsonObject, template: string, written: string]>([
    [{ kind: 'multiline', default: 'a\n<b>' }, '<p>{~a~}</p>', '<p>a<br>&lt;b&gt;</p>'],
    [
      { kind: 'multiline', default: 'a\nb' },
      '<textarea>{~a~}</textarea>',
      '<textarea>a\nb</textarea>',
    ],
    [
      { kind: 'richtext', default: '<p>a</p><p>b</p>' },
      '<div>{~a~}</div>',
      '<div><p>a</p><p>b</p></div>',
    ],
    [{ kind: 'richtext', default: '<p>a</p><p>b</p>' }, '<p>{~a~}</p>', '<p>a<br>b</p>'],
    [
      { kind: 'richtext', default: '<a href="/x">a</a>' },
      '<button>{~a~}</button>',
      '<button>a</button>',
    ],
    [
      {
        kind: 'richtext',
        classes: ['mark'],
        default: '<span class="mark js">a</span> <b class="x">b</b>',
      },
      '<p>{~a~}</p>',
      '<p><span class="mark">a</span> <b>b</b></p>',
    ],
    [
      { kind: 'image', default: { src: 'data:image/png;base64,AA' } },
      '<img src="{~a~}"><a href="{~a~}">b</a>',
      '<img src="data:image/png;base64,AA"><a>b</a>',
    ],
    [
      { kind: 'richtext', default: '<b>a</b> &amp; b' },
      '<i title="{~a~}"></i>',
      '<i title="a &amp; b"></i>',
    ],
    [{ kind: 'markup', default: '<b>a' }, '<div>{~a~}</div>', '<div><b>a</b></div>'],
    [{ kind: 'markup', default: 'a</div>b' }, '<div>{~a~}</div>', '<div>ab</div>'],
    [
      { kind: 'date', default: '2026-06-07' },
      '<time datetime="{~a~}"></time>',
      '<time datetime="2026-06-07"></time>',
    ],
    [photo, '<img src="{~a~}" alt="{~a.alt~}">', '<img src="a b,c.svg" alt="">'],
    [photo, '<img srcset="{~a~} 2x" alt="">', '<img srcset="a%20b%2Cc.svg 2x" alt="">'],
    [{ ...photo, default: null }, '<img srcset="x.svg 1x, {~a~} 2x">', '<img srcset="x.svg 1x">'],
    [{ ...photo, default: null }, '<img srcset="{~a~} 2x">', '<img>'],
    [
      { kind: 'media', default: { src: 'a.mp4', loop: true } },
      '<video src="{~a~}" loop="{~a.loop~}" muted="{~a.muted~}"></video>',
      '<video src="a.mp4" loop=""></video>',
    ],
    [
      { kind: 'icon', default: 'bell' },
      '<p>{~a~}</p>',
      '<p><i class="bell" aria-hidden="true"></i></p>',
    ],
    [
      { kind: 'icon', default: { src: 'b.svg', label: 'Bell' } },
      '<p>{~a~}</p>',
      '<p><img src="b.svg" alt="Bell"></p>',
    ],
    [
      { kind: 'link', default: '/a' },
      '<select><option value="{~a~}">x</select>',
      '<select><option value="/a">x</select>',
    ],
    [{ type: 'string', default: ' a  b ' }, '<p class="c {~a~}"></p>', '<p class="c a b"></p>'],
    [
      { type: 'string', default: '{"x":"\'"}' },
      "<p data-x='{~a~}'></p>",
      "<p data-x='{&quot;x&quot;:&quot;&#39;&quot;}'></p>",
    ],
  ])('%j in %s', (declared, template, written) => {
    const inner = markupOf({ a: declared }, `<section>${template}</section>`);
    expect(inner.replace(/^<section[^>]*>|<\/section>$/g, '')).toBe(written);
  });

  it.each<[declared: JsonObject, style: string, written: string]>([
    [
      { kind: 'image', default: 'a"b.svg' },
      'p { background: var(--a) }',
      '--a: url("a\\22 b.svg");',
    ],
    [{ kind: 'image', default: null }, 'p { background: var(--a) }', '--a: initial;'],
    [{ kind: 'image', default: 'a.svg' }, 'p { object-fit: var(--a-fit) }', '--a-fit: cover;'],
    [{ kind: 'fill', default: 'teal' }, 'p { background: var(--a) }', '--a: teal;'],
    [
      { kind: 'fill', default: { image: 'm.svg', fit: 'tile', color: 'red' } },
      'p { background: var(--a) }',
      '--a: url("m.svg") center / auto repeat red;',
    ],
    [
      { kind: 'typeface', default: { family: 'Depot Sans, serif', weight: 700 } },
      'p { font: var(--a) }',
      '--a-family: "Depot Sans", serif;\n    --a-size: initial;\n    --a-weight: 700;',
    ],
    [{ kind: 'shape', default: 'circle(40%)' }, 'p { clip-path: var(--a) }', '--a: circle(40%);'],
    [{ kind: 'duration', default: 400 }, 'p { transition: var(--a) }', '--a: 400ms;'],
  ])('%j in %s', (declared, style, written) => {
    const { mouldStyle } = compileMould(mouldOf({ fields: { a: declared }, style })).cast();
    expect(mouldStyle).toContain(written);
  });

  it('a typeface is bound at one place, its spacing and capitals with it', () => {
    const fields = { a: { kind: 'typeface', default: { letterSpacing: 1 } } };
    const style = 'p { font: var(--a) }';
    const { mouldStyle } = compileMould(mouldOf({ fields, style })).cast();
    expect(mouldStyle).toMatch(/letter-spacing: var\(--a-letter-spacing\)/);
    expect(mouldStyle).toMatch(/text-transform: var\(--a-case\)/);
  });

  it('script is given a duration as the number of its ms, in rows as well', () => {
    const fields = {
      wait: { kind: 'duration', default: '0.4s' },
      rows: {
        type: 'array',
        items: { type: 'object', properties: { pause: { kind: 'duration', default: 90 } } },
        default: [{}],
      },
    };
    const mould = mouldOf({ fields, script: 'mould.values.wait + mould.values.rows' });
    const { values, scriptValues } = compileMould(mould).cast();
    expect(scriptValues).toMatchObject({ wait: 400, rows: [{ pause: 90 }] });
    expect(values).toMatchObject({ wait: '0.4s', rows: [{ pause: '90ms' }] });
  });
});

describe('JSON stays JSON, whatever is filled in', () => {
  const fields = {
    text: { type: 'string', default: 'a "b" </script> \\' },
    count: { type: 'integer', default: 3 },
    rows: { type: 'array', items: { type: 'string' }, default: ['x', "y'"] },
    link: { kind: 'link', default: '/a' },
  };
  const read = (template: string, pattern: RegExp) => {
    const markup = markupOf(fields, template);
    const [, json = ''] = pattern.exec(markup) ?? [];
    return JSON.parse(
      json
        .replaceAll('&quot;', '"')
        .replaceAll('&#39;', "'")
        .replaceAll('&lt;', '<')
        .replaceAll('&gt;', '>'),
    );
  };

  it('in attributes', () => {
    const template = `<p data-x='{"t":"say {~text~}","n":{~count~},"r":{~rows~}}'>x</p>`;
    expect(read(template, /data-x='([^']*)'/)).toEqual({
      t: 'say a "b" </script> \\',
      n: 3,
      r: ['x', "y'"],
    });
    expect(read('<p data-r="{~rows~}">x</p>', /data-r="([^"]*)"/)).toEqual(['x', "y'"]);
  });

  it('in data blocks', () => {
    const template =
      '<div><script type="application/ld+json">{"name":"{~text~}","url":"{~link.href~}","all":{~link~}}</script></div>';
    expect(read(template, /json">(.*?)<\/script>/)).toMatchObject({
      name: 'a "b" </script> \\',
      url: '/a',
      all: { href: '/a', newTab: false },
    });
  });

  it.each([
    ['<script type="application/json">{"a": {~txet~}}</script>', 'template/unknown-field'],
    ['<script type="application/json">{"a" {~text~}}</script>', 'template/no-value-here'],
    ['<script type="application/json">{"a": "{~rows~}"}</script>', 'template/no-text'],
    ['<script type="text/javascript">{~text~}</script>', 'template/no-value-here'],
  ])('%s is refused', (template, code) => {
    const { findings } = compileMould(mouldOf({ fields, template: `<div>${template}</div>` }));
    expect(findings[0]?.code).toBe(code);
  });
});

describe('custom properties that CSS does not take are told', () => {
  it.each([
    ['@media (max-width: var(--tint)) { p { color: red } }', 'style/no-var', '1:20', '@media'],
    ['p { color: red }\np:is(var(--tint)) { color: red }', 'style/no-var', '2:6', 'a selector'],
    ['@keyframes k { var(--tint) { color: red } }', 'style/no-var', '1:16', 'a keyframe selector'],
    ['p { background: url(var(--tint)) }', 'style/no-var', '1:17', 'url()'],
    ['p { var(--tint): red }', 'style/no-var', '1:5', 'the name of a property'],
    ['@font-face { font-family: var(--tint) }', 'style/no-var', '1:27', '@font-face'],
    ['p { color: var(--tnit) }', 'style/unknown-name', '1:12', 'Did you mean --tint?'],
  ])('%s', (style, code, at, said) => {
    const { findings } = compileMould(mouldOf({ fields: { tint: { kind: 'color' } }, style }));
    const found = findings.find((one) => one.code === code);
    expect(`${found?.line}:${found?.column}`).toBe(at);
    expect(found?.message).toContain(said);
  });

  it.each([
    '@supports (color: var(--tint)) { p { color: var(--tint) } }',
    'p { --own: var(--tint); color: var(--own, var(--else)) }',
    'p { color: var(--tnit, red) }',
    '/* var(--tnit) in words */ p { color: red }',
  ])('%s is fine', (style) => {
    const { findings } = compileMould(mouldOf({ fields: { tint: { kind: 'color' } }, style }));
    expect(findings).toEqual([]);
  });
});

describe('rich text and drawings are cleaned', () => {
  it.each<[given: string, cleaned: string]>([
    ['<p onclick="x()" style="color:red" class="a">a</p>', '<p>a</p>'],
    ['<script>x()</script>a<style>p{}</style>', 'a'],
    ['<a href="javascript:x()">a</a>', '<a>a</a>'],
    ['<a href="java&#10;script:x()">a</a>', '<a>a</a>'],
    ['<a href="/x" target="_blank">a</a>', '<a href="/x" target="_blank" rel="noopener">a</a>'],
    ['<svg><p><style><img src=x onerror=x()></style></p></svg>', '<p></p>'],
    ['<math><mtext><table><mglyph><style><img src=x onerror=x()>', ''],
    ['<img src="data:text/html,x" alt="a">', '<img alt="a">'],
    ['<custom-thing>a</custom-thing>', 'a'],
    ['<li>a</li><ul><li>b</li></ul>', 'a<ul><li>b</li></ul>'],
    ['a</div></p><!-- x -->', 'a'],
  ])('%s', (given, cleaned) => {
    expect(settled({ kind: 'richtext' }, given)).toBe(cleaned);
    expect(settled({ kind: 'richtext' }, cleaned)).toBe(cleaned);
  });

  it.each<[given: string, cleaned: RegExp]>([
    [
      '<svg viewBox="0 0 8 8" onload="x()"><path d="M0 0h8"/></svg>',
      /^<svg viewBox="0 0 8 8"><path d="M0 0h8"><\/path><\/svg>$/,
    ],
    [
      '<svg><script>x()</script><a href="javascript:x()"><path d="M0"/></a></svg>',
      /^<svg><\/svg>$/,
    ],
    ['<svg><foreignObject><p>x</p></foreignObject></svg>', /^<svg><\/svg>$/],
    ['<svg><rect fill="url(https://x.example/a#b)"/></svg>', /^<svg><rect><\/rect><\/svg>$/],
    [
      '<svg><defs><linearGradient id="g"></linearGradient></defs><rect fill="url(#g)"/></svg>',
      /<linearGradient id="(i\w+-g)">.*fill="url\(#\1\)"/,
    ],
  ])('%s', (given, cleaned) => {
    const { svg } = settled({ kind: 'icon' }, { svg: given }) as { svg: string };
    expect(svg).toMatch(cleaned);
  });
});
