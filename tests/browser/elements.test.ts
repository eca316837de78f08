import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { beforeAll, expect, it } from 'vitest';
import type {
  KmFormElement as KmForm,
  KmPreviewElement as KmPreview,
} from '../../src/elements/index.ts';
import { withBrowser } from '../support/browser.ts';
import { settingsMould } from '../support/settings.ts';

const { pageOf } = withBrowser();
let bundle = '';

beforeAll(async () => {
  const dist = fileURLToPath(new URL('../../dist', import.meta.url));
  const { outputFiles } = await build({
    stdin: { contents: `import './ui/index.js';`, resolveDir: dist },
    bundle: true,
    write: false,
    platform: 'browser',
    format: 'iife',
  });
  bundle = (outputFiles[0]?.text ?? '').replaceAll('</script', '<\\/script');
});

/** A page of somebody's own with both elements, and what they told it. */
async function embedded(head = '') {
  const page = await pageOf(
    `<html lang="de-AT"><head>${head}</head><body><km-form></km-form><km-preview></km-preview><script>${bundle}</script></body></html>`,
  );
  const mould = settingsMould();
  const words = { fields: { text: { title: 'Überschrift' } }, sections: { Look: 'Aussehen' } };
  const files = { ...mould.files, 'words/de.json': JSON.stringify(words) };
  await page.evaluate(
    (given) => {
      const [form, preview] = [
        document.querySelector('km-form') as KmForm,
        document.querySelector('km-preview') as KmPreview,
      ];
      const told: unknown[] = [];
      Object.assign(window, { told });
      for (const name of ['km-change', 'km-problems', 'km-point']) {
        form.addEventListener(name, ({ detail }: CustomEventInit) =>
          told.push([name, detail.path, detail.findings?.length]),
        );
      }
      form.addEventListener('km-change', ({ detail }: CustomEventInit) =>
        Object.assign(preview, { values: detail.values, below: detail.below }),
      );
      form.mould = preview.mould = JSON.parse(given);
    },
    JSON.stringify({ ...mould, files }),
  );
  return page;
}

it('lets frames load from where the product says, beside what the mould declares', async () => {
  const page = await embedded();
  const square = '<svg xmlns="http://www.w3.org/2000/svg" width="7" height="5"/>';
  await page
    .context()
    .route('https://shots.example/**', (route) =>
      route.fulfill({ contentType: 'image/svg+xml', body: square }),
    );
  const widths = page
    .frameLocator('km-preview iframe >> nth=0')
    .frameLocator('iframe:not(.next)')
    .locator('.far');
  await page.evaluate(() => {
    const preview = document.querySelector('km-preview') as KmPreview;
    const mould = preview.mould;
    if (!mould) throw new Error('The preview has no mould.');
    const far = '<img class="far" src="https://shots.example/a.svg" alt="">';
    preview.mould = { ...mould, template: `${mould.template}${far}` };
  });
  const width = () =>
    widths.evaluate((one: HTMLImageElement) => [one.src.slice(0, 5), one.naturalWidth]);
  await expect.poll(width).toEqual(['data:', expect.any(Number)]);
  await page.evaluate(() => {
    Object.assign(document.querySelector('km-preview') as KmPreview, {
      reaches: ['https://shots.example'],
    });
  });
  await expect.poll(width).toEqual(['https', 7]);
});

it('shows the last of the values that come while its frames are made ready', async () => {
  const page = await embedded();
  await page.evaluate(async () => {
    const known = document.querySelector('km-preview') as KmPreview;
    const preview = document.createElement('km-preview');
    preview.id = 'late';
    known.replaceWith(preview);
    preview.mould = known.mould;
    preview.settings = { widths: [400] };
    for (let at = 0; at < 60; at += 1) {
      preview.values = { text: `Tide ${at}` };
      await new Promise((done) => setTimeout(done, 4));
    }
  });
  const inside = page.frameLocator('#late iframe').frameLocator('iframe:not(.next)');
  await expect.poll(() => inside.locator('body').textContent()).toContain('Tide 59');
});

