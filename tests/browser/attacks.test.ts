import { expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { payloads } from '../support/attacks.ts';
import { withBrowser } from '../support/browser.ts';
import { everyKind, everyPlace, everyStyle, filledWith } from '../support/every-kind.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

const host = (blocks: readonly string[]) => `<!doctype html><html><head><meta charset="utf-8">
<script>window.hits = []; window.got = []; function hit() { hits.push(document.currentScript?.outerHTML ?? 'x'); }</script>
<style>.neighbour { color: rgb(1, 2, 3); display: block; width: 300px }</style></head><body><main>
${blocks.map((block) => `<div class="spot">${block}</div><p class="neighbour"><b>safe</b></p>`).join('\n')}
</main><footer>end</footer></body></html>`;

it.each(['scoped', 'sealed'] as const)(
  'no value leaves its place, whatever it holds: %s',
  { timeout: 120_000 },
  async (manner) => {
    expect(payloads.length).toBeGreaterThanOrEqual(150);
    const script = 'mould.page.defaultView.got.push(mould.values.text);';
    const compiled = compileMould(
      mouldOf({ fields: everyKind, template: everyPlace, style: everyStyle, script }),
    );
    expect(compiled.findings.filter(({ level }) => level === 'error')).toEqual([]);
    const casts = ['x', ...payloads].map((payload, at) =>
      compiled.cast({ id: `c${at}`, values: filledWith(payload) }, { sealed: manner === 'sealed' }),
    );
    const blocks = casts.map((cast, at) => {
      const before = casts.slice(0, at);
      return deliver(cast, { form: 'block', runtime, before }).parts.html ?? '';
    });
    const page = await pageOf(host(blocks));
    const asked: string[] = [];
    page.on('request', (one) => asked.push(one.url()));
    const seen = await page.evaluate(() => {
      const main = document.querySelector('main') as Element;
      const trees = [...document.querySelectorAll('[data-cast]')].map(
        (one) => one.shadowRoot ?? one,
      );
      const inside = trees.map((tree) => [...tree.querySelectorAll('*')]);
      const names = (elements: readonly Element[]) =>
        elements
          .filter(
            (one) =>
              !one.closest('.shell, .rich, p[id], button, span, svg:not([viewBox="0 0 1 1"])'),
          )
          .map((one) => one.localName.replace(/^h3$/, 'h2'))
          .filter((name) => name !== 'br' && name !== 'style')
          .join(' ');
      const schemes = inside.flat().flatMap((one) =>
        [...one.attributes].filter(
          ({ name, value }) =>
            /^(?:href|src|action|poster|formaction|data|xlink:href)$/.test(name) &&
            /^[\s\u0000-\u0020]*(?:j\s*a\s*v\s*a\s*s\s*c\s*r\s*i\s*p\s*t|vbscript|data)\s*:/i.test(
              value,
            ) &&
            // A picture may be in the address where nothing but a picture can come of it.
            !(/^(?:img|input|video|image)$/.test(one.localName) && /^data:image\//.test(value)),
        ),
      );
      return {
        hits: (window as never as { hits: string[] }).hits,
        got: (window as never as { got: string[] }).got,
        spots: main.children.length,
        strays: [...main.children].filter((one) => !/^(?:spot|neighbour)$/.test(one.className))
          .length,
        end: document.body.lastElementChild?.localName,
        shapes: [...new Set(inside.map((one) => names(one)))],
        handlers: inside
          .flat()
          .flatMap((one) => one.getAttributeNames())
          .filter((name) => /^on/i.test(name)),
        loaders: inside
          .flat()
          .filter((one) => one.getAttribute('type') !== 'application/ld+json')
          .filter((one) =>
            /^(?:script|iframe|object|embed|base|meta|link|form)$/.test(one.localName),
          )
          .map((one) => one.localName),
        schemes: schemes.map(({ name, value }) => `${name}=${value}`),
        styles: [
          ...new Set(
            [...document.querySelectorAll('.neighbour')].map((one) => {
              const { color, display, width } = getComputedStyle(one);
              return `${color} ${display} ${width} ${one.innerHTML}`;
            }),
          ),
        ],
        texts: trees.map((tree) => tree.querySelector('p.text')?.textContent),
        json: trees.map((tree) => {
          const piece = tree.querySelector<HTMLElement>('.piece') ?? (tree as HTMLElement);
          const block = tree.querySelector('script[type="application/ld+json"]');
          return [
            JSON.parse(piece.dataset.json ?? '').x,
            JSON.parse(block?.textContent ?? '').name,
          ];
        }),
        bodyDisplay: getComputedStyle(document.body).display,
      };
    });
    const count = payloads.length + 1;
    expect(seen.hits).toEqual([]);
    expect({ spots: seen.spots, strays: seen.strays, end: seen.end }).toEqual({
      spots: count * 2,
      strays: 0,
      end: 'footer',
    });
    expect(seen.shapes).toEqual([seen.shapes[0]]);
    expect(seen.handlers).toEqual([]);
    expect(seen.loaders.filter((name) => name !== 'form')).toEqual([]);
    expect(seen.loaders).toHaveLength(count);
    expect(seen.schemes).toEqual([]);
    expect(seen.styles).toEqual(['rgb(1, 2, 3) block 300px <b>safe</b>']);
    expect(seen.bodyDisplay).toBe('block');
    expect(asked.filter((url) => url.includes('evil.example/x') && /css|import/.test(url))).toEqual(
      [],
    );
    // What is text is all there, as it was given, but for what HTML cannot hold.
    const plain = (text = '') => text.replaceAll('\u0000', '').replaceAll('\ud800', '\ufffd');
    expect(seen.texts.map((text) => plain(text ?? ''))).toEqual(['x', ...payloads].map(plain));
    expect(seen.json.map((both) => both.map(plain))).toEqual(
      ['x', ...payloads].map((one) => [plain(one), plain(one)]),
    );
    expect(seen.got.map(plain).sort()).toEqual(['x', ...payloads].map(plain).sort());
    expect(page.complaints.filter((one) => !/ERR_FAILED|Failed to load/.test(one))).toEqual([]);
  },
);

it('markup of the host runs as it is, and still stays where it is put', {
  timeout: 60_000,
}, async () => {
  const mould = mouldOf({
    fields: { page: { kind: 'markup' } },
    template: '<section><div class="box">{~page~}</div><i class="after"></i></section>',
  });
  const compiled = compileMould(mould);
  // A comment, a raw text element or a script may take in what comes after it; ends close it again.
  const blocks = payloads.map((payload, at) => {
    const cast = compiled.cast({ id: `c${at}`, values: { page: payload } });
    return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
  });
  const page = await pageOf(host(blocks).replace('<main>', '<main hidden>'));
  const seen = await page.evaluate(() => ({
    spots: document.querySelectorAll('main > .spot').length,
    after: document.querySelectorAll('main > .spot > section > .box + .after').length,
    end: document.body.lastElementChild?.localName,
  }));
  expect(seen).toEqual({ spots: payloads.length, after: payloads.length, end: 'footer' });
});
