import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { expect, it } from 'vitest';
import { snippetToDelivery } from '../../src/core/index.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';

const { pageOf } = withBrowser();
const core = fileURLToPath(new URL('../../dist/core/index.js', import.meta.url));

const pieces = [
  {
    name: 'board.html',
    text: '<style>.a { color: red }</style><p class="a">Trams</p><script>go(mould.values)</script>',
  },
];
const values = { heading: 'A & B', tint: 'oklch(60% .1 40)' };

it('the core runs in a browser, and makes the same code there', async () => {
  const { outputFiles } = await build({
    entryPoints: [core],
    bundle: true,
    write: false,
    minify: true,
    platform: 'browser',
    format: 'iife',
    globalName: 'core',
  });
  const bundle = outputFiles[0]?.text ?? '';
  const page = await pageOf(`<script>${bundle.replaceAll('</script', '<\\/script')}</script>`);
  expect(page.complaints).toEqual([]);
  const inBrowser = await page.evaluate(
    ({ pieces, values, runtime }) => {
      const { core } = window as unknown as { core: typeof import('../../src/core/index.ts') };
      const fields = { heading: { type: 'string' }, tint: { kind: 'color' } };
      const bind = (mould: import('../../src/core/index.ts').Mould) => ({
        ...mould,
        manifest: { ...mould.manifest, fields: { properties: fields } },
        template: mould.template.replace('Trams', '{~heading~}'),
        style: mould.style.replace('red', 'var(--tint)'),
      });
      return core.snippetToDelivery(pieces, bind, { values }, { form: 'block', runtime });
    },
    { pieces, values, runtime },
  );
  const fields = { heading: { type: 'string' }, tint: { kind: 'color' } };
  const inNode = snippetToDelivery(
    pieces,
    (mould) => ({
      ...mould,
      manifest: { ...mould.manifest, fields: { properties: fields } },
      template: mould.template.replace('Trams', '{~heading~}'),
      style: mould.style.replace('red', 'var(--tint)'),
    }),
    { values },
    { form: 'block', runtime },
  );
  expect(inBrowser).toEqual(JSON.parse(JSON.stringify(inNode)));
  expect(inNode.parts.html).toContain('A &amp; B');
});
