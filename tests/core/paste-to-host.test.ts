import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { findNeeds } from '../../src/core/author/needs/find-needs.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { mouldOf } from '../support/mould.ts';

const imported = (text: string) => importSnippet([{ name: 'a.html', text }]).mould;
const codesOf = (text: string) => checkMould(imported(text)).map(({ code }) => code);

describe('code in places where nothing would keep it to its cast', () => {
  it.each<[name: string, paste: string, style: string, script: string]>([
    [
      'style of a drawing',
      '<svg><style>.a { fill: red }</style><path class="a"/></svg>',
      '.a { fill: red }',
      '',
    ],
    [
      'style in a section',
      '<svg><defs><style><![CDATA[ .a { fill: red } ]]></style></defs></svg>',
      '.a { fill: red }',
      '',
    ],
    [
      'style in a comment',
      '<svg><style><!-- .a { fill: red } --></style></svg>',
      '.a { fill: red }',
      '',
    ],
    [
      'style in a section behind comments',
      '<svg><style>/*<![CDATA[*/ .a { fill: red } /*]]>*/</style></svg>',
      '.a { fill: red }',
      '',
    ],
    ['script of a drawing', '<svg><script><![CDATA[ go(); ]]></script></svg>', '', 'go();'],
    [
      'script of a drawing, plain',
      '<svg><script type="text/javascript">go();</script></svg>',
      '',
      'go();',
    ],
    [
      'style of a template',
      '<template id="t"><style>p { color: red }</style><p>x</p></template>',
      'p { color: red }',
      '',
    ],
    [
      'script of a declared shadow tree',
      '<div><template shadowrootmode="open"><p>x</p><script>go();</script></template></div>',
      '',
      'go();',
    ],
  ])('%s is taken out', (_, paste, style, script) => {
    const mould = imported(paste);
    expect(mould.template).not.toMatch(/<style|<script|CDATA/);
    expect(mould.style.trim()).toBe(style);
    expect(mould.script.trim()).toBe(script);
  });

  it('style of a shadow tree stays in it', () => {
    const declared =
      '<div><template shadowrootmode="open"><style>p { color: red }</style><p>x</p></template></div>';
    const attached =
      '<template id="t"><style>p { color: red }</style></template><script>el.attachShadow({ mode: "open" }).append(t.content.cloneNode(true))</script>';
    for (const paste of [declared, attached]) {
      expect(imported(paste).template).toContain('<style>p { color: red }</style>');
      expect(codesOf(paste)).not.toContain('markup/loose-style');
    }
  });

  it.each<[code: string, template: string]>([
    ['markup/loose-style', '<svg><style>.a { fill: red }</style></svg>'],
    ['markup/loose-style', '<template><style>p { color: red }</style></template>'],
    ['markup/loose-script', '<template><script>go()</script></template>'],
    ['markup/loose-script', '<template><script src="/x.js"></script></template>'],
    ['markup/loose-script', '<svg><script>go()</script></svg>'],
    ['markup/frame-reaches', '<iframe title="x" srcdoc="<script>parent.hit()</script>"></iframe>'],
    [
      'markup/frame-reaches',
      '<iframe title="x" sandbox="allow-scripts allow-same-origin" srcdoc="<script>top[\'x\'] = 1</script>"></iframe>',
    ],
    ['markup/frame-reaches', '<iframe title="x" src="javascript:parent.hit()"></iframe>'],
  ])('what is left is reported as %s: %s', (code, template) => {
    expect(checkMould(mouldOf({ template })).map((one) => one.code)).toContain(code);
  });

  it.each([
    '<iframe title="x" srcdoc="<p>the parent company</p>"></iframe>',
    '<iframe title="x" sandbox="allow-scripts" srcdoc="<script>parent.hit()</script>"></iframe>',
    '<script type="application/json">{}</script>',
    '<script src="https://p.example/w.js" data-id="7"></script>',
  ])('and nothing else is: %s', (template) => {
    const codes = checkMould(mouldOf({ template })).map(({ code }) => code);
    expect(codes.filter((code) => /loose-|frame-reaches/.test(code))).toEqual([]);
  });
});

describe('custom properties that the mould does not set', () => {
  const styleOf = (template: string, style: string, script = '', slots = false) => {
    const mould = mouldOf({ template, style, script, ...(slots ? { slots: { more: {} } } : {}) });
    const cast = compileMould(mould).cast({ id: 'c' });
    return cast.pageStyle + cast.mouldStyle + cast.castStyle;
  };

  it('come from the site, and those that some of it sets do not', () => {
    const style = '.a { color: var(--brand); margin: var(--gap) } .b { --gap: 1px }';
    const all = styleOf('<p class="a">x</p>', style);
    expect(all).not.toMatch(/--brand: initial/);
    expect(all).toMatch(/--gap: initial/);
    expect(styleOf('<p style="--brand: red">x</p>', style)).toMatch(/--brand: initial/);
    expect(styleOf('<p>x</p>', style, 'root.style.setProperty("--brand", "red")')).toMatch(
      /--brand: initial/,
    );
    expect(styleOf('<p style="margin: var(--brand)">x</p>', style)).not.toMatch(/--brand: initial/);
  });

  it('keep their names beside slots', () => {
    const all = styleOf(
      '<div><div km-slot="more"></div></div>',
      'div { color: var(--brand); --own: 1px; margin: var(--own) }',
      '',
      true,
    );
    expect(all).toContain('var(--brand)');
    expect(all).toContain('var(--own--board)');
  });

  it('are told of once each, and listed as what the mould needs', () => {
    const style =
      'p { color: var(--brand); background: var(--brand); margin: var(--gap, 2px); padding: var(--tint) }';
    const mould = mouldOf({ fields: { tint: { kind: 'length', default: '1px' } }, style });
    const told = checkMould(mould).filter(({ code }) => code === 'style/from-site');
    expect(told.map(({ line, column, message }) => [line, column, message.split(' ')[0]])).toEqual([
      [1, 12, '--brand'],
    ]);
    expect(findNeeds(mould).properties).toEqual(['--brand', '--gap']);
    const manifest = { ...mould.manifest, needs: { properties: ['--brand'] } };
    const codes = checkMould({ ...mould, manifest }).map(({ code }) => code);
    expect(codes).not.toContain('style/from-site');
  });
});

