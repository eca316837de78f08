import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CompiledMould, compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { CastFile } from '../../src/core/model/cast-file.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { sampleOf } from '../../src/core/model/samples.ts';
import { contentType } from '../../src/core/text/content-type.ts';
import { kit } from '../../src/generated/kit.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { isLong } from '../run/long.ts';
import { payloads } from '../support/attacks.ts';
import { withBrowser } from '../support/browser.ts';
import { demo } from '../support/command.ts';
import { everyKind, everyPlace, everyStyle } from '../support/every-kind.ts';
import { mouldOf } from '../support/mould.ts';
import { differing } from '../support/pictures.ts';

const { browser } = withBrowser();
const root = fileURLToPath(new URL('../..', import.meta.url));

const partsOf = (compiled: CompiledMould, file: CastFile = {}) =>
  deliver(compiled.cast(file, { sealed: true }), { form: 'element', runtime, kit }).parts;

type Files = Readonly<Record<string, string | Uint8Array>>;

/** A page with some files beside it. */
async function opened(html: string, files: Files, { hasScript = true } = {}) {
  const context = await browser().newContext({
    viewport: { width: 480, height: 700 },
    javaScriptEnabled: hasScript,
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  const complaints: string[] = [];
  page.on('pageerror', ({ message }) => complaints.push(message));
  page.on('console', (said) => said.type() === 'error' && complaints.push(said.text()));
  await page.route('**/*', (route) => {
    const path = new URL(route.request().url()).pathname.slice(1);
    const body =
      path === ''
        ? `<!doctype html><body style="margin:0">${html}`
        : Object.hasOwn(files, path)
          ? files[path]
          : undefined;
    if (body === undefined) return route.fulfill({ status: path === 'favicon.ico' ? 204 : 404 });
    const type = path === '' ? 'text/html; charset=utf-8' : contentType(path);
    return route.fulfill({
      body: typeof body === 'string' ? body : Buffer.from(body),
      contentType: type,
    });
  });
  await page.goto('http://element.localhost/');
  return Object.assign(page, { complaints });
}

const filesOf = (mould: Mould, compiled = compileMould(mould)): Files => ({
  ...mould.files,
  [`${mould.manifest.name}.js`]: partsOf(compiled).js ?? '',
});

/** A mould that shows what becomes of its values. */
const board = mouldOf({
  fields: {
    heading: { type: 'string', title: 'Heading', default: 'Trams' },
    title: { type: 'string', default: 'none' },
    tint: { kind: 'color', default: '#010203' },
    framed: { type: 'boolean', default: true },
    count: { type: 'integer', default: 1, maximum: 9 },
    words: { kind: 'richtext', default: '<p>Words</p>' },
    more: { kind: 'link', default: { href: '/a', text: 'More' } },
    look: { type: 'object', properties: { size: { kind: 'length', default: '10px' } } },
    rows: {
      type: 'array',
      items: { type: 'object', properties: { name: { type: 'string' } } },
      default: [],
    },
  },
  slots: { notes: {} },
  template: `<section km-class="framed: framed"><h2>{~heading~}</h2><i>{~title~}</i><a href="{~more~}">{~more~}</a>
<ul><li km-each="rows">{~rows.name~}</li></ul><b km-each="count">x</b><div class="words">{~words~}</div><div km-slot="notes"><p>Bare</p></div></section>`,
  style: 'section { color: var(--tint); padding: var(--look-size) } .framed { border: 2px solid }',
  script: `mould.root.querySelector('h2').dataset.runs = Number(window.runs = (window.runs ?? 0) + 1);
document.addEventListener('click', () => { mould.root.querySelector('h2').dataset.clicked = mould.values.heading; });`,
});
const tag = 'board-cast';
const script = '<script type="module" src="board.js"></script>';

/** Two pictures of a player of sounds, or of a clock, are never quite the same. */
const still = readdirSync(join(demo, 'moulds')).filter(
  (name, at) => !['depot-sounds', 'next-tram'].includes(name) && (isLong || at % 2 === 0),
);

describe.each(still)('the element of %s', (name) => {
  it('looks as the sealed cast by itself does, full and bare, and can be read without script', async () => {
    const { mould } = await readMould(join(demo, 'moulds', name));
    const compiled = compileMould(mould);
    for (const sample of isLong ? ['default', 'bare'] : ['default']) {
      const file = { ...sampleOf(mould, compiled.root, sample)?.cast, id: 'c' };
      const { html = '' } = partsOf(compiled, file);
      const cast = compiled.cast(file, { sealed: true });
      const block = deliver(cast, { form: 'block', runtime }).parts.html ?? '';
      const both = await Promise.all([
        opened(html, filesOf(mould, compiled)),
        opened(block, filesOf(mould)),
      ]);
      await both[0].waitForTimeout(300);
      const [one, two] = await Promise.all([both[0].screenshot(), both[1].screenshot()]);
      expect([sample, differing(one, two), both[0].complaints]).toEqual([sample, 0, []]);
      await Promise.all(both.map((each) => each.context().close()));
    }
    const { html = '' } = partsOf(compiled, {});
    const scoped = deliver(compiled.cast({}), { form: 'block', runtime }).parts.html ?? '';
    const without = { hasScript: false };
    const both = [opened(html, {}, without), opened(scoped, {}, without)] as const;
    const [bare, block] = await Promise.all(both);
    const words = async (one: typeof bare) =>
      // biome-ignore lint/performance/useDomNodeTextContent: what is hidden is no word to read.
      (await one.locator('body').innerText()).replace(/\s+/g, '');
    expect(await words(bare)).toBe(await words(block));
    await Promise.all([bare, block].map((each) => each.context().close()));
  });
});

describe('an element', () => {
  it('has its fields as attributes and properties, before it is defined and after', async () => {
    const html = `<${tag} id="a" heading="By attribute" field-title="T" tint="rgb(4 5 6)" framed="false" count="2" more="/b" look-size="7px" rows='[{"name":"One"}]'></${tag}>
<${tag} id="b"></${tag}><script>document.querySelector('#b').heading = 'Before';</script>${script}`;
    const page = await opened(html, filesOf(board));
    const inside = (id: string) => page.locator(`#${id}`).locator('section');
    const a = inside('a');
    expect(await a.locator('h2').textContent()).toBe('By attribute');
    expect(await a.locator('i').textContent()).toBe('T');
    expect(await a.locator('li').allTextContents()).toEqual(['One']);
    expect(await a.locator('b').count()).toBe(2);
    expect(await a.locator('a').getAttribute('href')).toBe('/b');
    const style = () =>
      a.evaluate((one) => {
        const { color, padding, borderTopWidth } = getComputedStyle(one);
        return `${color} ${padding} ${borderTopWidth}`;
      });
    expect(await style()).toBe('rgb(4, 5, 6) 7px 0px');
    expect(await inside('b').locator('h2').textContent()).toBe('Before');
    const runs = () => a.locator('h2').getAttribute('data-runs');
    const first = await runs();
    await page.locator('#a').evaluate((one) => one.setAttribute('tint', 'rgb(7 8 9)'));
    expect(await style()).toBe('rgb(7, 8, 9) 7px 0px');
    expect(await runs()).toBe(first);
    await page
      .locator('#a')
      .evaluate((one) => Object.assign(one, { heading: 'By property', framed: true }));
    expect(await a.locator('h2').textContent()).toBe('By property');
    expect(await style()).toBe('rgb(7, 8, 9) 7px 2px');
    await page.locator('#a').evaluate((one) => one.removeAttribute('tint'));
    expect(await style()).toBe('rgb(1, 2, 3) 7px 2px');
    expect(
      await page.locator('#a').evaluate((one) => (one as unknown as { count: number }).count),
    ).toBe(2);
    expect(page.complaints).toEqual([]);
  });

  it('says when it is there, when it starts afresh, and which values it does not take', async () => {
    const html = `<script>window.said = [];
for (const name of ['km-ready', 'km-restart']) document.addEventListener(name, () => said.push(name));
</script><${tag}></${tag}>${script}`;
    const page = await opened(html, filesOf(board));
    await page.evaluate((name) => {
      const one = document.querySelector(name) as HTMLElement & {
        count: unknown;
        heading: unknown;
      };
      one.addEventListener('km-problems', (event) => {
        const { detail } = event as CustomEvent<{ path: string }[]>;
        (window as unknown as { said: unknown[] }).said.push(detail.map(({ path }) => path));
      });
      one.count = 99;
      one.heading = 'Afresh';
    }, tag);
    const said = () => page.evaluate(() => (window as unknown as { said: unknown[] }).said);
    await expect.poll(said).toEqual(['km-ready', ['count'], 'km-restart']);
    await page.locator('h2').click();
    expect(await page.locator('h2').getAttribute('data-clicked')).toBe('Afresh');
  });

  it('holds content of the page’s own in its slots, which keeps the page’s style', async () => {
    const html = `<style>p { color: teal } body { font-size: 21px }</style>
<${tag} id="a"><p slot="notes">Mine</p><span>for crawlers</span></${tag}><${tag} id="b"></${tag}>${script}`;
    const page = await opened(html, filesOf(board));
    const mine = page.locator('#a > p');
    await expect.poll(() => mine.evaluate((one) => getComputedStyle(one).fontSize)).toBe('21px');
    expect(await mine.evaluate((one) => getComputedStyle(one).color)).toBe('rgb(0, 128, 128)');
    expect(await mine.isVisible()).toBe(true);
    expect(await page.locator('#a > span').isVisible()).toBe(false);
    expect(await page.locator('#b').locator('section p').last().textContent()).toBe('Bare');
  });

  it('works in the shadow root of another component, stops when it is taken out, and goes on', async () => {
    const { outputFiles } = await build({
      stdin: {
        contents: `import { html, LitElement } from 'lit';
customElements.define('site-card', class extends LitElement {
  static properties = { heading: {}, isShown: { type: Boolean } };
  constructor() { super(); Object.assign(this, { heading: 'First', isShown: true }); }
  render() { return this.isShown ? html\`<article><board-cast .heading=\${this.heading} tint="rgb(4 5 6)"></board-cast></article>\` : ''; }
});`,
        resolveDir: root,
      },
      bundle: true,
      write: false,
      format: 'esm',
    });
    const files = { ...filesOf(board), 'card.js': outputFiles[0]?.text ?? '' };
    const page = await opened(
      `<site-card></site-card><script type="module" src="card.js"></script>${script}`,
      files,
    );
    const heading = page.locator('h2');
    expect(await heading.textContent()).toBe('First');
    expect(await heading.evaluate((one) => getComputedStyle(one).color)).toBe('rgb(4, 5, 6)');
    await page.locator('site-card').evaluate((one) => Object.assign(one, { heading: 'Second' }));
    await expect.poll(() => heading.textContent()).toBe('Second');
    await heading.click();
    expect(await heading.getAttribute('data-clicked')).toBe('Second');
    const clicksAway = await page.evaluate(async (name) => {
      const card = document.querySelector('site-card') as HTMLElement & {
        isShown: boolean;
        updateComplete: Promise<unknown>;
      };
      const one = card.shadowRoot?.querySelector(name) as HTMLElement;
      const inner = one.shadowRoot
        ?.querySelector('[data-cast]')
        ?.shadowRoot?.querySelector('h2') as HTMLElement;
      inner.dataset.clicked = '';
      card.isShown = false;
      await card.updateComplete;
      document.body.click();
      const away = inner.dataset.clicked;
      document.body.append(one);
      await Promise.resolve();
      document.body.click();
      return [away, inner.dataset.clicked];
    }, tag);
    expect(clicksAway).toEqual(['', 'Second']);
    expect(page.complaints).toEqual([]);
  });

  it('and a block and a frame of the same mould work side by side on one page', async () => {
    const compiled = compileMould(board);
    const values = { heading: 'In a block', tint: 'rgb(9 9 9)' };
    const part = (form: 'block' | 'frame', given: object) =>
      deliver(compiled.cast({ values: { ...values, ...given } }), { form, runtime }).parts.html ??
      '';
    const html = `${part('block', {})}<${tag} heading="In an element"></${tag}>${part('frame', { heading: 'In a frame' })}${script}`;
    const page = await opened(html, filesOf(board));
    const framed = page.frameLocator('iframe').locator('h2');
    const all = [
      page.locator('[data-mould] > h2').first(),
      page.locator(tag).locator('h2'),
      framed,
    ];
    const words = ['In a block', 'In an element', 'In a frame'];
    for (const [at, one] of all.entries()) {
      await one.click();
      expect(await one.textContent()).toBe(words[at]);
      expect(await one.getAttribute('data-clicked')).toBe(words[at]);
    }
    const colours = all.map((one) => one.evaluate((each) => getComputedStyle(each).color));
    expect(await Promise.all(colours)).toEqual(['rgb(9, 9, 9)', 'rgb(1, 2, 3)', 'rgb(9, 9, 9)']);
    expect(page.complaints).toEqual([]);
  });

  it('cleans rich text by the rules of the library, and gives its class under other names', async () => {
    const html = `<${tag} words="&lt;p onclick=a&gt;b&lt;script&gt;c&lt;/script&gt;&lt;b&gt;d"></${tag}>
<script type="module">import { define } from './board.js'; define('other-name'); document.body.append(document.createElement('other-name'));</script>`;
    const page = await opened(html, filesOf(board));
    expect(await page.locator(tag).locator('.words').innerHTML()).toBe('<p>b<b>d</b></p>');
    expect(await page.locator('other-name').locator('h2').textContent()).toBe('Trams');
    expect(page.complaints).toEqual([]);
  });

  it('holds what the sealed cast holds, whatever the values', async () => {
    const mould = mouldOf({ fields: everyKind, template: everyPlace, style: everyStyle });
    const compiled = compileMould(mould);
    const page = await opened(`<board-cast></board-cast>${script}`, filesOf(mould, compiled));
    const value = fc.oneof(
      ...[
        fc.constantFrom(...payloads, '#fff', '12px', '0.4s', 'h3', '/a', '<p>a<b>b'),
        fc.string(),
      ],
      ...[fc.jsonValue({ maxDepth: 2 }), fc.integer(), fc.constant(null)],
    );
    const record = fc.record(
      Object.fromEntries(Object.keys(everyKind).map((name) => [name, value])),
      { requiredKeys: [] },
    );
    const given = fc.sample(record, { seed: 31, numRuns: 150 }) as JsonObject[];
    const both = given.map((values) => {
      const { markup, castStyle } = compiled.cast({ id: 'board-1', values }, { sealed: true });
      return { json: JSON.stringify(values), markup, castStyle };
    });
    const differing = await page.evaluate(async (both) => {
      const element = document.querySelector('board-cast') as HTMLElement & { values: unknown };
      const found: unknown[] = [];
      for (const { json, markup, castStyle } of both) {
        element.values = JSON.parse(json);
        await new Promise((done) => setTimeout(done));
        const held = element.shadowRoot?.lastElementChild?.shadowRoot;
        const copy = document.createElement('div');
        copy.append(...[...(held?.childNodes ?? [])].map((node) => node.cloneNode(true)));
        const styles = [...copy.querySelectorAll<HTMLElement>(':scope > style')];
        for (const style of styles) style.remove();
        const wanted = document.createElement('template');
        wanted.innerHTML = markup.trim();
        const one = [copy.innerHTML.trim(), styles.at(-1)?.textContent];
        const other = [wanted.innerHTML, castStyle];
        if (JSON.stringify(one) !== JSON.stringify(other)) found.push({ json, one, other });
      }
      return found;
    }, both);
    expect(differing).toEqual([]);
    expect(new Set(both.map(({ markup }) => markup)).size).toBeGreaterThan(100);
  });

  it('is described for editors by a manifest, with types', () => {
    const { manifest = '', types = '' } = partsOf(compileMould(board));
    const [declared] = JSON.parse(manifest).modules[0].declarations;
    expect(declared.tagName).toBe(tag);
    const names = (list: { name: string }[]) => list.map(({ name }) => name);
    expect(names(declared.attributes)).toEqual([
      'heading',
      'field-title',
      'tint',
      'framed',
      'count',
      'words',
      'more',
      'more-href',
      'more-text',
      'more-new-tab',
      'more-rel',
      'look',
      'look-size',
      'rows',
    ]);
    expect(names(declared.members)).toContain('fieldTitle');
    expect(names(declared.slots)).toEqual(['notes']);
    expect(types).toContain('"board-cast": Board;');
    expect(readFileSync(join(root, 'package.json'), 'utf8')).toContain('./kit');
  });
});
