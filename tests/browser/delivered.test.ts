import { describe, expect, it } from 'vitest';
import { type AssetAt, assetsIn } from '../../src/core/compile/asset-addresses.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { assetsAt, assetsInline } from '../../src/core/deliver/assets.ts';
import { type DeliveryOptions, deliver } from '../../src/core/deliver/deliver.ts';
import type { Library, Mould } from '../../src/core/model/mould.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { browser, pageOf } = withBrowser();

const partsOf = (mould: Mould, options: Partial<DeliveryOptions> = {}, sealed = false) =>
  deliver(compileMould(mould).cast({ id: 'c' }, { sealed }), {
    form: 'block',
    runtime,
    ...options,
  }).parts;

/** A page whose policy takes nothing of its own but what has the nonce. */
async function strictPage(html: string) {
  const page = await (await browser().newContext()).newPage();
  const complaints: string[] = [];
  page.on('console', (said) => said.type() === 'error' && complaints.push(said.text()));
  page.on('pageerror', ({ message }) => complaints.push(message));
  await page.route('**/*', (route) =>
    route.fulfill({
      body: html,
      contentType: 'text/html',
      headers: {
        'content-security-policy':
          "default-src 'none'; style-src 'nonce-kM1='; script-src 'nonce-kM1='",
      },
    }),
  );
  await page.goto('http://strict.localhost/');
  return { page, complaints };
}

const rows = mouldOf({
  fields: {
    trams: {
      type: 'array',
      items: {
        type: 'object',
        properties: { livery: { kind: 'color', default: '#010203' } },
      },
      default: [{}, { livery: 'rgb(4 5 6)' }],
    },
  },
  template:
    '<ul><li km-each="trams" style="margin-top: 7px">Tram</li></ul><button onclick="this.textContent = \'rung\'">Ring</button>',
  style: 'li { color: var(--trams-livery) } ul { padding: 3px }',
});

describe.each(['block', 'placed', 'frame'] as const)('as %s', (form) => {
  it.each([false, true])(
    'with a nonce, nothing of it offends a strict policy (sealed: %s)',
    async (sealed) => {
      const { head = '', html, bodyEnd = '' } = partsOf(rows, { form, nonce: 'kM1=' }, sealed);
      const { page, complaints } = await strictPage(
        `<!doctype html><head>${head}</head><body>${html}${bodyEnd}</body>`,
      );
      const place = form === 'frame' ? page.frameLocator('iframe') : page;
      await place.locator('button').click();
      expect(await place.locator('button').textContent()).toBe('rung');
      const colours = await place
        .locator('li')
        .evaluateAll((all) =>
          all.map((one) => `${getComputedStyle(one).color} ${getComputedStyle(one).marginTop}`),
        );
      expect(colours).toEqual(['rgb(1, 2, 3) 7px', 'rgb(4, 5, 6) 7px']);
      expect(complaints).toEqual([]);
      await page.context().close();
    },
  );
});

it('a nonce that is none is refused', () => {
  expect(() => partsOf(rows, { nonce: '" onload="' })).toThrow('is not a valid nonce');
});

const board = mouldOf({
  fields: { accent: { kind: 'color', default: 'rgb(1 2 3)' } },
  slots: { notes: {} },
  template: '<section><h2>Trams</h2><div km-slot="notes"><p>Nothing yet</p></div><hr></section>',
  style: 'section { color: var(--accent); border: 2px solid } p { color: red }',
});

it.each([false, true])(
  'its slot is filled by hand between two pieces, as if it had been cast so (sealed: %s)',
  async (sealed) => {
    const { open = '', close = '', html } = partsOf(board, {}, sealed);
    const own = '<p class="own">By hand</p>';
    const page = await pageOf(`<style>p { color: teal }</style>${open}${own}${close}<hr id="end">`);
    const style = (selector: string) =>
      page.locator(selector).evaluate((one) => getComputedStyle(one).color);
    expect(await page.locator('[data-cast]').count()).toBe(1);
    expect(await style('.own')).toBe('rgb(0, 128, 128)');
    expect(await style('h2')).toBe('rgb(1, 2, 3)');
    expect(await page.locator('.own').evaluate((one) => one.closest('[data-slot]') !== null)).toBe(
      true,
    );
    expect(await page.locator('#end').evaluate((one) => one.parentElement?.localName)).toBe('body');
    expect(html).toContain('Nothing yet');
    expect(open + close).not.toContain('Nothing yet');
    expect(page.complaints).toEqual([]);
  },
);

