// What measures a page.
import { copyFileSync, mkdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { bundle } from './bundle.mjs';
import { root, writeGenerated } from './root.mjs';

/** Writes src/generated/facts.ts. */
export async function makeFacts() {
  const text = await bundle({
    entryPoints: [`${root}src/facts/in-page.ts`],
    globalName: 'facts',
  });
  writeGenerated(
    'facts',
    'src/facts',
    `
/** What measures a page, as an expression to be evaluated in it. */
export const factsText = ${JSON.stringify(`(() => { ${text} return facts; })()`)};
`,
  );
}

/** Writes dist/engine: the accessibility engine that proofs put into pages, with its licence in it. */
export function copyEngine() {
  const { resolve } = createRequire(import.meta.url);
  mkdirSync(`${root}dist/engine`, { recursive: true });
  copyFileSync(resolve('axe-core/axe.min.js'), `${root}dist/engine/axe.min.js`);
  copyFileSync(resolve('axe-core/LICENSE'), `${root}dist/engine/LICENCE.txt`);
}
