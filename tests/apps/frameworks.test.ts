import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { compile } from 'svelte/compiler';
import { afterAll, expect, it } from 'vitest';
import { mouldToJson } from '../../src/core/pack/mould-json.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const root = fileURLToPath(new URL('../../', import.meta.url));
const folder = mkdtempSync(join(root, '.cache/frameworks-'));
afterAll(() => rmSync(folder, { recursive: true }));
const { pageOf } = withBrowser();

const mould = mouldToJson(
  mouldOf({
    template: '<p>{~word~}</p>',
    fields: { word: { type: 'string', title: 'Word', default: 'Loom' } },
  }),
);

/** The same small program, as the docs write it for each framework: the values go round through it. */
const programs: Readonly<Record<string, string>> = {
  React: `
import { useState } from 'react';
import { createRoot } from 'react-dom/client';
function Settings() {
  const [values, setValues] = useState({});
  return <>
    <km-form mould={mould} values={{ ...values }} onkm-change={({ detail }) => setValues(detail.values)} />
    <output>{JSON.stringify(values)}</output>
  </>;
}
createRoot(document.querySelector('#app')).render(<Settings />);`,
  Vue: `
import { createApp, shallowRef } from 'vue/dist/vue.esm-bundler.js';
const app = createApp({
  setup: () => ({ mould, values: shallowRef({}) }),
  template: '<km-form :mould.prop="mould" :values.prop="{ ...values }" @km-change="({ detail }) => (values = detail.values)" /><output>{{ JSON.stringify(values) }}</output>',
});
app.config.compilerOptions.isCustomElement = (tag) => tag.startsWith('km-');
app.mount('#app');`,
  Svelte: `
import { mount } from 'svelte';
import Settings from './Settings.js';
mount(Settings, { target: document.querySelector('#app'), props: { mould } });`,
};

const settings = `<script>
  let { mould } = $props();
  let values = $state.raw({});
</script>
<km-form {mould} values={{ ...values }} onkm-change={({ detail }) => (values = detail.values)}></km-form>
<output>{JSON.stringify(values)}</output>`;

it.each(Object.keys(programs))('the form is controlled by %s, and keeps its undo', async (name) => {
  writeFileSync(join(folder, 'Settings.js'), compile(settings, { generate: 'client' }).js.code);
  const { outputFiles } = await build({
    stdin: {
      contents: `import ${JSON.stringify(`${root}dist/ui/form.js`)}; const mould = ${JSON.stringify(mould)};${programs[name]}`,
      resolveDir: folder,
      loader: 'jsx',
    },
    bundle: true,
    write: false,
    format: 'iife',
    jsx: 'automatic',
    conditions: ['browser'],
    define: {
      'process.env.NODE_ENV': '"production"',
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    logLevel: 'error',
  });
  const code = (outputFiles[0]?.text ?? '').replaceAll('</script', '<\\/script');
  const page = await pageOf(
    `<html lang="en"><body><div id="app"></div><script>${code}</script></body></html>`,
  );
  const word = page.getByLabel('Word', { exact: true });
  await word.focus();
  await page.keyboard.press('End');
  await page.keyboard.type(' and shuttle');
  await expect.poll(() => page.locator('output').textContent()).toBe('{"word":"Loom and shuttle"}');
  expect(await word.inputValue()).toBe('Loom and shuttle');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => page.locator('output').textContent()).toBe('{}');
  expect(await word.inputValue()).toBe('Loom');
});