const pictures = mouldOf({
  fields: {
    picture: { kind: 'image', default: { src: 'assets/a.svg', alt: 'A' } },
    note: { kind: 'richtext', default: '<p><img src="assets/a.svg" alt=""> assets/a.svg</p>' },
  },
  template:
    '<div><img src="{~picture~}" srcset="assets/b c.svg 2x"><i style="background: url(assets/a.svg)">assets/a.svg</i>{~note~}</div>',
  style: 'b { background: url("assets/a.svg") } u { background: url(assets/a.svg.png) }',
  script: "document.querySelector('i').title = 'assets/a.svg' + mould.values.picture.src;",
  files: {
    'assets/a.svg': '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>',
    'assets/b c.svg': new Uint8Array([60, 62]),
  },
});

function blockWithFiles(assetAt: AssetAt): string {
  const cast = compileMould(pictures).cast({ id: 'c' }, { assetAt });
  return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
}

describe('files of its own', () => {
  it('are spoken of where they have been put, in markup, style, script and values; not in words', () => {
    const html = blockWithFiles(assetsAt('/files', false));
    expect(html).toContain('<img src="/files/a.svg" srcset="/files/b%20c.svg 2x">');
    expect(html).toContain('style="background: url(/files/a.svg)">assets/a.svg</i>');
    expect(html).toContain('<p><img src="/files/a.svg" alt=""> assets/a.svg</p>');
    expect(html).toMatch(/b[^{]*\{ background: url\("\/files\/a\.svg"\)/);
    expect(html).toContain('url(assets/a.svg.png)');
    expect(html).toContain("title = '/files/a.svg' + mould");
    expect(html).toContain('"src":"/files/a.svg"');
    const shared = blockWithFiles(assetsAt('https://site.example/files/', true));
    expect(shared).toContain('src="https://site.example/files/board/a.svg"');
  });

  it('come along in the code, and load', async () => {
    const page = await pageOf(blockWithFiles(assetsInline([pictures])));
    const { width, src } = await page
      .locator('img')
      .last()
      .evaluate((one) => {
        const { naturalWidth, currentSrc } = one as HTMLImageElement;
        return { width: naturalWidth, src: currentSrc };
      });
    expect([width, src.slice(0, 26)]).toEqual([9, 'data:image/svg+xml;base64,']);
  });

  it('are left alone where there are none', () => {
    const { inMarkup } = assetsIn([], () => '/x');
    expect(inMarkup('<img src="assets/a.svg">')).toBe('<img src="assets/a.svg">');
  });
});

describe('a library from elsewhere', () => {
  const bringing = (name: string, version: string, more: readonly Library[] = []) => {
    const script =
      'mould.root.textContent = [Rails.version, Rails.bent].join(); mould.root.title = "run"';
    const mould = mouldOf({ script });
    const rails = { name: 'rails', version, provides: 'Rails', script: `/rails-${version}.js` };
    return { ...mould, manifest: { ...mould.manifest, name, libraries: [rails, ...more] } };
  };
  const painting = `const write = (css) => document.head.append(Object.assign(document.createElement('style'), { textContent: css }));
    write('.dot { color: rgb(1, 2, 3); outline: 0 solid }');
    window.Paint = () => write('.dot { outline-width: 7px }');`;
  const bend = { name: 'bend', script: '/bend.js' };
  const answer = (path: string) =>
    path === '/bend.js'
      ? 'Rails.bent = "bent"'
      : path === '/paint.js'
        ? painting
        : `window.Rails = { version: "${path.replace(/^.*-|\.js$/g, '')}" }`;

  /** What casts show, what the page loaded, and what it has and said in the end. */
  async function shown(site: string, moulds: readonly Mould[]) {
    const blocks = moulds.map((mould) => partsOf(mould).html).join('');
    const loaded: string[] = [];
    const said: string[] = [];
    const context = await browser().newContext();
    await context.route('**/*', (route) => {
      const { pathname } = new URL(route.request().url());
      if (pathname === '/') return route.fulfill({ body: site + blocks, contentType: 'text/html' });
      loaded.push(pathname);
      return route.fulfill({ body: answer(pathname), contentType: 'text/javascript' });
    });
    const page = await context.newPage();
    page.on('console', (line) => said.push(line.text()));
    await page.goto('http://host.localhost/');
    await page.waitForFunction(
      (count) => document.querySelectorAll('[title=run]').length === count,
      moulds.length,
    );
    const texts = await page.locator('[data-cast]').allTextContents();
    const own = await page.evaluate('window.Rails && [Rails.version, Rails.bent].join()');
    await context.close();
    return { texts, loaded, said, own };
  }
  const site = '<script>window.Rails = { version: "2.1.0" }</script>';
  const [old, same] = [bringing('one', '1.4.0'), bringing('two', '2.0.0')];

  it('is loaded once, however many blocks ask for it', async () => {
    const found = await shown('', [old, { ...old }, bringing('three', '1.4.0')]);
    expect(found).toMatchObject({ texts: ['1.4.0,', '1.4.0,', '1.4.0,'], said: [] });
    expect(found.loaded).toEqual(['/rails-1.4.0.js']);
  });

  it('gives way to the page’s own where that fits', async () => {
    expect(await shown(site, [same])).toMatchObject({ texts: ['2.1.0,'], loaded: [], said: [] });
  });

  it('leaves the page’s own as it is where that does not fit, and says so once', async () => {
    const found = await shown(site, [old, same, bringing('three', '1.4.0', [bend])]);
    expect(found.texts).toEqual(['1.4.0,', '2.1.0,', '1.4.0,bent']);
    expect(found).toMatchObject({ own: '2.1.0,', loaded: ['/rails-1.4.0.js', '/bend.js'] });
    expect(found.said).toEqual([
      'keen-mould: this page has Rails 2.1.0, and one brings 1.4.0. Each keeps its own.',
    ]);
  });

  it('keeps its name while another version loads, and the page what it takes up meanwhile', async () => {
    const later = '<script>setTimeout(() => { window.Rails = { version: "9.0.0" } })</script>';
    const { texts, own } = await shown(site + later, [old, bringing('two', '3.0.0')]);
    expect(texts).toEqual(['1.4.0,', '3.0.0,']);
    expect(own).toBe('9.0.0,');
  });

  it('may write style into the head, which counts in the cast as in the snippet', async () => {
    const script = `Paint();
      setTimeout(() => {
        const { color, outlineWidth, float } = getComputedStyle(mould.root);
        mould.root.textContent = [color, outlineWidth, float].join();
        mould.root.title = 'run';
      });`;
    const libraries = [{ name: 'paint', provides: 'Paint', script: '/paint.js' }];
    const mould = mouldOf({ template: '<p class="dot">x</p>', script });
    const made = { ...mould, manifest: { ...mould.manifest, libraries } };
    const rude = '<style>.dot { color: red; float: right }</style>';
    const { texts } = await shown(rude, [made]);
    expect(texts).toEqual(['rgb(1, 2, 3),7px,none']);
  });

  it('that the page has by itself is used by its name', async () => {
    const mould = bringing('one', '2.0.0');
    const libraries = [{ name: 'rails', provides: 'Rails' }];
    const counting = { ...mould, manifest: { ...mould.manifest, libraries } };
    expect(await shown(site, [counting])).toMatchObject({ texts: ['2.1.0,'], loaded: [] });
  });
});

it('blocks of different versions keep to their own code, in any order', async () => {
  const mould = mouldOf({ template: '<p>-</p>', script: 'mould.root.textContent = mould.id' });
  // Another version may have other parts by the same names.
  const other = {
    key: 'other',
    parts: {
      ...runtime.parts,
      start:
        'function (page) { page.mould = () => {}; page.cast = () => { document.title += "other" } }',
    },
  };
  const [ours = '', theirs = ''] = [runtime, other].map(
    (one) => partsOf(mould, { runtime: one }).html ?? '',
  );
  for (const blocks of [`${ours}${theirs}${ours}`, `${theirs}${ours}${theirs}`]) {
    const page = await pageOf(blocks);
    expect(await page.locator('[data-cast]').allTextContents()).toEqual(['c', 'c-2', 'c-3']);
    expect(await page.title()).toContain('other');
  }
});

it('says whose it is and on what terms, in a comment that nothing ends', () => {
  const mould = { ...board, manifest: { ...board.manifest, title: 'Board --> <b>' } };
  const origin = { author: 'Ada', url: 'https://b.example', licence: 'MIT */' };
  const cast = compileMould({ ...mould, manifest: { ...mould.manifest, origin } }).cast({
    id: 'c',
  });
  const { html, css } = deliver(cast, { form: 'panes', runtime }).parts;
  const line = 'Board - -> <b> (board 1.0.0), by Ada, https://b.example, licence MIT * /';
  expect(html?.split('\n')[0]).toBe(`<!-- ${line} -->`);
  expect(css?.split('\n')[0]).toBe(`/* ${line} */`);
});

it('several casts in one delivery look as each by itself, and share what they can', () => {
  const compiled = compileMould(rows);
  const [one, two] = [compiled.cast({ id: 'one' }), compiled.cast({ id: 'two' })];
  const { html = '' } = deliver([one, two], { form: 'block', runtime }).parts;
  expect(html.match(/\.mould\("board"/g)).toHaveLength(1);
  expect(html.match(/<style/g)).toHaveLength(1);
  expect(html).toContain(one.markup.trim());
  expect(html).toContain(two.markup.trim());
});
