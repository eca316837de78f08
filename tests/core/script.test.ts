import { describe, expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { readScript } from '../../src/core/compile/script/read-script.ts';
import { wrapScript } from '../../src/core/compile/script/wrap-script.ts';
import { readMarkup } from '../../src/core/compile/template/markup.ts';
import type { Library } from '../../src/core/model/mould.ts';
import { mouldOf } from '../support/mould.ts';

function wrapped(script: string, template = '', libraries: readonly Library[] = []): string {
  return wrapScript(script, readScript(script), readMarkup(template), libraries);
}

describe('a script becomes a function of mould', () => {
  it('with the author’s text inside as it is', () => {
    expect(wrapped('// a\n  let  x = 1\n')).toBe('function (mould) {\n// a\n  let  x = 1\n}');
  });

  it('that is strict where the script was', () => {
    expect(wrapped('"use strict"; f()')).toContain("(mould) {\n'use strict';\n");
  });

  it('that waits where the script did', () => {
    expect(wrapped('await fetch("a")')).toMatch(/^async function \(mould\) \{\n'use strict';/);
  });

  it('that cannot end its element', () => {
    const script = wrapped('s = "</script><!--"; t = a < b');
    expect(script).toContain('"<\\/script><\\!--"; t = a < b');
  });

  it.each([
    ['function go() {}', 'onclick="go(1)"', 'go'],
    ['var { a: [go], ...rest } = x', "onclick='rest.y'", 'rest'],
    ['let $go = 1', 'onclick="$go++"', '$go'],
    ['class Go {}', 'onclick="new Go"', 'Go'],
  ])('%s is reached by %s', (script, attribute, name) => {
    expect(wrapped(script, `<b ${attribute}>`)).toContain(`defineProperty(window, '${name}'`);
  });

  it.each([
    ['function go() {}', 'onclick="a.go()"'],
    ['function go() {}', 'title="go()"'],
    ['if (a) { let go = 1 }', 'onclick="go()"'],
  ])('%s is not put on the page for %s', (script, attribute) => {
    expect(wrapped(script, `<b ${attribute}>`)).not.toContain('defineProperty');
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
    ["import 'dial'", 'await import("./assets/dial.mjs");'],
    [
      "import t from './t.json' with { type: 'json' }",
      'const { default: t } = await import("./t.json", { with: { type: "json" } });',
    ],
  ])('%s becomes a call inside the function', (script, call) => {
    expect(wrapped(`${script};\ngo()`, '', libraries)).toBe(
      `async function (mould) {\n'use strict';\n${call}\ngo()\n}`,
    );
  });

  it('is told of where no library has the name', () => {
    const script = "import a from 'dail';";
    expect(compileMould(mouldOf({ script })).findings).toMatchObject([
      { code: 'script/imports', file: 'script.js', line: 1, column: 1 },
    ]);
  });
});

describe('$ in a script', () => {
  const libraries = [{ name: 'jquery', script: 'assets/jquery.js', provides: 'jQuery' }];
  it('is jQuery, also where a host has it by its long name only', () => {
    expect(wrapped("$('b').hide()", '', libraries)).toContain('const $ = window.jQuery;');
  });

  it.each([
    ['function $(x) { return document.querySelector(x) }\n$("b")', libraries],
    ["$('b').hide()", []],
    ["jQuery('b').hide()", libraries],
  ])('is left alone in %s', (script, given) => {
    expect(wrapped(script, '', given)).not.toContain('const $');
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
