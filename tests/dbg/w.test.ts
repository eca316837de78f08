import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { Hands } from '../support/hands.ts';
import { withWorkbench } from '../support/workbench.ts';

const { opened } = withWorkbench();
it('x', { timeout: 60000 }, async () => {
  for (const [slug, m] of [
    ['20-link-buttons', { text: 'li', nth: 0, form: 'link' }],
    [
      '06-place-dropdown',
      { file: 'style.css', text: '12px 16px', to: '12px 16px', form: 'length' },
    ],
    [
      '17-story-blocks',
      {
        text: '<div class="blk blk-text"><p>In',
        to: '<span>Ropes, and tea</span></div>',
        form: 'list',
        name: 'blocks',
      },
    ],
  ] as any) {
    const page = await opened();
    page.setDefaultTimeout(4000);
    const hands = new Hands(page);
    await hands.paste(readFileSync('tests/jobs/' + slug + '/paste.html', 'utf8'));
    if (slug.startsWith('17')) await hands.step('Fields');
    else await hands.takeRecommended();
    await hands.mark(m).catch((e) => console.log(slug, String(e).slice(0, 200)));
    await page.screenshot({ path: `/tmp/w/${slug}.png` });
  }
});
