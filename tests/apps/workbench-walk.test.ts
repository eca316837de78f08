import type { Locator } from 'playwright-core';
import { expect, it } from 'vitest';
import { pasteIn, withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();

/** As somebody copies it, from nobody's hand in particular. */
const fresh = `<div class="pricing">
  <div class="plan"><h3>Seed</h3><p class="price"><b>4</b> a month</p><ul><li>One bed</li><li>Tools to borrow</li></ul><a class="btn" href="#join">Join</a></div>
  <div class="plan best"><h3>Sprout</h3><p class="price"><b>9</b> a month</p><ul><li>Two beds</li><li>Seeds in spring</li></ul><a class="btn" href="#join">Join</a></div>
</div>
<style>
.pricing { display: flex; gap: 24px; font-family: sans-serif }
.plan { flex: 1; padding: 24px; border: 1px solid #cdd5c8; border-radius: 8px }
.plan.best { border-color: #4b7f3f; box-shadow: 0 4px 16px rgba(0,0,0,.12) }
.btn { display: inline-block; background: #4b7f3f; color: #fff; padding: 8px 16px; border-radius: 4px; text-decoration: none }
@media (max-width: 600px) { .pricing { flex-direction: column } }
</style>
<script>
document.querySelectorAll('.pricing .btn').forEach(b => b.addEventListener('click', e => { e.preventDefault(); b.textContent = 'Welcome' }))
</script>`;

it('takes eight clicks at most from a paste to the code in the clipboard, with a word of one’s own', async () => {
  const page = await opened();
  let clicks = 0;
  const click = async (what: Locator) => {
    clicks += 1;
    await what.click();
  };
  clicks += 1;
  await pasteIn(page, fresh);
  await click(page.getByRole('button', { name: 'Next: Fields' }));
  await click(page.getByRole('button', { name: /^Take \d+ recommended/ }));
  await click(page.getByRole('button', { name: 'Next: Try' }));
  await click(page.locator('km-form').getByRole('button', { name: 'Seed', exact: true }));
  await click(page.locator('km-form .row-body').getByRole('textbox').first());
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Acorn');
  await click(page.getByRole('button', { name: 'Next: Get the code' }));
  await click(page.getByRole('button', { name: /^Copy/ }).first());
  expect(clicks).toBeLessThanOrEqual(8);
  const copied = () => page.evaluate(() => navigator.clipboard.readText());
  await expect.poll(copied).toContain('Acorn');
  expect(await copied()).toContain('Sprout');
  expect(page.complaints).toEqual([]);
});
