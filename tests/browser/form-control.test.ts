import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import type { Page } from 'playwright-core';
import { beforeAll, describe, expect, it } from 'vitest';
import { mouldToJson } from '../../src/core/pack/mould-json.ts';
import type { KmFormElement } from '../../src/elements/index.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();
let code = '';
beforeAll(async () => {
  const { outputFiles } = await build({
    entryPoints: [fileURLToPath(new URL('../../dist/ui/form.js', import.meta.url))],
    bundle: true,
    write: false,
    format: 'iife',
  });
  code = (outputFiles[0]?.text ?? '').replaceAll('</script', '<\\/script');
});

const mould = mouldOf({
  template: '<p>{~heading~}</p>',
  fields: {
    heading: { type: 'string', default: 'Apples', title: 'Heading', minLength: 3 },
    price: { type: 'number', default: 2, multipleOf: 0.5, title: 'Price', 'x-currency': 'EUR' },
    shade: { kind: 'color', default: '#cc3344', title: 'Shade' },
    crate: { kind: 'image', title: 'Crate', default: { src: '', alt: '' } },
    rows: {
      type: 'array',
      title: 'Rows',
      items: {
        type: 'object',
        properties: { name: { type: 'string', title: 'Name', default: '' } },
      },
      default: [{ name: 'Cox' }],
    },
  },
});

/** A page with a form in a form, given the mould as JSON; what it told is in `told`. */
async function embedded(attributes = '', head = ''): Promise<Page> {
  const page = await pageOf(
    `<html lang="en"><head>${head}</head><body><form><fieldset><km-form name="widget" ${attributes}></km-form></fieldset><button>Send</button></form><script>${code}</script></body></html>`,
  );
  await page.evaluate((json) => {
    const form = document.querySelector('km-form') as KmFormElement;
    const told: unknown[] = [];
    Object.assign(window, { form, told });
    for (const type of ['km-change', 'km-file', 'invalid']) {
      form.addEventListener(type, (event) => told.push([type, (event as CustomEvent).detail]));
    }
    form.mould = json as never;
  }, mouldToJson(mould) as never);
  await page.getByLabel('Heading', { exact: true }).waitFor();
  return page;
}

/** Runs a piece of code with the form. */
const ask = <T>(page: Page, code: string) => page.evaluate(`(${code})`) as Promise<T>;

describe('a form as a control among others', () => {
  it('is sent as a cast file, reset and disabled with the form around it', async () => {
    const page = await embedded();
    await page.getByLabel('Heading', { exact: true }).fill('Pears');
    const sent = `JSON.parse(new FormData(document.forms[0]).get('widget'))`;
    expect(await ask(page, sent)).toMatchObject({ format: 1, values: { heading: 'Pears' } });
    await ask(page, 'document.forms[0].reset()');
    expect(await ask(page, sent)).toMatchObject({ values: {} });
    await ask(page, `document.querySelector('fieldset').disabled = true`);
    await expect.poll(() => page.getByLabel('Heading', { exact: true }).isDisabled()).toBe(true);
  });

  it('holds a form back while a value is wrong, and leads to it', async () => {
    const page = await embedded();
    await page.getByLabel('Heading', { exact: true }).fill('Pi');
    expect(await ask(page, '[form.isValid, form.checkValidity()]')).toEqual([false, false]);
    await expect.poll(() => page.locator('km-form .sum').textContent()).toContain('1 changed');
    expect(await page.getByRole('button', { name: 'Reset Heading' }).isEnabled()).toBe(true);
    expect(await ask(page, 'document.forms[0].checkValidity()')).toBe(false);
    await page.getByLabel('Price', { exact: true }).first().focus();
    await ask(page, 'form.reportValidity()');
    await expect
      .poll(() =>
        page.getByLabel('Heading', { exact: true }).evaluate((one) => one.matches(':focus')),
      )
      .toBe(true);
    await page.getByLabel('Heading', { exact: true }).fill('Pie');
    expect(await ask(page, 'document.forms[0].checkValidity()')).toBe(true);
  });

  it('checks patterns and steps without making code', async () => {
    const page = await embedded();
    await page.getByLabel('Price', { exact: true }).first().fill('2.3');
    await expect
      .poll(() => page.locator('km-form .problem').textContent())
      .toContain('multiple of 0.5');
  });

  it('can be read and not changed', async () => {
    const page = await embedded('readonly');
    await expect
      .poll(() => page.getByLabel('Heading', { exact: true }).getAttribute('readonly'))
      .not.toBeNull();
    await expect.poll(() => page.getByRole('button', { name: /^Add/ }).isDisabled()).toBe(true);
    await page.getByRole('button', { name: 'Cox', exact: true }).click();
    await page.getByLabel('Name', { exact: true }).waitFor();
    await ask(page, `form.set('heading', 'Plums')`);
    expect(await ask(page, 'form.values')).toEqual({});
    await ask(page, 'form.readOnly = false');
    await expect.poll(() => page.getByRole('button', { name: /^Add/ }).isDisabled()).toBe(false);
    await page.getByLabel('Heading', { exact: true }).fill('Plums');
    expect(await ask(page, 'form.values.heading')).toBe('Plums');
  });
});

