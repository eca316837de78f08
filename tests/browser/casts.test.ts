import { expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import type { Cast } from '../../src/core/compile/cast.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { Manner } from '../../src/core/compile/style/manner.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { browser, pageOf } = withBrowser();

function block(mould: Mould, id: string, manner: Manner = {}): string {
  const cast = compileMould(mould).cast({ id }, manner);
  return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
}

const manners: readonly Manner[] = [{ sealed: false }, { sealed: true }];

/** A mould that says in its text what its script has done. */
const saying = (script: string, template = '<p class="say">-</p>') => mouldOf({ template, script });

it.each(manners)(
  'each copy finds its own elements, by class, id, name and tag: %j',
  async (manner) => {
    const mould = saying(
      `document.querySelector('.say').textContent += 'q';
document.getElementById('say').textContent += 'i';
document.getElementsByTagName('i')[0].textContent = document.querySelectorAll('i').length;
document.querySelector('#say + i').title = document.getElementsByName('a').length;
document.querySelector('label[for="say"]').textContent = document.getElementById('say').id;`,
      '<div><p class="say" id="say">-</p><i></i><input type="radio" name="a"><label for="say"></label></div>',
    );
    const page = await pageOf(block(mould, 'a', manner) + block(mould, 'b', manner));
    expect(await page.locator('.say').allTextContents()).toEqual(['-qi', '-qi']);
    expect(await page.locator('i').allTextContents()).toEqual(['1', '1']);
    expect(await page.locator('i[title="1"]').count()).toBe(2);
    expect(await page.locator('label').allTextContents()).toEqual(['say', 'say']);
    expect(page.complaints).toEqual([]);
  },
);

it.each(manners)(
  'a click outside is heard, and one on another copy seems to come from outside: %j',
  async (manner) => {
    const mould = saying(`document.addEventListener('click', (event) => {
  const say = document.querySelector('.say');
  say.textContent += event.target.closest('.say') ? 'in' : 'out';
});`);
    const page = await pageOf(
      `${block(mould, 'a', manner)}${block(mould, 'b', manner)}<h1>host</h1>`,
    );
    await page.locator('.say').first().click();
    await page.locator('h1').click();
    expect(await page.locator('.say').allTextContents()).toEqual(['-inout', '-outout']);
  },
);

it.each(manners)(
  'names put on the window, and handlers of it, are of the cast: %j',
  async (manner) => {
    const mould = saying(
      `window.mark = mould.id; total = mark + 1; var shared = 2; window.shared += 1;
window.onload = function () { document.querySelector('.say').textContent = [mark, total, shared] };`,
    );
    const page = await pageOf(block(mould, 'a', manner) + block(mould, 'b', manner));
    await expect.poll(() => page.locator('.say').allTextContents()).toEqual(['a,a1,3', 'b,b1,3']);
    expect(await page.evaluate('typeof mark + typeof total + typeof shared + window.onload')).toBe(
      'undefinedundefinedundefinednull',
    );
  },
);

it('one that is moved is not started again; one that is taken away stops, and goes on when it is back', async () => {
  const mould = saying(`let count = 0;
setInterval(() => { document.querySelector('.say').textContent = ++count }, 20);
addEventListener('resize', () => { document.querySelector('.say').title += 'r' });`);
  const page = await pageOf(`${block(mould, 'a')}<section></section>`);
  const say = page.locator('.say');
  await expect.poll(async () => Number(await say.textContent())).toBeGreaterThan(2);
  const moved = await page.evaluate(async () => {
    const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
    const root = document.querySelector('.say') as HTMLElement;
    document.querySelector('section')?.append(root);
    await wait(100);
    root.remove();
    await wait(60);
    const stopped = root.textContent;
    dispatchEvent(new Event('resize'));
    await wait(100);
    const isStill = root.textContent === stopped && root.title === '';
    document.querySelector('section')?.append(root);
    await wait(100);
    dispatchEvent(new Event('resize'));
    return { isStill, goesOn: Number(root.textContent) > Number(stopped), title: root.title };
  });
  expect(moved).toEqual({ isStill: true, goesOn: true, title: 'r' });
});

it('one finds its own by id, whatever it looks in, and however the selector comes', async () => {
  const mould = saying(
    `const box = document.querySelector('.box');
const find = (selector) => box.querySelector(selector);
find('#say').textContent =
  box.querySelectorAll('#say, [for="say"]').length + find('#say').closest('#box').className +
  find('#say').matches('#say');`,
    '<div id="box" class="box"><label for="say">l</label><p class="say" id="say">-</p></div>',
  );
  const page = await pageOf(block(mould, 'a') + block(mould, 'b'));
  await expect.poll(() => page.locator('.say').allTextContents()).toEqual(['2boxtrue', '2boxtrue']);
});

it('one that looks only in its own root finds its own by id as well', async () => {
  const mould = saying(
    `mould.root.querySelector('#say').textContent = mould.id;`,
    '<div><p class="say" id="say">-</p></div>',
  );
  const page = await pageOf(block(mould, 'a') + block(mould, 'b'));
  await expect.poll(() => page.locator('.say').allTextContents()).toEqual(['a', 'b']);
});

it('one that is put in after load starts, late handlers and all, with ids of its own', async () => {
  const mould = saying(
    `document.addEventListener('DOMContentLoaded', () => {
  document.getElementById('say').textContent = mould.id + document.getElementById('say').id;
});`,
    '<p class="say" id="say">-</p>',
  );
  const page = await pageOf(block(mould, 'a'));
  await page.evaluate(
    (html) => {
      const copy = (document.querySelector('.say') as HTMLElement).cloneNode(true) as HTMLElement;
      copy.textContent = '-';
      document.body.append(copy);
      document.body.append(document.createRange().createContextualFragment(html));
    },
    block(mould, 'b'),
  );
  await expect
    .poll(() => page.locator('.say').allTextContents())
    .toEqual(['asay', 'a-2say', 'bsay']);
  const ids = await page.locator('.say').evaluateAll((all) => all.map((one) => one.id));
  expect(ids).toEqual(['say~a', 'say~a-2', 'say~b']);
});

it('a block without script that is pasted twice has two sets of ids', async () => {
  const mould = mouldOf({ template: '<p><label for="x">x</label><input id="x"></p>' });
  const html = block(mould, 'a');
  const page = await pageOf(html + html);
  await page.locator('label').nth(1).click();
  const focused = await page.evaluate(() => document.activeElement?.id);
  expect(focused).toBe('x~a-2');
});

it('casts may talk by the channel of the page', async () => {
  const mould = saying(`mould.channel.addEventListener('play', ({ detail }) => {
  if (detail !== mould.id) mould.root.textContent = 'paused';
});
mould.root.onclick = () => {
  mould.root.textContent = 'playing';
  mould.channel.dispatchEvent(new CustomEvent('play', { detail: mould.id }));
};`);
  const page = await pageOf(['a', 'b', 'c'].map((id) => block(mould, id)).join(''));
  await page.locator('.say').nth(1).click();
  expect(await page.locator('.say').allTextContents()).toEqual(['paused', 'playing', 'paused']);
});

it.each(manners)('inline handlers, also of copies that the script makes: %j', async (manner) => {
  const mould = saying(
    `function add(button) { button.after(button.cloneNode(true)); button.textContent += '+' }
function mark(to) { to.textContent += '!' }
document.querySelector('i').innerHTML = '<b onclick="mark(this)">m</b>';`,
    '<div><button onclick="add(this)">-</button><i></i></div>',
  );
  const page = await pageOf(block(mould, 'a', manner) + block(mould, 'b', manner));
  await page.locator('button').nth(1).click();
  await page.locator('button').nth(2).click();
  expect(await page.locator('button').allTextContents()).toEqual(['-', '-+', '-+', '-']);
  await page.locator('b').nth(1).click();
  expect(await page.locator('b').allTextContents()).toEqual(['m', 'm!']);
  expect(page.complaints).toEqual([]);
});

it('of several scripts one that fails does not stop the next', async () => {
  const mould = saying(
    'const a = 1;\nnoSuchThing();\n//# next script\nmould.root.textContent = a;',
  );
  const page = await pageOf(block(mould, 'a'));
  expect(await page.locator('.say').textContent()).toBe('1');
  expect(page.complaints.join()).toMatch(/cast a, script\.js:\d+ failed/);
});

it.each([
  'document.head',
  'document.querySelector("head")',
  'document.getElementsByTagName("head")[0]',
])(
  'works under a policy that forbids eval, and writes style into its own layer by %s',
  async (head) => {
    const mould = saying(`const style = document.createElement('style');
style.textContent = 'p, body { color: rgb(1, 2, 3) } @media all { .say { letter-spacing: 4px } }';
${head}.appendChild(style);`);
    const policy = `<meta http-equiv="Content-Security-Policy" content="script-src 'unsafe-inline'">`;
    const rude = '<style>p { color: red !important; letter-spacing: 9px !important }</style>';
    const page = await pageOf(`${policy}${rude}<p id="host">host</p>${block(mould, 'a')}`);
    const looks = () =>
      page.locator('p').evaluateAll((all) =>
        all.map((one) => {
          const { color, letterSpacing } = getComputedStyle(one);
          return `${color} ${letterSpacing}`;
        }),
      );
    await expect.poll(looks).toEqual(['rgb(255, 0, 0) 9px', 'rgb(1, 2, 3) 4px']);
    expect(page.complaints).toEqual([]);
  },
);

it('what scripts write stands where they stood', async () => {
  const text = `<p>© 2011 - <script>document.write('20', 26)</script> <b>society</b></p>
<div>a<script>var b = 'b'; document.write(b); document.writeln('<i>c</i>')</script>d</div>`;
  const { mould } = importSnippet([{ name: 'foot.html', text }]);
  expect(checkMould(mould).map(({ code }) => code)).not.toContain('script/document-write');
  const page = await pageOf(block(mould, 'a') + block(mould, 'b'));
  const shown = ['© 2011 - 2026 society', '© 2011 - 2026 society'];
  expect(await page.locator('p').allInnerTexts()).toEqual(shown);
  expect(await page.locator('div:has(> i)').allInnerTexts()).toEqual(['abcd', 'abcd']);
});

it('two moulds with the same names of everything keep apart', async () => {
  const twin = (name: string, color: string) => {
    const mould = mouldOf({
      template: `<p class="say" id="say" onclick="go()">-</p>`,
      style: `@keyframes tint { from, to { color: ${color} } } #say.say { animation: tint 1s infinite }`,
      script: `function go() { document.getElementById('say').textContent = '${name}' }\nvar kept = 1;`,
    });
    return { ...mould, manifest: { ...mould.manifest, name } };
  };
  const page = await pageOf(
    block(twin('one', 'rgb(1, 1, 1)'), 'a') + block(twin('two', 'rgb(2, 2, 2)'), 'b'),
  );
  for (const say of await page.locator('.say').all()) await say.click();
  const shown = await page
    .locator('.say')
    .evaluateAll((all) => all.map((one) => one.textContent + getComputedStyle(one).color));
  expect(shown).toEqual(['onergb(1, 1, 1)', 'tworgb(2, 2, 2)']);
});

it('jQuery from elsewhere is the cast’s, and the page keeps its own', async () => {
  const libraries = [{ name: 'jquery', script: '/old/jquery.js', provides: 'jQuery' }];
  const mould = saying('mould.root.textContent = $.fn.jquery + (window.jQuery === $);');
  const made = { ...mould, manifest: { ...mould.manifest, libraries } };
  const compiled = compileMould(made);
  const [one, two] = ['a', 'b'].map((id) => compiled.cast({ id })) as [Cast, Cast];
  const blocks = [
    deliver(one, { form: 'block', runtime }).parts.html ?? '',
    deliver(two, { form: 'block', runtime, before: [one] }).parts.html ?? '',
  ];
  const context = await browser().newContext();
  const old = 'window.jQuery = window.$ = Object.assign(() => ({}), { fn: { jquery: "1.2" } });';
  const host = '<script>window.jQuery = window.$ = { fn: { jquery: "3.7" } };</script>';
  await context.route('**/*', (route) =>
    route.request().url().endsWith('/jquery.js')
      ? route.fulfill({ body: old, contentType: 'text/javascript' })
      : route.fulfill({ body: host + blocks.join(''), contentType: 'text/html' }),
  );
  const page = await context.newPage();
  await page.goto('http://host.localhost/');
  expect(await page.locator('.say').allTextContents()).toEqual(['1.2true', '1.2true']);
  expect(await page.evaluate('jQuery.fn.jquery + $.fn.jquery')).toBe('3.73.7');
  await context.close();
});

it('a plugin is given the jQuery of its mould, though a cast before brought that', async () => {
  const jquery = { name: 'jquery', script: '/old/jquery.js', provides: 'jQuery' };
  const mouldWith = (script: string, more: object[] = []) => {
    const mould = saying(script);
    return { ...mould, manifest: { ...mould.manifest, libraries: [jquery, ...more] } as never };
  };
  const plain = compileMould(mouldWith('mould.root.textContent = $.fn.jquery;')).cast({ id: 'a' });
  const plugin = { name: 'glow', script: '/old/glow.js' };
  const glowing = compileMould(
    mouldWith('mould.root.textContent = $.fn.jquery + $.fn.glow();', [plugin]),
  ).cast({ id: 'b' });
  const blocks = [
    deliver(plain, { form: 'block', runtime }).parts.html ?? '',
    deliver(glowing, { form: 'block', runtime, before: [plain] }).parts.html ?? '',
  ];
  const files = {
    '/old/jquery.js':
      'window.jQuery = window.$ = Object.assign(() => ({}), { fn: { jquery: "1.2" } });',
    '/old/glow.js': 'jQuery.fn.glow = () => " glows";',
  };
  const host = '<script>window.jQuery = window.$ = { fn: { jquery: "3.7" } };</script>';
  const context = await browser().newContext();
  await context.route('**/*', (route) => {
    const file = files[new URL(route.request().url()).pathname as keyof typeof files];
    return file === undefined
      ? route.fulfill({ body: host + blocks.join(''), contentType: 'text/html' })
      : route.fulfill({ body: file, contentType: 'text/javascript' });
  });
  const page = await context.newPage();
  await page.goto('http://host.localhost/');
  expect(await page.locator('.say').allTextContents()).toEqual(['1.2', '1.2 glows']);
  expect(await page.evaluate('[jQuery.fn.jquery, "glow" in jQuery.fn]')).toEqual(['3.7', false]);
  await context.close();
});
