// biome-ignore-all lint/suspicious/noTemplateCurlyInString: what looks so is the scripts of the table.
import { expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

const fields = {
  heading: { type: 'string' },
  words: { type: 'array', items: { type: 'string' } },
  rows: {
    type: 'array',
    items: {
      type: 'object',
      properties: {
        name: { type: 'string' },
        stop: { type: 'string' },
        to: { kind: 'link' },
        photo: { kind: 'image' },
      },
    },
  },
} as const;

const template = `<div class="x"><p class="in" data-tip="{~heading~}" title="{~heading~}">{~heading~}</p>
<script type="application/json" class="data">{"of": {~rows~}}</script><input value="{~heading~}">
<p class="out"></p><div class="more"></div></div>`;

const start = `const { rows, words, heading } = mould.values;
const out = document.querySelector('.out'), from = document.querySelector('.in');\n`;

/** Ways by which authors bring a text into the page, most of which let it be read as HTML. */
const ways: Readonly<Record<string, string>> = {
  'a template': 'out.innerHTML = `<b title="${heading}" class=\'${heading}\'>${heading}</b>`;',
  'a sum': `out.innerHTML = '<b title="' + heading + '">' + heading + '</b>';`,
  'an attribute without quotes': 'out.innerHTML = `<b title=${heading} lang=en>${heading}</b>`;',
  'rows as templates':
    'out.innerHTML = rows.map((r) => `<i data-at="${r.stop}">${r.name}</i>`).join("");',
  'a set':
    'out.innerHTML = [...new Set(rows.map((r) => r.stop))].map((s) => "<i>" + s + "</i>").join("");',
  'a map of groups': `const groups = new Map();
for (const row of rows) groups.set(row.stop, [...(groups.get(row.stop) ?? []), row]);
for (const [stop, all] of groups) out.insertAdjacentHTML('beforeend', '<h4>' + stop + '</h4>' + all.map(({ name }) => name));`,
  'groups in an object': `const groups = {};
rows.forEach((row) => { (groups[row.stop] ||= []).push(row.name); });
Object.entries(groups).forEach(([stop, all]) => { out.innerHTML += stop + ': ' + all.join(', '); });`,
  'new objects': `const cards = rows.map((row) => ({ label: row.name, ...row }));
out.innerHTML = cards.map((card) => '<li>' + card.label + card.stop + '</li>').join('');`,
  'text put together in steps': `let html = '<ul title="';
html += heading; html += '">';
for (let i = 0; i < rows.length; i++) { html += '<li>'; html += rows[i].name; html += '</li>'; }
out.innerHTML = html + '</ul>';`,
  'a function of its own': `const card = ({ name, stop }) => ['<b title="', stop, '">', name, '</b>'].join('');
out.innerHTML = rows.map(card).join('');`,
  'a class': `class Card { constructor(row) { Object.assign(this, row); } get html() { return this.name + this.stop; } }
for (const row of rows) out.innerHTML += new Card(row).html;`,
  'text of the page':
    'out.innerHTML = from.textContent.split(" ").map((w) => `<span>${w}</span>`).join(" ");',
  'an attribute of the page':
    'out.innerHTML = from.dataset.tip + from.getAttribute("title") + from.title;',
  'what a control holds': 'out.innerHTML = document.querySelector("input").value;',
  'JSON in the page':
    'const { of } = JSON.parse(document.querySelector(".data").textContent); out.innerHTML = of.map((r) => r.name + r.stop).join("");',
  'written, read and written again':
    'out.textContent = heading; document.querySelector(".more").innerHTML = out.textContent;',
  'a fragment': 'out.append(document.createRange().createContextualFragment(heading));',
  'another document':
    'out.append(...new DOMParser().parseFromString("<p>" + heading, "text/html").body.children);',
  'a computed member':
    'const put = (key, text) => { out[key] = text; }; put("inner" + "HTML", heading);',
  'links and pictures': `out.innerHTML = rows.map((r) => '<a href="' + r.to.href + '" title="' + r.to.text + '"><img src="' + r.photo.src + '" alt="' + r.photo.alt + '"></a>').join('');`,
  'an address':
    'const a = document.createElement("a"); a.href = heading; a.textContent = "x"; if (a.protocol === "javascript:") mould.page.defaultView.hit();',
  'a plain list': 'out.innerHTML = `<ul><li>${words.join("</li><li>")}</li></ul>`;',
  'a sorted copy':
    'out.innerHTML = [...words].sort().reverse().reduce((all, one) => all + `<li>${one}</li>`, "");',
  'text alone': 'out.textContent = heading;',
};

const evil = [
  '<img src=x onerror=hit()>',
  '"><img src=x onerror=hit()>',
  "' onmouseover='hit()' x='",
  'x onanimationstart=hit() style=animation:a',
  '<svg/onload=hit()>',
  '</ul><script>hit()</script><iframe srcdoc="<script>parent.hit()</script>">',
  '&lt;img src=x onerror=hit()&gt;',
  '&#60;img src=x onerror=hit()>',
  'javascript:hit()',
  ' java\tscript:hit()',
];

const valuesOf = (text: string) => ({
  heading: text,
  words: [text, 'b'],
  rows: [
    { name: text, stop: text, to: { href: text, text }, photo: { src: text, alt: text } },
    { name: 'B', stop: text },
  ],
});

function blocksOf(script: string, texts: readonly string[]): string {
  const compiled = compileMould(mouldOf({ fields, template, script: start + script }));
  const casts = texts.map((text, at) => compiled.cast({ id: `c${at}`, values: valuesOf(text) }));
  return casts
    .map(
      (cast, at) =>
        deliver(cast, { form: 'block', runtime, before: casts.slice(0, at) }).parts.html,
    )
    .join('\n');
}

const host = (
  body: string,
) => `<!doctype html><meta charset="utf-8"><style>@keyframes a { to { color: red } }</style>
<script>window.hits = 0; function hit() { hits += 1; }</script>${body}`;

it.each(Object.entries(ways))('no text runs by way of %s', async (_, script) => {
  const page = await pageOf(host(blocksOf(script, evil)));
  // A handler that came to be is one, whether or not anybody sets it off.
  const found = await page.evaluate(async () => {
    await new Promise((done) => setTimeout(done, 60));
    const all = [...document.querySelectorAll('[data-cast] *')];
    return {
      hits: (window as never as { hits: number }).hits,
      handlers: all.flatMap((one) => one.getAttributeNames()).filter((name) => /^on/.test(name)),
      strays: all.filter((one) => one.matches('iframe, svg, img[src=x], script:not(.data)')).length,
    };
  });
  expect(found).toEqual({ hits: 0, handlers: [], strays: 0 });
  expect(await page.evaluate(() => location.href)).toBe('http://host.localhost/');
});

it.each(Object.entries(ways).filter(([name]) => !/links|JSON|address|computed/.test(name)))(
  'signs of a text arrive as signs by way of %s',
  async (_, script) => {
    const text = `Fish & chips, 3 < 4 > 2, R&D <3 a<b "so" it's`;
    const page = await pageOf(host(blocksOf(script, [text])));
    const seen = await page.evaluate(
      () => document.querySelector('[data-cast]')?.textContent ?? '',
    );
    const plain = (one: string) =>
      one
        .replace(/\u2060/g, '')
        .replace(/\u00a0/g, ' ')
        .replace(/”/g, '"')
        .replace(/’/g, "'");
    expect(plain(seen)).toContain(text);
  },
);

it('a text that only comes to text, or only into markup, is what was typed to the last character', async () => {
  const text = `R&D a<b "so" it's`;
  for (const name of ['text alone', 'rows as templates', 'a sum']) {
    const page = await pageOf(host(blocksOf(ways[name] as string, [text])));
    expect(await page.locator('.out').textContent()).toContain(text);
  }
});
