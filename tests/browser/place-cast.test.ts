import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { beforeAll, expect, it } from 'vitest';
import { runtime } from '../../src/generated/runtime.ts';
import { withBrowser } from '../support/browser.ts';
import { mouldOf } from '../support/mould.ts';

const { pageOf } = withBrowser();
let bundle = '';

beforeAll(async () => {
  const dist = fileURLToPath(new URL('../../dist', import.meta.url));
  const { outputFiles } = await build({
    stdin: {
      contents: `export { compileMould } from './core/index.js'; export { placeCast } from './page/place-cast.js';`,
      resolveDir: dist,
    },
    bundle: true,
    write: false,
    platform: 'browser',
    format: 'iife',
    globalName: 'mould',
  });
  bundle = `<script>${(outputFiles[0]?.text ?? '').replaceAll('</script', '<\\/script')}</script>`;
});

const board = mouldOf({
  fields: {
    heading: { type: 'string', default: 'Trams' },
    accent: { kind: 'color', default: '#ff0000' },
    every: { type: 'number', default: 5 },
    unread: { type: 'string', default: 'x' },
  },
  template:
    '<section><h2 id="top">{~heading~}</h2><p class="say"></p><a href="#top">up</a></section>',
  style: 'section { color: var(--accent) }',
  script: `document.querySelector('.say').textContent = mould.id + ' every ' + mould.values.every;
const tick = setInterval(() => (window.top.ticks = (window.top.ticks ?? 0) + 1), 10);`,
});

type Called = typeof import('../../src/page/place-cast.ts') &
  Pick<typeof import('../../src/core/index.ts'), 'compileMould'>;

it.each([{ sealed: false }, { sealed: true }])(
  'values can be changed after a cast is placed: %j',
  async (manner) => {
    const page = await pageOf(`<style>section { color: blue }</style><main></main>${bundle}`);
    const result = await page.evaluate(
      async ({ board, runtime, manner }) => {
        const { compileMould, placeCast } = (window as unknown as { mould: Called }).mould;
        const compiled = compileMould(JSON.parse(board));
        const spot = document.querySelector('main') as HTMLElement;
        const heard: string[] = [];
        spot.addEventListener('km-restart', (event) =>
          heard.push((event as CustomEvent).detail.id),
        );
        const options = { runtime, ...manner };
        const one = await placeCast(spot, compiled, { id: 'one' }, options);
        const two = await placeCast(
          spot,
          compiled,
          { id: 'two', values: { accent: '#00ff00' } },
          options,
        );
        const stateOf = ({ root }: { root: HTMLElement }) => {
          const content = root.shadowRoot ?? root;
          const section = content.querySelector('section') ?? root;
          const [heading, say] = ['h2', '.say'].map(
            (one) => content.querySelector(one)?.textContent,
          );
          return `${heading}; ${say}; ${getComputedStyle(section).color}`;
        };
        const steps: unknown[] = [stateOf(one), stateOf(two)];
        const { root } = one;
        for (const values of [
          { accent: '#0000ff' },
          { unread: 'y' },
          { every: 9 },
          { heading: 'Cars' },
        ]) {
          steps.push(await one.change(values), stateOf(one));
        }
        steps.push(one.root === root, root.isConnected, stateOf(two), heard.join());
        one.remove();
        two.remove();
        const ticks = () => (window as unknown as { ticks?: number }).ticks;
        await new Promise((resolve) => setTimeout(resolve, 50));
        const before = ticks();
        await new Promise((resolve) => setTimeout(resolve, 100));
        steps.push(spot.children.length, ticks() === before);
        return steps;
      },
      { board: JSON.stringify(board), runtime, manner },
    );
    expect(result).toEqual([
      'Trams; one every 5; rgb(255, 0, 0)',
      'Trams; two every 5; rgb(0, 255, 0)',
      'style',
      'Trams; one every 5; rgb(0, 0, 255)',
      'nothing',
      'Trams; one every 5; rgb(0, 0, 255)',
      'restart',
      'Trams; one every 9; rgb(0, 0, 255)',
      'restart',
      'Cars; one every 9; rgb(0, 0, 255)',
      false,
      false,
      'Trams; two every 5; rgb(0, 255, 0)',
      'one,one',
      0,
      true,
    ]);
    expect(page.complaints).toEqual([]);
  },
);
