import { describe, expect, it } from 'vitest';
import { readScript } from '../../src/core/compile/script/read-script.ts';
import { wrapScript } from '../../src/core/compile/script/wrap-script.ts';
import { readMarkup } from '../../src/core/compile/template/markup.ts';

function wrapped(script: string, template = ''): string {
  return wrapScript(script, readScript(script), readMarkup(template));
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

it('says where a script is no JavaScript, and that modules cannot be carried', () => {
  expect(readScript('let a = 1\nlet a = 2').findings).toMatchObject([
    { code: 'script/not-javascript', line: 2, column: 5 },
  ]);
  expect(readScript('a()\nexport let b').findings).toMatchObject([
    { code: 'script/imports', line: 2, column: 1 },
  ]);
  expect(readScript('').findings).toEqual([]);
});