describe('a form that a product controls', () => {
  it('keeps undo when equal values come back, in whatever order', async () => {
    const page = await embedded();
    await page.getByLabel('Heading', { exact: true }).fill('Pears');
    await page.getByLabel('Price', { exact: true }).first().fill('3');
    await ask(page, 'form.values = { price: 3, heading: "Pears" }');
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await ask(page, 'form.values')).toEqual({ heading: 'Pears' });
    await ask(page, 'form.values = { heading: "Quince" }');
    await expect.poll(() => page.getByRole('button', { name: 'Undo' }).isDisabled()).toBe(true);
  });

  it('tells of a change once nothing more is typed, or at the latest when the form is left', async () => {
    const page = await embedded('delay="60000"');
    await page.getByLabel('Heading', { exact: true }).focus();
    await page.keyboard.press('End');
    await page.keyboard.type(' and more');
    expect(await ask(page, 'told.length')).toBe(0);
    await page.getByRole('button', { name: 'Send' }).focus();
    expect(await ask(page, 'told.map(([, { values }]) => values.heading)')).toEqual([
      'Apples and more',
    ]);
  });

  it('keeps what is typed when older values come back before it was told', async () => {
    const page = await embedded('delay="60000"');
    await page.getByLabel('Heading', { exact: true }).fill('Pears');
    await ask(page, 'form.values = {}');
    await page.getByLabel('Price', { exact: true }).first().fill('3');
    await ask(page, 'form.values = { heading: "Pears" }');
    expect(await ask(page, 'form.values')).toEqual({ heading: 'Pears', price: 3 });
    await page.getByRole('button', { name: 'Send' }).focus();
    await expect
      .poll(() => ask(page, 'told.at(-1)[1].values'))
      .toEqual({ heading: 'Pears', price: 3 });
    await ask(page, 'form.values = { heading: "Figs" }');
    expect(await ask(page, 'form.values')).toEqual({ heading: 'Figs' });
  });

  it('lets a picker of the product choose, in place of the browser', async () => {
    const page = await embedded();
    await ask(
      page,
      `form.addEventListener('km-file', (event) => { event.preventDefault(); event.detail.answer(Promise.resolve({ src: '/shelf/7.svg', alt: 'Seven' })); })`,
    );
    await page.locator('km-form .choose').click();
    await expect
      .poll(() => ask(page, 'form.values.crate'))
      .toEqual({ src: '/shelf/7.svg', alt: 'Seven' });
    expect(await ask(page, `told.find(([type]) => type === 'km-file')[1].accept`)).toBe('image/*');
  });

  it('edits a kind with an element of the product, which sees the x- keywords', async () => {
    const page = await embedded();
    await ask(
      page,
      `customElements.define('acme-price', class extends HTMLElement {
        connectedCallback() {
          this.innerHTML = '<button type="button"></button>';
          this.firstChild.textContent = this.field.declared['x-currency'] + ' ' + this.value;
          this.onclick = () => { this.value += 1; this.dispatchEvent(new Event('change')); };
        }
      }), form.controls = { number: 'acme-price' }`,
    );
    await page.getByRole('button', { name: 'EUR 2' }).click();
    await expect.poll(() => ask(page, 'form.values.price')).toBe(3);
  });

  it('speaks German throughout, and says what a product wants it to', async () => {
    const page = await embedded('language="de-AT"');
    await page.getByLabel('Heading', { exact: true }).fill('Pi');
    await expect
      .poll(() => page.locator('km-form .problem').textContent())
      .toContain('mindestens 3 Zeichen');
    expect(await page.getByText('Alternativtext').count()).toBe(1);
    await ask(page, `form.words = { undo: 'Zruck', labels: { 'Alt text': 'Beschreibung' } }`);
    await page.getByRole('button', { name: 'Zruck' }).waitFor();
    expect(await page.getByText('Beschreibung').count()).toBe(1);
  });

  it('takes its look from properties and parts, and has room above and below', async () => {
    const style =
      '<style>km-form { --km-radius: 0px; --km-control: 44px } km-form::part(label) { color: rgb(1, 2, 3) } km-form::part(input) { border-width: 3px }</style>';
    const page = await embedded('', style);
    const input = page.getByLabel('Heading', { exact: true });
    const of = (name: string) =>
      input.evaluate((one, key) => getComputedStyle(one).getPropertyValue(key), name);
    expect([
      await of('border-radius'),
      await of('min-height'),
      await of('border-top-width'),
    ]).toEqual(['0px', '44px', '3px']);
    const label = page.locator('km-form .title').first();
    expect(await label.evaluate((one) => getComputedStyle(one).color)).toBe('rgb(1, 2, 3)');
    await ask(
      page,
      `form.insertAdjacentHTML('beforeend', '<p slot="footer">Ask the orchard office.</p>')`,
    );
    expect(await page.getByText('Ask the orchard office.').isVisible()).toBe(true);
  });
});

it('stands from right to left in a page that does', async () => {
  const page = await embedded();
  const lefts = () =>
    page.evaluate(() => {
      const root = document.querySelector('km-form')?.shadowRoot as ShadowRoot;
      const at = (selector: string) =>
        (root.querySelector(selector) as Element).getBoundingClientRect();
      const [icon, search] = [at('.search .icon'), at('.search input')];
      const [title, reset] = [at('.field-head .title'), at('.field-head .reset')];
      return [icon.left < search.left + search.width / 2, title.left < reset.left];
    });
  expect(await lefts()).toEqual([true, true]);
  await page.evaluate(() => document.documentElement.setAttribute('dir', 'rtl'));
  expect(await lefts()).toEqual([false, false]);
  const width = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(width).toBeLessThanOrEqual(0);
});

it('names its parts in the docs as in the code', async () => {
  const { formPartNames, previewPartNames } = await import('../../src/elements/parts.ts');
  const docs = readFileSync(new URL('../../docs/embedding.md', import.meta.url), 'utf8');
  for (const name of [...Object.keys(formPartNames), ...Object.keys(previewPartNames)]) {
    expect(docs).toContain(`\`${name}\``);
  }
});
