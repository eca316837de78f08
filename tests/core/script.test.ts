import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { CastScript } from '../../src/core/compile/script/cast-script.ts';
import { readScript } from '../../src/core/compile/script/read-script.ts';
import type { Library } from '../../src/core/model/mould.ts';
import { mouldOf } from '../support/mould.ts';

function made(
  script: string,
  template = '<p>x</p>',
  libraries: readonly Library[] = [],
): CastScript {
  const mould = mouldOf({ script, template });
  const manifest = { ...mould.manifest, libraries };
  return compileMould({ ...mould, manifest }).cast({ id: 'c' }).script as CastScript;
}

function wrapped(...given: Parameters<typeof made>): string {
  return made(...given).code;
}

describe('a script becomes a function of mould', () => {
  it('with the author’s text inside as it is', () => {
    expect(wrapped('// a\n  let  x = 1\n')).toBe('function (mould) { // a\n  let  x = 1\n}');
  });

  it('that is strict where the script was', () => {
    expect(wrapped('"use strict"; f()')).toMatch(
      /^function \(mould, reach\) \{ 'use strict'; const \{ window \} = reach; "use strict"; window\.f\(\)/,
    );
  });

  it('that waits where the script did', () => {
    expect(wrapped('await fetch("a")')).toMatch(
      /^async function \(mould\) \{ 'use strict'; await fetch/,
    );
  });

  it('that cannot end its element', () => {
    const script = wrapped('s = "</script><!--"; t = 1 < 2');
    expect(script).toContain('"<\\/script><\\!--"; t = 1 < 2');
  });

  it.each([
    ['function go() {}', 'onclick="go(1)"', 'function (event) { go(1)\n}'],
    [
      'var go',
      "onclick='return go &amp;&amp; 1' onfocus=go()",
      'function (event) { return go && 1\n}',
    ],
    ['', '<a href="javascript:window.print()"', 'function (event) { window.print()\n}'],
    ['window.go = f', 'onclick="go()"', 'function (event) { window.go()\n}'],
  ])('%s that knows its inline handler %s', (script, attribute, handler) => {
    const tag = attribute.startsWith('<') ? attribute : `<b ${attribute}`;
    expect(wrapped(script, `${tag}>x</b>`)).toContain(handler);
  });

  it.each(['onclick="go("', 'title="go()"', 'onclick=""'])('without %s', (attribute) => {
    expect(wrapped('let a = 1', `<b ${attribute}>x</b>`)).not.toContain('handlers');
  });
});

describe('what a script asks of its page it is given of its own', () => {
  it.each([
    ['document.title', 'mould, { document }', 'document.title'],
    ['setTimeout(f); function f() {}', 'mould, { setTimeout }', 'setTimeout(f)'],
    ['let document = 1; document', 'mould', 'document'],
    ['count = 1; count++', 'mould', 'var count; count = 1'],
    ['window.go = 1; go + window.go', 'mould, { window }', 'window.go + window.go'],
    ['f({ go }); window.go = 1', 'mould, { window }', 'f({ go: window.go })'],
    ['function go() {}; window.go()', 'mould, { window }', 'get go() { return go }'],
    ['onload = 1', 'mould, { window }', 'window.onload = 1'],
    ['document.body.scrollTop = 0', 'mould, { document }', 'mould.page.body.scrollTop = 0'],
    ['document.body.onclick = 1', 'mould, { document }', 'document.body.onclick = 1'],
    [
      "document.body.addEventListener('click', f)",
      'mould, { document, window }',
      "document.addEventListener('click', window.f)",
    ],
    [
      "document.body.addEventListener('mouseleave', 1)",
      'mould, { document }',
      "body.addEventListener('mouseleave', 1)",
    ],
    [
      'setTimeout("go()", 9); function go() {}',
      'mould, { setTimeout }',
      'setTimeout(function () { go() }, 9)',
    ],
    ['new Swiper(".a")', 'mould, { window }', 'new window.Swiper(".a")'],
    ['if (typeof define === "function") 1', 'mould', 'var define; if (typeof define'],
  ])('%s', (script, names, code) => {
    const text = wrapped(script);
    expect(/\(([^)]*)\)/.exec(text)?.[1]).toBe(names);
    expect(text).toContain(code);
  });

  it('reads an id as it was written, where the template has ids', () => {
    const script = 'a.id = b.id; c.getAttribute("href"); d?.e.id; ({ id } = f.target)';
    expect(wrapped(script, '<p id="x">x</p>')).toContain(
      'a.id = mould.plain(b.id); mould.plain(c.getAttribute("href")); d?.e.id; ({ id } = f.target)'.replace(
        /(?<![\w.])([a-f])(?=\.|\?)/g,
        'window.$1',
      ),
    );
    expect(wrapped(script)).not.toContain('plain');
  });

  it('finds an element by its id as a name', () => {
    expect(wrapped('lamp.hidden = true', '<p id="lamp">x</p>')).toContain(
      "const lamp = document.getElementById('lamp'); lamp.hidden = true",
    );
  });

  it.each([
    ['mould.root.hidden = true', ''],
    ['document.querySelector(".a")', 'confine'],
    ['document.title', 'confine named'],
    ['window.document.title', 'confine named'],
    ['setInterval(f, 9); function f() {}', 'confine timers'],
    ['window.onscroll = f; function f() {}', 'confine listen on named'],
    ['document.addEventListener("click", f); function f() {}', 'confine listen'],
    ['addEventListener("keydown", (e) => e.key == "Escape")', 'confine listen'],
    ['addEventListener("keydown", (e) => e.key == "Tab")', 'confine listen keys'],
    ['document.forms.a.submit()', 'confine forms'],
    ['document.getElementsByClassName("a")[0].id', 'confine classes'],
    ['customElements.define("a-b", C); class C {}', 'confine elements'],
    // Handed on, asked for by what is worked out, or not known: it may be anything.
    ['const d = document', 'facade confine listen open'],
    ['document[a]', 'facade confine listen open forms'],
    ['document.order.submit()', 'facade confine listen open forms'],
    ['(function (w) {})(this); document.title', 'facade confine listen open'],
    ['eval("1"); document.title', 'facade confine listen open'],
  ])('%s ships only the parts that it needs', (script, parts) => {
    expect(made(script).parts.join(' ')).toBe(`start ${parts}`.trim());
  });

  it('looks for ids of its own only where the template has some', () => {
    const parts = (script: string) => made(script, '<p id=a>').parts.join(' ');
    expect(parts('document.getElementById("a")')).toBe('start confine renumber');
    expect(parts('document.querySelector("#a")')).toBe('start confine selectors renumber');
    expect(parts('document.querySelector("#" + 1)')).toBe('start confine selectors renumber');
  });

  it('names what it asks of the page itself, and nothing that it declares', () => {
    const { reach } = made('function go() { document.title = innerWidth + window.Tram }');
    expect(reach).toEqual({ adds: ['named'], document: ['title'], window: ['Tram'] });
  });
});

describe('several scripts in one', () => {
  it('each fail alone, and know of each other what scripts of a page know', () => {
    const text = wrapped('const a = 1\nclass B {}\n\n//# next script\nlet c = a\n');
    expect(text).toBe(
      'function (mould) { try { var a = 1\nvar B = class B {}\n\n' +
        '} catch (error) { mould.failed(error) } try {\nvar c = a\n} catch (error) { mould.failed(error) }\n}',
    );
  });
});

describe('what a script imports', () => {
  const libraries = [
    { name: 'dial', module: 'assets/dial.mjs' },
    { name: 'tram', module: 'https://c.example/tram@1.0.0/tram.js' },
  ];
  it.each([
    ["import dial from 'dial'", 'const { default: dial } = await import("./assets/dial.mjs");'],
    [
      "import * as t from 'tram'",
      'const t = await import("https://c.example/tram@1.0.0/tram.js");',
    ],
    [
      "import dial, { a, b as c, 'd e' as e } from 'dial'",
      'const { default: dial, a, b: c, "d e": e } = await import("./assets/dial.mjs");',
    ],
    [
      "import d, * as t from './x.js'",
      'const t = await import("./x.js"); const { default: d } = t;',
    ],
    ["import 'dial'", 'await import("./assets/dial.mjs").catch(mould.failed);'],
    [
      "import t from './t.json' with { type: 'json' }",
      'const { default: t } = await import("./t.json", { with: { type: "json" } });',
    ],
  ])('%s becomes a call inside the function', (script, call) => {
    expect(wrapped(`${script};\ngo()`, '', libraries)).toBe(
      `async function (mould, reach) { 'use strict'; const { window } = reach; ${call}\nwindow.go()\n}`,
    );
  });

  it('is reported where no library has the name', () => {
    const script = "import a from 'dail';";
    expect(compileMould(mouldOf({ script })).findings).toMatchObject([
      { code: 'script/imports', file: 'script.js', line: 1, column: 1 },
    ]);
  });
});

describe('$ in a script', () => {
  const libraries = [{ name: 'jquery', script: '/jquery.js', provides: 'jQuery' }];
  it('is jQuery of the cast, also where a host has it by its long name only', () => {
    const { code, names, parts } = made("$('b').hide()", '<b>x</b>', libraries);
    expect(code).toContain("function (mould, { $ }) { $('b').hide()");
    expect(names).toEqual(['$']);
    expect(parts).toContain('jquery');
  });

  it('is left alone where the script makes it', () => {
    const script = 'function $(x) { return document.querySelector(x) }\n$("b")';
    expect(made(script, '<b>x</b>', libraries).names).toEqual(['document']);
  });
});

it('says where a script is no JavaScript, and that exports cannot be carried', () => {
  expect(readScript('let a = 1\nlet a = 2').findings).toMatchObject([
    { code: 'script/not-javascript', line: 2, column: 5 },
  ]);
  expect(readScript('a()\nexport let b').findings).toMatchObject([
    { code: 'script/exports', line: 2, column: 1 },
  ]);
  expect(readScript('').findings).toEqual([]);
});
