import { describe, expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compilersFor } from '../../src/node/files/compilers.ts';

const piecesOf = (text: string, name = 'paste.html') => [{ name, text }];
const withCompilers = async (text: string, name?: string) => {
  const pieces = piecesOf(text, name);
  return importSnippet(pieces, { compilers: await compilersFor(pieces) }).mould;
};

describe('what browsers do not run is compiled where its compiler is there', () => {
  it('TypeScript', async () => {
    const code =
      'const to: string = "x"; interface Row { name: string } const p = document.querySelector("p") as HTMLElement; p!.textContent = to;';
    for (const text of [
      `<p>x</p><script lang="ts">${code}</script>`,
      `<p>x</p><script>${code}</script>`,
    ]) {
      const { script } = await withCompilers(text);
      expect(script).toContain('const to = "x";');
      expect(script).not.toMatch(/interface|as HTMLElement|: string/);
    }
  });

  it('JSX', async () => {
    const { script } = await withCompilers(
      '<div id="a"></div><script type="text/babel">const App = () => <h1 className="x">Hi</h1>; ReactDOM.render(<App />, a);</script>',
    );
    expect(script).toContain('React.createElement("h1"');
    expect(script).not.toContain('<h1');
  });

  it('Pug', async () => {
    const pug =
      'section.card\n  h2.title Timetable\n  ul\n    each day in ["Sat", "Sun"]\n      li= day\n  a(href="/x") More\n';
    const { template } = await withCompilers(pug);
    expect(template.trim()).toBe(
      '<section class="card"><h2 class="title">Timetable</h2><ul><li>Sat</li><li>Sun</li></ul><a href="/x">More</a></section>',
    );
  });

  it('and a fault in it is told with its place', async () => {
    await expect(
      withCompilers('<p>x</p>\n<script lang="ts">\nconst a: = 3;\n</script>'),
    ).rejects.toMatchObject({ findings: [{ code: 'snippet/dialect-fault', line: 3 }] });
    await expect(withCompilers('p a\n  each x of\n  +', 'a.pug')).rejects.toMatchObject({
      findings: [{ code: 'snippet/dialect-fault' }],
    });
  });
});

it.each([
  ['snippet/typescript', '<script lang="ts">let a: number = 1</script>'],
  ['snippet/jsx', '<script type="text/babel">const A = () => <b>x</b></script>'],
  ['snippet/pug', 'div.a\n  p Words\n  p More words'],
])('without a compiler it is refused in one sentence: %s', (code, text) => {
  expect(() => importSnippet(piecesOf(text))).toThrowError(
    expect.objectContaining({ findings: [expect.objectContaining({ code })] }),
  );
});

it.each([
  'const a = { b: 1, ; document.title = a.b;',
  'const x: = 3;',
  'let y = cond ? a : ;',
  'function f( { return 1; }',
  'foo(x ? a : B;',
  'label: for (;;) { break label',
])('a script with a fault is a script with a fault, and imported: %s', async (code) => {
  const mould = await withCompilers(`<p>x</p><script>${code}</script>`);
  expect(mould.script.trim()).toBe(code);
  expect(
    checkMould(mould).some((one) => /^script\/(?:not-javascript|unclosed|stray)/.test(one.code)),
  ).toBe(true);
});

it.each([
  'Opening hours\n  Saturday 10 to 4\n  Sunday 11 to 3',
  'a { color: red }',
  '<div>\n  p. x\n</div>',
  'Just words',
  'ul and ol\nare lists',
])('what is no Pug is not taken for it: %j', (text) =>
  expect(() => importSnippet(piecesOf(text))).not.toThrow(),
);
