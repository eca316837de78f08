import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { expect, it } from 'vitest';
import { mouldToJson } from '../../src/core/pack/mould-json.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

it('a kind of the product is edited by its own element, checked, and seen in the frames', async () => {
  const ui = fileURLToPath(new URL('../../dist/ui/index.js', import.meta.url));
  const mould = mouldToJson(
    mouldOf({
      template: '<p class="due">{~due~}</p>',
      fields: { due: { kind: 'yard-price', title: 'Due', default: 4, 'x-unit': 'per yard' } },
    }),
  );
  const { outputFiles } = await build({
    stdin: {
      contents: `
import { defineKind } from ${JSON.stringify(ui)};
defineKind({ name: 'yard-price', base: 'number', schema: { minimum: 1 }, write: (value) => '£' + Number(value).toFixed(2) });
customElements.define('yard-price-input', class extends HTMLElement {
  connectedCallback() {
    this.append(Object.assign(document.createElement('input'), { value: this.value, ariaLabel: this.field.title + ', ' + this.field.declared['x-unit'] }));
    this.firstChild.oninput = () => { this.value = Number(this.firstChild.value); };
  }
});
const [form, preview] = document.querySelectorAll('km-form, km-preview');
form.controls = { 'yard-price': 'yard-price-input' };
Object.assign(preview, { mould: ${JSON.stringify(mould)}, form, settings: { widths: [360] } });
form.mould = ${JSON.stringify(mould)};
form.addEventListener('km-change', ({ detail: { values } }) => Object.assign(preview, { values }));`,
      resolveDir: fileURLToPath(new URL('../..', import.meta.url)),
    },
    bundle: true,
    write: false,
    format: 'iife',
    logLevel: 'error',
  });
  const code = (outputFiles[0]?.text ?? '').replaceAll('</script', '<\\/script');
  const page = await pageOf(
    `<html lang="en"><body><km-form></km-form><km-preview></km-preview><script>${code}</script></body></html>`,
  );
  const due = page
    .frameLocator('km-preview iframe')
    .frameLocator('iframe:not(.next)')
    .locator('.due');
  await expect.poll(() => due.textContent()).toBe('£4.00');
  await page.getByLabel('Due, per yard').fill('12');
  await expect.poll(() => due.textContent()).toBe('£12.00');
  await page.getByLabel('Due, per yard').fill('0');
  await expect.poll(() => page.locator('km-form .problem').textContent()).toContain('at least 1');
  await expect.poll(() => due.textContent()).toBe('£4.00');
});
