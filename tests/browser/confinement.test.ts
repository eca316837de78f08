import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();
const jquery = readFileSync('node_modules/jquery/dist/jquery.js', 'utf8');

/** A line of the table: what scripts say, and what comes of it in the first of two casts. */
interface Line {
  readonly script: string;
  /** Markup beside the place where the script says what it found. */
  readonly markup?: string;
  readonly says: string;
  /** True for one whose snippet is imported as a page. */
  readonly isPage?: boolean;
}

const say = `function say(...what) { document.querySelector('.say').textContent = what.join(' ') }\n`;

/** By the first word of code in each line of the table. */
const lines: Readonly<Record<string, Line>> = {
  'document.querySelector': {
    script: `const all = document.querySelectorAll('.say, i');
say(all.length, all instanceof NodeList, document.getElementById('a').tagName, document.forms[0].length,
  document.getElementsByTagName('i').length, document.getElementsByName('q')[0].name);`,
    markup: '<i id="a"></i><form><input name="q"></form>',
    says: '2 true I 1 1 q',
  },
  'document.body': {
    script: `say(document.body === document.querySelector('body'), document.body.dataset.mode,
  document.querySelector('[data-mode]') === document.body, document.documentElement.contains(document.querySelector('.say')));`,
    says: 'true night true true',
    isPage: true,
  },
  'document.activeElement': {
    script: `document.querySelector('input').focus(); const inside = document.activeElement.name;
document.activeElement.blur(); say(inside, document.activeElement === document.body);`,
    markup: '<input name="q">',
    says: 'q true',
  },
  'document.addEventListener': {
    script: `let heard = []; window.onclick = () => heard.push('window');
document.addEventListener('click', (event) => heard.push(event.target.className || 'elsewhere'));
document.querySelector('.say').click(); say(heard);`,
    says: 'say,window',
  },
  'document.dispatchEvent': {
    script: `window.count = 0; document.addEventListener('mark', () => { count += 1; say(count) });
document.dispatchEvent(new Event('mark'));`,
    says: '1',
  },
  DOMContentLoaded: {
    script: `const heard = []; document.addEventListener('DOMContentLoaded', () => heard.push('read'));
window.onload = () => { heard.push('loaded'); say(heard) };`,
    says: 'read,loaded',
  },
  'window.x = …': {
    script: `window.a = 1; this.b = 2; c = 3; var d = 4; (function (root, key) { root[key] = 5; root.c += 10; root.d += 10 })(window, 'e'); (function () { this.f = 6 })();
say(a, b, c, d, e, f, window.c, self.d, globalThis['e'], typeof window.say);`,
    says: '1 2 13 14 5 6 13 14 5 function',
  },
  globalThis: {
    script: `say([globalThis, self, window.window, frames, top, parent, document.defaultView].every((one) => one === window));`,
    says: 'true',
  },
  setTimeout: {
    script: `const root = mould.root.host ?? mould.root, place = root.parentNode, ran = [];
root.remove();
setTimeout(() => { ran.push('late'); say(ran) }, 5);
mould.page.defaultView.setTimeout(() => { ran.push('gone'); place.append(root) }, 40);`,
    says: 'gone,late',
  },
  getComputedStyle: {
    script: `new IntersectionObserver(() => {}).observe(document.body); new MutationObserver(() => {}).observe(document, { childList: true });
const click = new MouseEvent('click', { view: window }), { body } = document;
say(window.getComputedStyle(body).display !== '', window.matchMedia('all').matches, typeof window.fetch, new window.Image().tagName, click.view === mould.page.defaultView);`,
    says: 'true true function IMG true',
  },
  'el.id': {
    script: `const link = document.querySelector('a'); say(link.id, link.hash, link.getAttribute('href'));`,
    markup: '<a id="way" href="#a">x</a><i id="a"></i>',
    says: 'way #a #a',
  },
  "el.querySelector('#x')": {
    script: `const box = document.querySelector('.box'), name = '#' + document.querySelector('i').id;
say(box.querySelector(name).title, box.querySelector('#a').closest('#box') === box, box.matches('#box'));`,
    markup: '<div class="box" id="box"><i id="a" title="t"></i></div>',
    says: 't true true',
  },
  fares: {
    script: `(function (root, key) { root[key] = { textContent: 'mine' } })(window, 'taken'); say(fares.textContent, taken.textContent);`,
    markup: '<i id="fares">two</i><i id="taken">three</i>',
    says: 'two mine',
  },
  "Function('…')": {
    script: `window.mark = 'm';
const made = new Function('x', 'return mark + x'), whole = Function('return this')();
const found = [made('1'), (0, eval)('mark'), eval('typeof made'), whole === window];
setTimeout("say(found.join(' '))", 0);`,
    says: 'm1 m function true',
  },
  'onclick="…"': {
    script: `function answer(to) { say('hit', to.title) } document.querySelector('button').click();`,
    markup: '<button title="t" onclick="answer(this)">x</button>',
    says: 'hit t',
  },
  'document.write': {
    script: `document.write('<i class="made">'); document.write('w'); document.write('</i><b>b</b>'); document.open(); document.close();
say(document.querySelector('.made').textContent, document.querySelectorAll('.made').length, document.querySelector('.made + b').textContent);`,
    says: 'w 1 b',
  },
  'document.currentScript': {
    script: `const me = document.currentScript, all = document.getElementsByTagName('script');
say(me.dataset.speed, me.parentNode === document.body, all[all.length - 1] === me);`,
    says: '3 true true',
    isPage: true,
  },
  'a `<style>` it makes': {
    script: `const style = document.createElement('style'); style.textContent = 'i { --made: 7 }'; document.head.append(style);
requestAnimationFrame(() => setTimeout(() => say(getComputedStyle(document.querySelector('i')).getPropertyValue('--made')), 20));`,
    markup: '<i></i>',
    says: '7',
  },
  'customElements.define': {
    script: `class Tag extends HTMLElement { connectedCallback() { this.title = this.children.length } }
customElements.define('km-line', Tag); setTimeout(() => say(document.querySelector('km-line').title, !!customElements.get('km-line')), 30);`,
    markup: '<km-line><b></b><b></b></km-line>',
    says: '2 true',
  },
  import: {
    script: `import { stop } from 'data:text/javascript,export const stop = "Ford End"'; export const name = stop; export default class {} say(name);`,
    says: 'Ford End',
  },
  $: {
    script: `$.fn.mark = function () { return this.attr('title', 'm') }; $('i').mark(); $(document).on('mark', (event, more) => say(event.type, more, $('i').length, $('#a').attr('id'), $('i').attr('title'))); $(document).trigger('mark', ['more']);`,
    markup: '<i id="a"></i>',
    says: 'mark more 1 a m',
  },
  history: {
    script: `say(typeof history.pushState, location.href === mould.page.location.href, document.title === mould.page.title); localStorage.setItem('k', 1);`,
    says: 'function true true',
  },
  "createElement('script')": {
    script: `const made = document.createElement('script'); made.textContent = 'window.outside = 1'; document.body.append(made); say(mould.page.defaultView.outside, window.outside === undefined || 1);`,
    says: '1 1',
  },
};

