import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const root = fileURLToPath(new URL('../..', import.meta.url));

it('does all of its work where no code is made from text', () => {
  const code = `
    import { bindSpots, checkMould, checkValues, compileMould, deliver, fixMould, importSnippet, packMould, unpackMould } from 'keen-mould';
    import { readMould } from 'keen-mould/node';
    try { Function('return 1')(); console.log('code is made from text'); } catch { /* as it has to be */ }
    const { mould } = importSnippet('<style>.a { color: red; width: 4px }</style><ul class="a"><li>Elm<li>Oak</ul><script>console.log(1)</script>');
    const bound = bindSpots(fixMould(mould).mould, 'recommended').mould;
    const { mould: fares } = await readMould('demo/moulds/fare-finder');
    for (const one of [unpackMould(packMould(bound)), fares]) {
      if (checkMould(one).some(({ level }) => level === 'error')) console.log('not sound');
      if (checkValues(one, {}).findings.length > 0) console.log('no values');
      for (const form of ['block', 'panes', 'placed', 'frame', 'element', 'module']) {
        deliver(compileMould(one).cast(), { form });
      }
    }
    console.log("done");`;
  const { stdout, stderr } = spawnSync(
    process.execPath,
    ['--disallow-code-generation-from-strings', '--input-type=module', '-e', code],
    { cwd: root, encoding: 'utf8' },
  );
  expect({ stdout, stderr }).toEqual({ stdout: 'done\n', stderr: '' });
}, 30_000);
