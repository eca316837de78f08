import { expect, it } from 'vitest';
import { checkMould } from '../../src/core/author/check/check-mould.ts';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();

/** A switch that shows one of two groups of the host's own elements. */
const fareSwitch = mouldOf({
  fields: {
    first: { enum: ['single', 'return'], default: 'single' },
    single: { kind: 'target', default: '.single', hidden: 'first is return' },
    return: { kind: 'target', default: '.return', hidden: 'first is not return' },
  },
  template: '<p class="switch"><button>Single</button> <button>Return</button></p>',
  script: `const names = ['single', 'return'];
const show = (wanted) => {
  for (const name of names) {
    for (const one of mould.page.querySelectorAll(mould.values[name])) one.hidden = name !== wanted;
  }
};
document.querySelectorAll('button').forEach((one, at) => (one.onclick = () => show(names[at])));
document.addEventListener('DOMContentLoaded', () => show(mould.values.first));`,
});

const fares = '<ul class="single"><li>£2</ul><ul class="return"><li>£3</ul>';

function block(values = {}, id = 'a') {
  const cast = compileMould({ ...fareSwitch }).cast({ id, values });
  return deliver(cast, { form: 'block', runtime }).parts.html ?? '';
}

/** Which of the host's groups are seen now, and which were seen at any time. */
const watched = `<script>window.seen = new Set();
(function look() {
  for (const one of document.querySelectorAll('ul')) if (one.offsetHeight > 0) seen.add(one.className);
  requestAnimationFrame(look);
})();
new MutationObserver(() => {
  for (const one of document.querySelectorAll('ul')) if (one.offsetHeight > 0) seen.add(one.className);
}).observe(document, { childList: true, subtree: true });</script>`;

it.each([
  ['before', {}, 'single'],
  ['after', {}, 'single'],
  ['before', { first: 'return' }, 'return'],
])(
  'what a switch is to hide is never seen, with the host’s groups %s it: %j',
  async (place, values, shown) => {
    const page = await pageOf(
      watched + (place === 'before' ? fares + block(values) : block(values) + fares),
    );
    await page.waitForFunction(() => !document.querySelector('[data-first]'));
    const visible = () =>
      page.evaluate(() =>
        [...document.querySelectorAll('ul')].flatMap((one) =>
          one.offsetHeight > 0 ? [one.className] : [],
        ),
      );
    expect(await visible()).toEqual([shown]);
    if (place === 'after') {
      expect(
        await page.evaluate(() => [...(window as unknown as { seen: Set<string> }).seen]),
      ).toEqual([shown]);
    }
    await page.locator('button', { hasText: shown === 'single' ? 'Return' : 'Single' }).click();
    expect(await visible()).toEqual([shown === 'single' ? 'return' : 'single']);
    expect(page.complaints).toEqual([]);
  },
);

it.each([false, true])(
  'a link as the root looks its targets up as well, sealed: %s',
  async (sealed) => {
    const own = mouldOf({
      fields: { list: { kind: 'target', default: '.single' } },
      template: '<a href="https://fares.example/">Fares</a>',
      script:
        'document.querySelectorAll(mould.values.list).forEach((one) => { one.hidden = true; });',
    });
    const cast = compileMould(own).cast({ id: 'a' }, { sealed });
    const page = await pageOf((deliver(cast, { form: 'block', runtime }).parts.html ?? '') + fares);
    await page.waitForFunction(() => document.querySelector('.single')?.hasAttribute('hidden'));
    expect(await page.locator('ul:visible').count()).toBe(1);
    expect(page.complaints).toEqual([]);
  },
);

it('a script that fails leaves all to be seen, and a selector from values cannot leave its rule', async () => {
  const failing = { ...fareSwitch, script: 'throw new Error("no")' };
  const cast = compileMould(failing).cast({ id: 'a' });
  const page = await pageOf((deliver(cast, { form: 'block', runtime }).parts.html ?? '') + fares);
  await page.waitForFunction(() => !document.querySelector('[data-first]'));
  expect(await page.locator('ul:visible').count()).toBe(2);
  const { findings, firstState } = compileMould(fareSwitch).cast({
    values: { return: 'a { } * { color: red' },
  });
  expect(findings.map(({ code }) => code)).toEqual(['value/wrong']);
  expect(firstState).toContain('.return {');
});

it('reaching for the host without a field for it is reported', () => {
  const codes = (script: string, fields = {}) =>
    checkMould(mouldOf({ script, fields })).map(({ code }) => code);
  const reach = "mould.page.querySelector('.single').hidden = true";
  expect(codes(reach)).toContain('script/reaches-page');
  expect(codes(reach, fareSwitch.manifest.fields.properties as object)).not.toContain(
    'script/reaches-page',
  );
});
