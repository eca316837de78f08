import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { describe, expect, it, onTestFinished } from 'vitest';
import { type CompiledMould, compileMould } from '../../src/core/compile/compile-mould.ts';
import { assetsAt } from '../../src/core/deliver/assets.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import type { CastFile } from '../../src/core/model/cast-file.ts';
import type { JsonObject } from '../../src/core/model/json-source.ts';
import { sampleNames, sampleOf } from '../../src/core/model/samples.ts';
import { kit } from '../../src/generated/kit.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { loadFinish } from '../../src/node/files/finish.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { isLong, runs } from '../run/long.ts';
import { demo } from '../support/command.ts';
import { mouldOf } from '../support/mould.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const names = readdirSync(join(demo, 'moulds'));

/** The module of a mould, imported as a program would. */
async function moduleOf(compiled: CompiledMould, manner = {}) {
  const { parts } = deliver(compiled.cast({}, manner), { form: 'module', runtime, kit });
  const code = Buffer.from(parts.js ?? '').toString('base64');
  return import(`data:text/javascript;base64,${code}`);
}

describe.each(names)('the module of %s', (name) => {
  it.each([{}, { sealed: true }, { look: 'host' as const }])(
    'gives what cast does, for every sample: %j',
    async (manner) => {
      const { mould } = await readMould(join(demo, 'moulds', name));
      const compiled = compileMould(mould);
      const { render } = await moduleOf(compiled, manner);
      for (const sample of isLong ? sampleNames(mould) : ['default', 'long']) {
        const file = sampleOf(mould, compiled.root, sample)?.cast ?? {};
        const cast = compiled.cast(file, manner);
        for (const form of ['block', 'panes', 'placed'] as const) {
          expect([sample, render(file, { form }).parts]).toEqual([
            sample,
            deliver(cast, { form, runtime }).parts,
          ]);
        }
      }
    },
  );
});

const anyField: JsonObject = {
  line: { type: 'string', title: 'Line', maxLength: 9, pattern: '^[^x]*$', default: 'a' },
  mail: { type: 'string', format: 'email', default: 'a@b.example' },
  many: { kind: 'multiline', default: 'a\nb' },
  rich: { kind: 'richtext', default: '<p>a</p>' },
  count: { type: 'integer', minimum: 1, maximum: 9, multipleOf: 2, default: 2 },
  ratio: { type: 'number', exclusiveMinimum: 0, default: 1.5, unit: 'em' },
  on: { type: 'boolean', default: true },
  side: { enum: ['start', 'end', 3], default: 'start' },
  tint: { kind: 'color', default: '#123' },
  wide: { kind: 'length', default: '12px', below: { 480: '6px' } },
  wait: { kind: 'duration', default: '0.4s' },
  day: { kind: 'date', default: '2026-06-07' },
  hour: { kind: 'date', format: 'time', default: '10:20' },
  to: { kind: 'link', default: { href: '/a', text: 'A' } },
  photo: { kind: 'image', default: { src: 'assets/a.svg', alt: 'A' } },
  icon: { kind: 'icon', default: { class: 'i' } },
  type: { kind: 'typeface', default: { family: 'Georgia, serif' } },
  ground: { kind: 'fill', default: '#fff' },
  cut: { kind: 'shape', default: 'circle(50%)' },
  own: { kind: 'markup', default: '<b>a</b>' },
  rows: {
    type: 'array',
    minItems: 1,
    maxItems: 3,
    uniqueItems: true,
    items: {
      type: 'object',
      properties: { a: { type: 'string', default: 'r' }, tint: { kind: 'color' } },
    },
    default: [{}],
  },
};
const any = compileMould(
  mouldOf({
    fields: anyField,
    required: ['line'],
    template: `<div title="{~line~}" class="{~side~}" km-class="on: on" style="width: {~ratio~}" id="a-{~count~}">{~line~}{~mail~}
<p>{~many~}</p><div>{~rich~}</div><p>{~rich~}</p><time datetime="{~day~}">{~hour~}</time><a href="{~to~}">{~to~}</a>
<img src="{~photo~}" srcset="{~photo~} 2x" alt="{~photo.alt~}"><i>{~icon~}</i><div>{~own~}</div><input disabled="{~on~}" value="{~tint~}">
<ul><li km-each="rows" km-when="not rows#last" data-n="{~rows#number~}">{~rows.a~}</li></ul><b km-each="count">x</b>
<script type="application/json">{"a": {~rows~}, "b": "{~line~}"}</script></div>`,
    style: `div { color: var(--tint); width: var(--wide); transition: all var(--wait); font: var(--type); background: var(--ground); clip-path: var(--cut); content: var(--line) } li { color: var(--rows-tint) }`,
    script: 'console.log(mould.values);',
    files: { 'assets/a.svg': '<svg xmlns="http://www.w3.org/2000/svg"/>' },
  }),
);

