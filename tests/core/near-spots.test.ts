import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots, nearSpots } from '../../src/core/author/bind/find-spots.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { bytesOf, textOf } from '../../src/core/text/utf8.ts';
import { casesHome } from '../spots/score.ts';

const importOf = (text: string) => importSnippet([{ name: 'a.html', text }], { name: 'a' }).mould;

describe('what nearly became a list or a field', () => {
  it.each([
    [
      'boxes of a form',
      '<form><p class="f"><label>Name</label><input name="who"></p><p class="f"><label>Day</label><input name="day"></p></form>',
      ['list: each asks for something else'],
    ],
    [
      'parts that the script asks for',
      `<div><div class="c"><h3>A</h3><p id="one">x</p></div><div class="c"><h3>B</h3><p id="two">y</p></div></div><script>one(document.getElementById('one'), document.getElementById('two'))</script>`,
      ['list: the script looks up each one by its id'],
    ],
    [
      'a rule that another overrules',
      '<p class="a">Hello</p><style>.a { color: #123456 } .a { color: #654321 }</style>',
      ['field: another rule of the same elements sets color again'],
    ],
    [
      'a rule that was left over',
      '<p class="a">Hello</p><style>.a { color: #123456 } .b .c { color: #654321 }</style>',
      ['field: nothing in the piece matches its rule'],
    ],
    [
      'a number that counts rows',
      '<ul class="u"><li>Ash tree</li><li>Oak tree</li><li>Elm tree</li></ul><style>.u { --count: 3; animation: a calc(var(--count) * 1s) }</style>',
      ['field: it counts the rows of a list'],
    ],
  ])('says what stood in the way: %s', (_, text, said) => {
    expect(nearSpots(importOf(text)).map(({ what, why }) => `${what}: ${why}`)).toEqual(said);
  });

  it('stands where it says, and is not recommended', () => {
    const mould = importOf(
      '<p class="a">x y</p><style>.a { color: red } .a { color: blue }</style>',
    );
    const [near] = nearSpots(mould);
    expect([near?.place.file, near?.place.line, near?.place.source]).toEqual([
      'style.css',
      1,
      'red',
    ]);
    const spot = findSpots(mould).find(({ id }) => id === near?.id);
    expect([spot?.recommended, spot?.against]).toEqual([false, near?.why]);
  });
});

describe('rows that differ in what no field is for', () => {
  it('carry it as values that no form shows', () => {
    const { mould } = bindSpots(
      importOf(
        '<ul><li><a href="/a" data-k="q7" ping="/p">Ash</a></li><li><a href="/b" data-k="zz" ping="/r">Oak</a></li><li><a href="/c" data-k="m2" ping="/p">Elm</a></li></ul>',
      ),
      'recommended',
    );
    const hidden = JSON.stringify(mould.manifest.fields).match(/"shown":false/g);
    expect(hidden).toHaveLength(2);
    expect(compileMould(mould).cast({ id: 'c' }).markup).toContain('data-k="zz" ping="/r"');
  });

  it('have pictures of which only some say what they show', () => {
    const paste =
      '<ul class="u"><li><img src="a.png"><h4>Ash</h4></li><li><img src="b.png" alt="A leaf"><h4>Oak</h4></li><li><img src="c.png"><h4>Elm</h4></li></ul>';
    const { mould, findings } = bindSpots(importOf(paste), 'recommended');
    expect(findings).toEqual([]);
    const { markup } = compileMould(mould).cast({ id: 'c' });
    expect(markup.match(/<img[^>]*>/g)?.map((one) => /alt="([^"]*)"/.exec(one)?.[1])).toEqual([
      '',
      'A leaf',
      '',
    ]);
  });

  it('may be written in ways that no value can stand for', () => {
    const paste =
      '<ul><li><a href="/a" onclick="one()">Ash</a></li><li><a href="/b" onclick="two()">Oak</a></li><li><a href="/c" onclick="one()">Elm</a></li></ul><script>function one() {} function two() {}</script>';
    const { mould } = bindSpots(importOf(paste), 'recommended');
    expect(mould.template.match(/km-when="\w+\.way is way-\d"/g)).toHaveLength(2);
    const { markup } = compileMould(mould).cast({ id: 'c' });
    expect(markup.match(/<a /g)).toHaveLength(3);
  });

  it('are counted from nothing on where they say so', () => {
    const paste =
      '<ul><li style="--i: 0" data-at="0">Ash tree</li><li style="--i: 1" data-at="1">Oak tree</li><li style="--i: 2" data-at="2">Elm tree</li></ul>';
    const { mould } = bindSpots(importOf(paste), 'recommended');
    expect(mould.template.match(/\{~\w+#index~\}/g)).toHaveLength(2);
    const { markup } = compileMould(mould).cast({ id: 'c' });
    expect(markup).toContain('style="--i: 2" data-at="2"');
  });

  it('keep the blanks that only some have between words and markup', () => {
    const { mould } = bindSpots(
      importOf('<ul><li><b>2</b> eggs</li><li><b>1</b>, large</li><li><b>3</b> more</li></ul>'),
      'recommended',
    );
    const { markup } = compileMould(mould).cast({ id: 'c' });
    expect(markup).toContain('<b>2</b> eggs');
    expect(markup).toContain('<b>1</b>, large');
  });

  it('are found in JSON that an attribute holds, and written as JSON', () => {
    const paste = `<div data-stops='[{"name":"Weir","km":0},{"name":"Kiln","km":2.5}]'>x</div>`;
    const { mould } = bindSpots(importOf(paste), 'recommended');
    expect(mould.template.trim()).toBe(`<div data-stops='{~stops~}'>x</div>`);
    const { markup } = compileMould(mould).cast({ id: 'c' });
    expect(markup).toContain('{&quot;name&quot;:&quot;Kiln&quot;,&quot;km&quot;:2.5}');
  });
});

describe('ties.json', () => {
  const bound = (text: string) => bindSpots(importOf(text), 'recommended').mould;
  const tiesOf = ({ files }: Mould) => textOf(files['ties.json'] as Uint8Array);
  it('is at most three times the paste', () => {
    const pastes = readdirSync(casesHome)
      .map((name) => readFileSync(`${casesHome}${name}/snippet.html`, 'utf8'))
      .filter(({ length }) => length > 1000);
    const ratios = pastes.map((text) => tiesOf(bound(text)).length / text.length);
    expect(ratios.filter((ratio) => ratio > 3)).toEqual([]);
  });

  it('of an earlier version is read, and gives back what was there', () => {
    const paste = '<ul><li>Ash tree</li><li>Oak tree</li></ul><p>Hello</p>';
    const mould = bound(paste);
    const { before, ties } = JSON.parse(tiesOf(mould));
    const files: Record<string, string> = { html: 'template.html', css: 'style.css' };
    const earlier = {
      format: 1,
      before,
      ties: ties.map(({ field, kind, changes }: never) => ({
        field,
        kind,
        places: [
          { field, file: 'template.html', line: 1, column: 5, replaced: '<li>Ash tree</li>' },
        ],
        changes: Object.entries(changes as Record<string, [number, number][]>).flatMap(
          ([part, all]) =>
            all.map(([start, end, ...written]) => ({ file: files[part], start, end, written })),
        ),
      })),
    };
    const kept = { ...mould.files, 'ties.json': bytesOf(JSON.stringify(earlier)) };
    const names = Object.keys(mould.manifest.fields.properties as object);
    const start: Mould = { ...mould, files: kept };
    const back = names.reduce((one, name) => unbindField(one, name).mould, start);
    expect(back.template).toBe(importOf(paste).template);
  });
});
