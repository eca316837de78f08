// How each step grows with what it is given: 1, 10, 100 and 1 000 times a card with a row of style and a
// function; the time for each of them, as a multiple of that for each of the ten.
import { mkdirSync, writeFileSync } from 'node:fs';
import { checkMould } from '../dist/core/author/check/check-mould.js';
import { importSnippet } from '../dist/core/author/snippet/import-snippet.js';
import { findSpots } from '../dist/core/author/spots/find-spots.js';
import { compileMould } from '../dist/core/compile/compile-mould.js';
import { deliver } from '../dist/core/deliver/deliver.js';
import { packMould } from '../dist/core/pack/pack-mould.js';
import { unpackMould } from '../dist/core/pack/unpack-mould.js';
import { runtime } from '../dist/runtime/text.js';

const many = (count, make) => Array.from({ length: count }, (_, n) => make(n)).join('\n');
const paste = (count) => `<section class="cards">
${many(count, (n) => `<article class="card-${n}"><h3>Stop ${n}</h3><p>Every <b>${n}</b> minutes</p><a href="/stops/${n}">More of it</a></article>`)}
</section>
<style>
${many(count, (n) => `.card-${n} { color: #1f4437; padding: ${n % 40}px } .card-${n} > b:hover { color: #b3541e }`)}
</style>
<script>
${many(count, (n) => `function go${n}() { return document.querySelector('.card-${n}').title; }`)}
</script>`;

const steps = {
  import: ({ text }) => importSnippet([{ name: 'a.html', text }]),
  check: ({ mould }) => checkMould(mould),
  spots: ({ mould }) => findSpots(mould),
  compile: ({ mould }) => compileMould(mould),
  cast: ({ compiled }) => compiled.cast({ id: 'a' }),
  deliver: ({ cast }) => deliver(cast, { form: 'block', runtime }),
  pack: ({ mould }) => unpackMould(packMould(mould)),
};
const counts = [1, 10, 100, 1000];
const results = Object.fromEntries(Object.keys(steps).map((name) => [name, {}]));

for (const count of counts) {
  const text = paste(count);
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  const compiled = compileMould(mould);
  const given = { text, mould, compiled, cast: compiled.cast({ id: 'a' }) };
  for (const [name, step] of Object.entries(steps)) {
    const times = [];
    const until = performance.now() + 1500;
    for (let round = 0; round < 3 || (performance.now() < until && round < 200); round += 1) {
      const start = performance.now();
      step(given);
      times.push(performance.now() - start);
    }
    times.sort((a, b) => a - b);
    results[name][count] = times[times.length >> 1] / count;
  }
}

const round = (value) => Number(value.toPrecision(2));
const growth = Object.fromEntries(
  Object.entries(results).map(([name, each]) => [
    name,
    {
      msAt1000: round(each[1000] * 1000),
      ...Object.fromEntries(
        counts.map((count) => [`each of ${count}`, round(each[count] / each[10])]),
      ),
    },
  ]),
);
mkdirSync(new URL('results/', import.meta.url), { recursive: true });
const out = `${JSON.stringify({ node: process.version, growth }, null, 2)}\n`;
writeFileSync(new URL('results/growth.json', import.meta.url), out);
process.stdout.write(out);
