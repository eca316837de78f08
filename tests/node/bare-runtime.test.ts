import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { EdgeVM } from '@edge-runtime/vm';
import { build } from 'esbuild';
import { expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));

it('a delivered module renders where there is nothing but ECMAScript', () => {
  const code = `
    import vm from 'node:vm';
    import { assetsInline, compileMould, deliver } from 'keen-mould';
    import { readMould } from 'keen-mould/node';
    for (const [name, values] of [['notice-rail', { heading: 'Up <the> hill' }], ['fare-finder', {}], ['diary', {}]]) {
      const { mould } = await readMould('demo/moulds/' + name);
      const compiled = compileMould(mould);
      const options = { assetAt: assetsInline([mould]) };
      const { parts } = deliver(compiled.cast({}, options), { form: 'module' });
      const alone = new vm.SourceTextModule(parts.js, { context: vm.createContext({}) });
      await alone.link(() => { throw new Error('It imports something.'); });
      await alone.evaluate();
      const there = alone.namespace.render({ id: 'a', values }).parts.html;
      const here = deliver(compiled.cast({ id: 'a', values }, options), { form: 'block' }).parts.html;
      console.log(name, there === here, there.includes('Up &lt;the&gt; hill'));
    }`;
  const flags = ['--experimental-vm-modules', '--no-warnings', '--input-type=module'];
  const { stdout, stderr } = spawnSync(process.execPath, [...flags, '-e', code], {
    cwd: root,
    encoding: 'utf8',
  });
  expect(stderr).toBe('');
  expect(stdout.split('\n')).toEqual([
    'notice-rail true true',
    'fare-finder true false',
    'diary true false',
    '',
  ]);
}, 30_000);

it('the library works in an edge runtime, which has neither Node.js nor a page', async () => {
  const { outputFiles } = await build({
    stdin: {
      contents: `import { bindSpots, checkValues, compileMould, deliver, importSnippet, mouldFromJson, mouldToJson } from './dist/bundled/index.js';
globalThis.made = () => {
  const { mould } = importSnippet('<style>.a { color: red }</style><h2 class="a">Lock keeper</h2>');
  const bound = mouldFromJson(JSON.parse(JSON.stringify(mouldToJson(bindSpots(mould, 'recommended').mould))));
  const values = { heading: 'Weir <keeper>' };
  const wrong = checkValues(bound, { textColour: 3 }).findings.length;
  return [wrong, deliver(compileMould(bound).cast({ values }), { form: 'block' }).parts.html];
};`,
      resolveDir: root,
    },
    bundle: true,
    write: false,
    format: 'iife',
    logLevel: 'error',
  });
  const vm = new EdgeVM();
  vm.evaluate(outputFiles[0]?.text ?? '');
  const [wrong, html] = vm.evaluate('made()') as [number, string];
  expect(html).toContain('Weir &lt;keeper&gt;');
  expect(wrong).toBeGreaterThan(0);
}, 30_000);
