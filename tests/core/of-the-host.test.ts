import { describe, expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { findSpots } from '../../src/core/author/bind/find-spots.ts';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { setKey } from '../../src/core/author/hand/set-key.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';

const importOf = (text: string) => importSnippet([{ name: 'a.html', text }]).mould;
const recommended = (text: string, kind: string) =>
  findSpots(importOf(text)).flatMap((one) =>
    one.kind === kind && one.recommended ? [one.default] : [],
  );
const blockOf = (mould: ReturnType<typeof importOf>) =>
  deliver(compileMould(mould).cast({ id: 'c' }), { form: 'block', runtime }).parts.html ?? '';

describe('elements of the page around it', () => {
  const button = '<button class="b">x</button>';
  it.each([
    ["var a = '.rooms'; document.querySelectorAll(a)", ['.rooms']],
    ["$('#rooms').toggle()", ['#rooms']],
    ["document.querySelector('.b')", []],
    ["document.querySelector('.made'); el.className = 'made'", []],
    ["var label = '.rooms'; say(label)", []],
    ["document.querySelector('.rooms > li')", []],
  ])('are what a selector names that nothing of its own has: %s', (script, found) => {
    expect(recommended(`${button}<script>${script}</script>`, 'target')).toEqual(found);
  });

  it('are looked up when all of them have been read', () => {
    const mould = importOf(`${button}<script>document.querySelectorAll('.rooms')</script>`);
    const html = blockOf(bindSpots(mould, 'recommended').mould);
    expect(html).toContain('"targets":["rooms"]');
    expect(html).toContain("mould.page.readyState === 'loading'");
    expect(blockOf(mould)).not.toContain('mould.page.readyState');
  });
});

describe('classes that only the sheet knows', () => {
  const looks = (classes: string, style: string, script = '') =>
    findSpots(importOf(`<p class="${classes}">x y</p><style>${style}</style>${script}`)).flatMap(
      (one) => (/class/.test(one.why) ? [one.default] : []),
    );
  it.each([
    ['box box-right', '.box-right { float: right } .box-left { float: left }', ['box-right']],
    ['box', '.box { color: red } .box--calm { color: blue }', ['']],
    ['box box--calm', '.box--calm { color: red } .box--loud { color: blue }', ['box--calm']],
    ['box-right', '.box-right { float: right } .box-note { color: red }', []],
  ])('could stand for one it has: %s', (classes, style, found) => {
    expect(looks(classes, style)).toEqual(found);
  });

  it('are states where the script speaks of them', () => {
    const script = "<script>el.classList.add('box--calm')</script>";
    expect(looks('box', '.box { color: red } .box--calm { color: blue }', script)).toEqual([]);
  });
});

it('an event that a script sends itself is for its own cast, unless all share it', () => {
  const mould = importOf(
    "<p>x</p><script>document.addEventListener('all-stop', stop); document.dispatchEvent(new CustomEvent('all-stop'))</script>",
  );
  const codes = (one: typeof mould) => checkMould(one).map(({ code }) => code);
  expect(codes(mould)).toContain('script/own-event');
  const shared = setKey(mould, 'sharedEvents', 'all-stop', '+=');
  expect(codes(shared)).not.toContain('script/own-event');
  expect(blockOf(shared)).toContain('"events":["all-stop"]');
});

describe('custom elements', () => {
  const resetOf = (script: string) =>
    compileMould(
      importOf(`<x-box><img src="a.jpg" alt=""></x-box><script>${script}</script>`),
    ).cast({ id: 'c' }).reset;
  it('inherit nothing as the root of a cast, and leave slotted elements to their shadow trees', () => {
    expect(resetOf('`::slotted(img) { width: 9px }`')).toMatch(
      /&:is\(x-box, x-box > \*\) \{ all: revert-layer \}[\s\S]*&& \{ all: revert-layer; color: initial/,
    );
    expect(resetOf('')).toContain('&:is(x-box) { all: revert-layer }');
  });
});
