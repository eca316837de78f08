// What measures a page.
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
