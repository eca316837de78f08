import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import { expect, it } from 'vitest';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import { unbindField } from '../../src/core/author/bind/unbind-field.ts';
import { checkMould, fixMould } from '../../src/core/author/check/check-mould.ts';
import { importSnippet } from '../../src/core/author/snippet/import-snippet.ts';
import { elementsUnder } from '../../src/core/author/snippet/page-parts.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { runs } from '../run/long.ts';
import { demo } from '../support/command.ts';

const folder = join(demo, 'snippets');
const snippets = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('.html'))
  .map((path) => readFileSync(join(folder, path), 'utf8'));

/** What goes wrong on the way from a page to a clipboard and on to an editor. */
const slips = fc.oneof(
  fc.record({
    how: fc.constant('cut' as const),
    at: fc.nat(),
    length: fc.integer({ min: 1, max: 60 }),
  }),
  fc.record({
    how: fc.constant('twice' as const),
    at: fc.nat(),
    length: fc.integer({ min: 1, max: 200 }),
  }),
  fc.record({
    how: fc.constant('put' as const),
    at: fc.nat(),
    what: fc.constantFrom(
      '<',
      '>',
      '"',
      "'",
      '{',
      '}',
      '(',
      ')',
      '`',
      '/*',
      '*/',
      '<!--',
      '-->',
      '\\',
      ';',
      ':',
      '</div>',
      '<p>',
      '</p>',
      '<table>',
      '<li>',
      '<a href=x>',
      '<b>',
      '</script>',
      '<style>',
      '{~',
      '{~~',
      '~}',
      'km-each="x"',
      '\u201c',
      '\u00a0',
      '\u0000',
      '\ud800',
      '\r',
      '//',
    ),
  }),
);

function slipped(
  text: string,
  some: readonly (typeof slips extends fc.Arbitrary<infer S> ? S : never)[],
) {
  return some.reduce((before, slip) => {
    const at = slip.at % (before.length + 1);
    if (slip.how === 'put') return before.slice(0, at) + slip.what + before.slice(at);
    const range = before.slice(at, at + slip.length);
    return slip.how === 'cut'
      ? before.slice(0, at) + before.slice(at + slip.length)
      : before.slice(0, at) + range + before.slice(at);
  }, text);
}

/** Words of tags that are taken apart and not kept as such. */
const ofTags =
  /^(?:script|style|html|head|body|title|doctype|type|text|javascript|module|link|rel|stylesheet|src|href|lang|meta|charset|importmap)$/i;

const wordsOf = (text: string) => text.match(/[A-Za-z]{4,}/g) ?? [];

/** What a lost quote makes attributes of, in tags that are not kept as such. */
function strayAttributes(paste: string): string[] {
  const document = parse(paste) as DefaultTreeAdapterTypes.Document;
  const code = elementsUnder(document.childNodes).filter(({ tagName }) =>
    /^(?:script|style|link|title|meta|html|head|body)$/.test(tagName),
  );
  return code.flatMap(({ attrs }) =>
    attrs.flatMap(({ name, value }) => wordsOf(`${name} ${value}`)),
  );
}

/** A paste without comments and without the names of tags, which are no text. */
const textOf = (paste: string) =>
  paste.replace(/<!--[\s\S]*?(?:-->|$)|<[!?][^>]*>?|<\/[^>]*|<\w+/g, ' ');

/** Refused in words is no throw; only what no browser runs is refused. */
function importOf(text: string): ReturnType<typeof importSnippet> | undefined {
  try {
    return importSnippet([{ name: 'paste.html', text }], { name: 'paste' });
  } catch (error) {
    expect(error).toBeInstanceOf(Refusal);
    return undefined;
  }
}

it('whatever slips into a snippet, nothing throws, hangs or is lost', () => {
  let cast = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...snippets),
      fc.array(slips, { minLength: 1, maxLength: 4 }),
      (snippet, some) => {
        const text = slipped(snippet, some);
        const imported = importOf(text);
        if (!imported) return;
        const { mould, dropped } = imported;
        expect(mould.files['snippet/paste.html']).toBe(text);
        const { template, style, script, manifestText } = mould;
        const told = dropped.map(({ what }) => what);
        const all = [template, style, script, manifestText, ...told].join(' ');
        const kept = new Set(
          [...wordsOf(all), ...strayAttributes(text)].map((word) => word.toLowerCase()),
        );
        const lost = wordsOf(textOf(text)).filter(
          (word) => !kept.has(word.toLowerCase()) && !ofTags.test(word),
        );
        expect(lost).toEqual([]);

        const findings = checkMould(mould);
        for (const { line, column } of findings) {
          if (line !== undefined) expect(Math.min(line, column ?? 1)).toBeGreaterThan(0);
        }
        const { mould: mended, left } = fixMould(mould);
        expect(left.length).toBeLessThanOrEqual(checkMould(mended).length);
        if (compileMould(mould).isSound) {
          cast += 1;
          compileMould(mould).cast();
        }
      },
    ),
    { seed: 68, numRuns: runs(60, 400) },
  );
  expect(cast).toBeGreaterThan(runs(30, 200));
}, 120_000);

it('whatever slips into a snippet, its fields are bound, and taken back byte for byte', () => {
  let fields = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...snippets),
      fc.array(slips, { minLength: 1, maxLength: 4 }),
      (snippet, some) => {
        const imported = importOf(slipped(snippet, some));
        if (!imported) return;
        const { mould } = imported;
        const { mould: bound, ties } = bindSpots(mould, 'recommended');
        fields += ties.length;
        expect(compileMould(bound).isSound || !compileMould(mould).isSound).toBe(true);
        const left = ties.reduce((one, { field }) => unbindField(one, field).mould, bound);
        for (const part of ['template', 'style', 'script', 'manifestText'] as const) {
          expect(left[part]).toBe(mould[part]);
        }
      },
    ),
    { seed: 6, numRuns: runs(20, 200) },
  );
  expect(fields).toBeGreaterThan(runs(100, 1000));
});

it('whatever slips into rules of fonts and pages, an import ends, and leaves no edit half made', () => {
  const base = `<style>@import url(https://f.example/css2?family=Depot);
@font-face { font-family: "Depot"; src: url("a.woff2") format("woff2"), url(b.woff); }
body { margin: 0; background: url(c.png) } html, body { height: 100% } .x { font-family: Depot }
@media (max-width: 3px) { body { color: red } }</style><p class="x">hi</p>`;
  const bits = [
    '{~',
    '{~~',
    '~}',
    '{',
    '}',
    '"',
    "'",
    '(',
    ')',
    'url(',
    '/*',
    '*/',
    ';',
    '@font-face {',
    'body {',
    '@import ',
  ];
  const local = () => ({ bytes: new Uint8Array([1]), text: undefined });
  const places = fc.array(fc.tuple(fc.nat(), fc.constantFrom(...bits)), {
    minLength: 1,
    maxLength: 4,
  });
  fc.assert(
    fc.property(places, fc.constantFrom('root', 'drop', undefined), (some, pageStyles) => {
      const text = some.reduce((before, [at, bit]) => {
        const place = at % before.length;
        return before.slice(0, place) + bit + before.slice(place);
      }, base);
      try {
        importSnippet([{ name: 'a.html', text }], { local, ...(pageStyles ? { pageStyles } : {}) });
      } catch (error) {
        expect(error).toBeInstanceOf(Refusal);
      }
    }),
    { seed: 11, numRuns: runs(400, 5000) },
  );
});