const strings = fc.oneof(
  fc.string(),
  fc.constantFrom(
    '',
    'x',
    '#fff',
    'rgb(1 2 3)',
    'red',
    '12px',
    '40%',
    '-1em',
    '0.5s',
    '2026-02-30',
    '10:20',
    '<p onclick="a">b<script>c</script><h1>d',
    '<svg><path d="M0 0"/></svg>',
    'javascript:a',
    './a',
    '</style>',
    '&amp;',
    'circle(1px)',
    'var(--a)',
    'a@b.c',
    '12',
    '\u2028',
    'assets/a.svg',
  ),
);
const someValue = fc.oneof(strings, fc.jsonValue({ maxDepth: 2 }), fc.integer(), fc.constant(null));
const someValues = fc.record(
  Object.fromEntries(Object.keys(anyField).map((name) => [name, someValue])),
  { requiredKeys: [] },
);

it('gives what cast does, with the same findings, whatever the values', async () => {
  const { render } = await moduleOf(any);
  fc.assert(
    fc.property(someValues, someValues, (values, below) => {
      const file = { values, below: { 480: below } } as CastFile;
      const ours = deliver(any.cast(file), { form: 'block', runtime });
      const { parts, findings } = render(file);
      expect(parts.html).toBe(ours.parts.html);
      expect(findings.map(plain)).toEqual(ours.findings.map(plain));
    }),
    { numRuns: runs(60, 400), seed: 9 },
  );
});

/** A finding without where the field is bound, which only those know who have the sources. */
function plain({ code, path, message }: { code: string; path?: string; message: string }) {
  return [code, path, message];
}

it('knows where its files were put, and takes casts of other modules into its slots', async () => {
  const { mould } = await readMould(join(demo, 'moulds/diary'));
  const assetAt = assetsAt('/files', false);
  const compiled = compileMould(mould);
  const cast = compiled.cast({}, { assetAt });
  const { js = '' } = deliver(cast, { form: 'module', runtime, kit }).parts;
  const made = await import(`data:text/javascript;base64,${Buffer.from(js).toString('base64')}`);
  expect(made.render({}).parts).toEqual(deliver(cast, { form: 'block', runtime }).parts);
  const board = compileMould((await readMould(join(demo, 'moulds/notice-board'))).mould);
  const note = compileMould((await readMould(join(demo, 'moulds/call-out'))).mould);
  const file = { slots: { notes: [{ mould: 'call-out' }, { markup: '<p>a<b>c' }] } };
  const outer = await moduleOf(board);
  const inner = await moduleOf(note);
  expect(outer.render(file, { moulds: [inner] }).parts).toEqual(
    deliver(board.cast(file, { moulds: () => note }), { form: 'block', runtime }).parts,
  );
});

it('is prefixed and made small as it is asked for, and gives what cast would with that', async () => {
  const { mould } = await readMould(join(demo, 'moulds/notice-rail'));
  const compiled = compileMould(mould);
  const finish = await loadFinish({ browsers: 'safari 12', minify: true });
  const { js = '' } = deliver(compiled.cast(), { form: 'module', runtime, kit, finish }).parts;
  const plain = deliver(compiled.cast(), { form: 'module', runtime, kit }).parts.js ?? '';
  expect(js.length).toBeLessThan(plain.length);
  const made = await import(`data:text/javascript;base64,${Buffer.from(js).toString('base64')}`);
  const styles = (html: string) => html.match(/<style>\n[\s\S]*?<\/style>/g);
  const ours = deliver(compiled.cast(), { form: 'block', runtime, finish }).parts.html ?? '';
  expect(styles(made.render().parts.html)).toEqual(styles(ours));
});

it('has types that compile, and refuse what is none of its values', {
  timeout: 60_000,
}, async () => {
  const folder = join(root, '.cache/module-types');
  mkdirSync(folder, { recursive: true });
  onTestFinished(() => rmSync(folder, { recursive: true }));
  for (const name of names) {
    const { mould } = await readMould(join(demo, 'moulds', name));
    const { js = '', types = '' } = deliver(compileMould(mould).cast(), {
      form: 'module',
      runtime,
      kit,
    }).parts;
    writeFileSync(join(folder, `${name}.js`), js);
    writeFileSync(join(folder, `${name}.d.ts`), types);
  }
  const use = `import { type Cast, render } from './notice-rail.js';
const cast: Cast = { id: 'a', values: { heading: 'Summer', out: [{ time: '10:00', to: '/a' }] } };
export const html: string | undefined = render([cast, {}], { form: 'placed', before: [cast] }).parts.head;
// @ts-expect-error: no such value
render({ values: { heading: 3 } });
// @ts-expect-error: no such field
render({ values: { headline: 'a' } });
`;
  writeFileSync(
    join(folder, 'use.ts'),
    use +
      names
        .map((name, at) => `import * as m${at} from './${name}.js';\nexport { m${at} };\n`)
        .join(''),
  );
  const words = [
    'tsc',
    '--noEmit',
    '--strict',
    '--module',
    'nodenext',
    '--target',
    'es2022',
    '--ignoreConfig',
    join(folder, 'use.ts'),
  ];
  const { stdout, status } = spawnSync('npx', words, { cwd: folder, encoding: 'utf8' });
  expect([stdout, status]).toEqual(['', 0]);
});
