// How each step grows with what it is given: 1, 10, 100 and 1 000 times a card with a row of style and a
// function; the time for each of them, as a multiple of that for each of the ten.
import { bindSpots } from '../dist/core/author/bind/bind-spots.js';
import { findSpots } from '../dist/core/author/bind/find-spots.js';
import { checkMould } from '../dist/core/author/check/check-mould.js';
import { importSnippet } from '../dist/core/author/snippet/import-snippet.js';
import { compileMould } from '../dist/core/compile/compile-mould.js';
import { deliver } from '../dist/core/deliver/deliver.js';
import { packMould } from '../dist/core/pack/pack-mould.js';
import { unpackMould } from '../dist/core/pack/unpack-mould.js';
import { runtime } from '../dist/generated/runtime.js';
import { keep, short } from './keep.mjs';

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
  bind: ({ mould }) => bindSpots(mould, 'recommended'),
  compile: ({ mould }) => compileMould(mould),
  cast: ({ compiled }) => compiled.cast({ id: 'a' }),
  deliver: ({ cast }) => deliver(cast, { form: 'block', runtime }),
  'compile, all of it bound': ({ bound }) => compileMould(bound),
  'cast, all of it bound': ({ boundCast }) => boundCast(),
  'write rows': ({ rows }) => rows(),
  'pack and unpack': ({ mould }) => unpackMould(packMould(mould)),
};
const manifest = {
  format: 1,
  name: 'rows',
  version: '1.0.0',
  fields: {
    type: 'object',
    properties: {
      rows: {
        type: 'array',
        default: [],
        items: { type: 'object', properties: { time: { type: 'string', default: '10:20' } } },
      },
    },
  },
};
const list = compileMould({
  manifest,
  manifestText: JSON.stringify(manifest),
  style: '',
  script: '',
  files: {},
  template: '<ul><li km-each="rows">{~rows.time~}</li></ul>',
});
const counts = [1, 10, 100, 1000];
const results = Object.fromEntries(Object.keys(steps).map((name) => [name, {}]));

for (const count of counts) {
  const text = paste(count);
  const { mould } = importSnippet([{ name: 'a.html', text }]);
  const compiled = compileMould(mould);
  const { mould: bound } = bindSpots(mould, 'recommended');
  const allBound = compileMould(bound);
  const values = { rows: Array.from({ length: count }, (_, n) => ({ time: `${n % 24}:20` })) };
  const given = {
    text,
    mould,
    compiled,
    bound,
    cast: compiled.cast({ id: 'a' }),
    boundCast: () => allBound.cast({ id: 'a' }),
    rows: () => list.cast({ id: 'a', values }),
  };
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

const growth = Object.fromEntries(
  Object.entries(results).map(([name, each]) => [
    name,
    {
      msAt1000: short(each[1000] * 1000, 2),
      eachOf: Object.fromEntries(counts.map((count) => [count, short(each[count] / each[10], 2)])),
    },
  ]),
);
keep('growth', growth);