it('a sheet that the page loads from elsewhere is told of, as it opens the mould to the site', () => {
  const mould = mouldOf({});
  const libraries = [{ name: 'icons', style: 'https://cdn.example/icons.css' }];
  const manifest = { ...mould.manifest, libraries };
  const text = JSON.stringify(manifest);
  const found = checkMould({ ...mould, manifest, manifestText: text }).map(({ code }) => code);
  expect(found).toContain('style/open-sheet');
});

it('an element that inherits has a box that is none in the layout, and one of its page a real one', () => {
  const markupOf = (style: string) =>
    compileMould(mouldOf({ template: '<a href="/x">x</a>', style })).cast({ id: 'c' }).markup;
  expect(markupOf('a { color: inherit }')).toMatch(
    /^<div [^>]*style="display: contents !important">/,
  );
  expect(markupOf('a { color: red }')).toMatch(/^<a /);
  expect(markupOf('body { color: red }')).toMatch(/^<div (?![^>]*contents)/);
});

it('a form with a control that hides one of its members is put into a box', () => {
  const rootOf = (template: string) =>
    compileMould(mouldOf({ fields: { x: { type: 'string' } }, template }))
      .cast({ id: 'c' })
      .markup.slice(0, 5);
  for (const name of ['dataset', 'id', 'querySelector', 'closest', 'isConnected', '{~x~}']) {
    expect([name, rootOf(`<form><input name="${name}"></form>`)]).toEqual([name, '<div ']);
  }
  expect(rootOf('<form><input name="email"></form>')).toBe('<form');
});

it('formatting that lost its end tag does not go on in the host', () => {
  const markup = compileMould(mouldOf({ template: '<div><p><b>x</p><p><i>y</i></p></div>' })).cast({
    id: 'c',
  }).markup;
  expect(markup).toMatch(/<\/div>(?:<\/b>)+$/);
});

describe('a script from a provider', () => {
  const kept = (paste: string) => /<script/.test(imported(paste).template);
  it.each([
    '<div><script src="https://p.example/show.js"></script></div>',
    '<p>a</p><script src="https://p.example/show.js" data-for="7"></script>',
    '<p>a</p><script src="https://p.example/posts/8f3a2c91d0.js"></script><p>b</p>',
    '<p>a</p><script async src="//p.example/embed.js?widget_id=12"></script>',
    '<script src="https://p.example/w.js"></script>',
  ])('stays where it stands, by which it knows its place: %s', (paste) => {
    expect(kept(paste)).toBe(true);
    const { ready } = compileMould(imported(paste));
    // Its style stands in the page, and would be held off with the host's.
    const { guard } = ready.styleIn({ sealed: false, look: 'own' });
    expect(guard).toContain(':not(:has(> script[src]) *)');
    expect(guard).not.toContain('!important');
  });

  it('may fill an empty element anywhere, so that none is guarded', () => {
    const paste =
      '<div><i id="here"></i><div id="p"></div></div><p><script src="https://p.example/w.js"></script></p>';
    const { ready } = compileMould(imported(paste));
    expect(ready.styleIn({ sealed: false, look: 'own' }).guard).toBe('');
  });

  it.each([
    '<div>x</div><script src="https://cdn.example/tool.js"></script><script>tool()</script>',
    '<div><script src="https://cdn.example/jquery.min.js"></script></div>',
    '<div>x<script src="https://cdn.example/npm/tool@2.1.0/tool.js"></script></div>',
  ])('is not what a library is: %s', (paste) => expect(kept(paste)).toBe(false));
});

it('a property of the site becomes a field with one action, and is the site’s while it is empty', () => {
  const text =
    '<footer class="f"><p>x</p></footer><style>.f { color: var(--brand); padding: var(--gap, 4px); border-color: var(--brand) }</style>';
  const mould = imported(text);
  const spots = findSpots(mould).filter(({ why }) => why.includes('comes from the site'));
  expect(
    spots.map(({ id, kind, default: value, recommended }) => [id, kind, value, recommended]),
  ).toEqual([
    ['brand', 'color', null, false],
    ['gap', 'length', '4px', false],
  ]);
  const { mould: bound } = bindSpots(mould, [{ id: 'brand' }, { id: 'gap' }]);
  expect(bound.style).toBe(mould.style);
  const compiled = compileMould(bound);
  const styleOf = (values = {}) => {
    const cast = compiled.cast({ id: 'c', values });
    return cast.mouldStyle + cast.castStyle;
  };
  expect(styleOf()).not.toMatch(/--brand:/);
  expect(styleOf()).toMatch(/--gap: 4px/);
  expect(styleOf({ brand: 'teal' })).toMatch(/--brand: teal/);
  expect(compiled.findings.map(({ code }) => code)).not.toContain('style/from-site');
  const { mould: left } = unbindField(bound, 'brand');
  expect(left.style).toBe(mould.style);
});