it('stand in any page: in its language, with its colours, telling it what is typed', async () => {
  const page = await embedded(
    '<style>km-form { --km-ink: rgb(1, 2, 3); color-scheme: dark }</style>',
  );
  const form = page.locator('km-form');
  const label = form.locator('label[for="field-text"]');
  expect(await label.textContent()).toContain('Überschrift');
  expect(await form.getByRole('button', { name: 'Rückgängig' }).isDisabled()).toBe(true);
  expect(await label.evaluate((one) => getComputedStyle(one).color)).toBe('rgb(1, 2, 3)');
  await form.getByRole('button', { name: 'Aussehen' }).click();
  await form.locator('[id="field-length"]').fill('wide');
  const told = () => page.evaluate(() => (window as unknown as { told: unknown[] }).told);
  expect((await told()).slice(-2)).toEqual([
    ['km-problems', undefined, 1],
    ['km-change', 'length', 1],
  ]);
  const values = await form.evaluate((one) => (one as KmForm).values);
  expect(values).toEqual({ length: 'wide' });
});

it('ask whoever embeds them for the address of a file, and say so where nobody answers', async () => {
  const page = await embedded();
  const form = page.locator('km-form');
  const input = form.locator('[id="field-image"]');
  const file = { name: 'a.png', mimeType: 'image/png', buffer: Buffer.from('x') };
  await input.setInputFiles(file);
  await form.getByText('Dateien werden hier nicht angenommen').waitFor();
  await form.evaluate((one) =>
    one.addEventListener('km-file', (event) => {
      const { file, path, answer } = (event as CustomEvent).detail;
      answer(
        file.name === 'bad.png'
          ? Promise.reject(new Error('zu groß'))
          : Promise.resolve(`/up/${path}/${file.name}`),
      );
    }),
  );
  await input.setInputFiles(file);
  await expect
    .poll(() => form.locator('[id="field-image.src"]').inputValue())
    .toBe('/up/image/a.png');
  await input.setInputFiles({ ...file, name: 'bad.png' });
  await form.getByText('Die Datei wurde nicht angenommen: zu groß').waitFor();
});

it('a rich text that holds more than the editor shows is edited as it is written', async () => {
  const page = await embedded();
  const form = page.locator('km-form');
  const kept =
    '<p>x</p><p><strong>a</strong><em>b</em></p><table><tbody><tr><td>1</td></tr></tbody></table>';
  await form.evaluate((one, value) => Object.assign(one, { values: { richtext: value } }), kept);
  const box = form.locator('.field[data-path="richtext"]');
  await box.locator('[contenteditable] td').waitFor();
  await box.locator('[contenteditable]').press('ControlOrMeta+Home');
  await page.keyboard.type('y');
  const value = () => form.evaluate((one) => (one as KmForm).values.richtext);
  await expect.poll(value).toBe(kept.replace('x', 'yx'));
  await form.evaluate((one) =>
    Object.assign(one, {
      values: {
        richtext:
          '<p>x</p><figure><img src="a.png"><figcaption><p>odd</p></figcaption></figure><center>c</center>',
      },
    }),
  );
  await box.getByText('Dieser Text enthält mehr').waitFor();
  expect(await box.locator('textarea').inputValue()).toContain('<center>');
});

it('a preview that is put elsewhere in a page shows what it showed', async () => {
  const page = await embedded();
  const casts = () =>
    Promise.all(
      page
        .frames()
        .filter((one) => one.parentFrame()?.parentFrame())
        .map((frame) =>
          frame.evaluate(() => document.querySelector('h2')?.textContent).catch(() => ''),
        ),
    );
  await expect.poll(casts).toEqual(Array(3).fill('Depot Gate'));
  await page.evaluate(() => {
    const aside = document.createElement('aside');
    aside.append(document.querySelector('km-preview') as Element);
    document.body.append(aside);
  });
  await expect.poll(casts).toEqual(Array(3).fill('Depot Gate'));
});