/** The lines of the table, by their first words of code. */
const table = readFileSync('docs/isolation.md', 'utf8')
  .split('| it says | it gets |')[1]
  ?.split('\n\n')[0]
  ?.split('\n')
  .slice(2)
  .map((row) => /^\| (a `<style>` it makes|`([^`]+)`)/.exec(row))
  .map((found) => found?.[2] ?? found?.[1] ?? '');

function mouldFor({ script, markup = '', isPage }: Line): Mould {
  const code = say + script;
  const body = `<p class="say">-</p>${markup}`;
  if (isPage) {
    const page = `<!doctype html><body data-mode="night">${body}<script data-speed="3">${code}</script></body>`;
    return importSnippet([{ name: 'page.html', text: page }], { name: 'board' }).mould;
  }
  const mould = mouldOf({
    template: `<div>${body}</div>`,
    script: code,
    files: { 'assets/jquery.js': jquery },
  });
  if (!script.includes('$.fn')) return mould;
  const libraries = [{ name: 'jquery', script: 'assets/jquery.js', provides: 'jQuery' }];
  const manifest = { ...mould.manifest, libraries };
  return { ...mould, manifest, manifestText: JSON.stringify(manifest) };
}

describe('what a script finds is what the table says', () => {
  it('has a test for each line', () => {
    expect(Object.keys(lines)).toEqual(table);
  });

  it.each(
    Object.entries(lines).flatMap(([name, line]) => [
      { name, line, sealed: false },
      { name, line, sealed: true },
    ]),
  )('$name, sealed: $sealed', async ({ line, sealed }) => {
    const compiled = compileMould(mouldFor(line));
    const casts = ['one', 'two'].map((id) => compiled.cast({ id }, { sealed }));
    const blocks = casts.map(
      (cast, at) =>
        deliver(cast, { form: 'block', runtime, before: casts.slice(0, at) }).parts.html,
    );
    const page = await pageOf(blocks.join('\n'));
    await expect.poll(() => page.locator('.say').allTextContents()).toEqual([line.says, line.says]);
    expect(page.complaints).toEqual([]);
  });
});

it.each([
  ["document.title = 'x'", 'script/changes-page'],
  ['Array.prototype.last = () => 1', 'script/changes-page'],
  ['window.localStorage.x = 1', 'script/shared-state'],
  ["new BroadcastChannel('x')", 'script/shared-state'],
  ["document.createElement('script')", 'script/leaves-cast'],
  ['document.all.x.hidden = true', 'script/leaves-cast'],
  ["navigator.serviceWorker.register('x.js')", 'script/leaves-cast'],
])('says where a script goes beyond its cast: %s', (code, expected) => {
  const findings = checkMould(mouldOf({ script: `\n${code};` }));
  const found = findings.find((one) => one.code === expected);
  expect(found).toMatchObject({ line: 2 });
});

it('says in one line which script failed, where, and what is likely missing', async () => {
  const mould = mouldOf({ script: '\n\nnotThere();' });
  const cast = compileMould(mould).cast({ id: 'one' });
  const page = await pageOf(deliver(cast, { form: 'block', runtime }).parts.html ?? '');
  expect(page.complaints[0]).toMatch(
    /^keen-mould: board, cast one, script\.js:3 failed: library or element missing\?/,
  );
});

it('says above the delivered code what a cast shares with its page', () => {
  const cast = compileMould(mouldOf({ script: 'localStorage.x = 1; history.pushState({}, "")' }));
  const { html } = deliver(cast.cast({ id: 'one' }), { form: 'block', runtime }).parts;
  expect(html).toContain('shares with the page: localStorage, history.pushState -->');
});
