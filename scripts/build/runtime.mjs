// The code that ships to pages, a text for each part.
import { createHash } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { bundle } from './bundle.mjs';
import { root, writeGenerated } from './root.mjs';

/** Writes src/generated/runtime.ts. */
export async function makeRuntime() {
  const folder = `${root}src/runtime`;
  // Each part is a file with one function of the same name.
  const parts = readdirSync(folder)
    .filter((name) => name.endsWith('.ts') && name !== 'registry.ts')
    .map((name) => name.replace('.ts', ''))
    .sort();
  const texts = await Promise.all(
    parts.map(async (part) => {
      const text = await bundle({
        entryPoints: [`${folder}/${part}.ts`],
        format: 'esm',
        target: 'es2021',
      });
      return `    ${part}: ${JSON.stringify(asExpression(text))},\n`;
    }),
  );
  writeGenerated(
    'runtime',
    'src/runtime',
    `
/** The code that ships to pages, as text to give to \`deliver\`: an expression for each part. */
export const runtime = {
  /** Blocks share what is on a page by this key: those of another version have their own. */
  key: '${createHash('sha256').update(texts.join('')).digest('hex').slice(0, 4)}',
  parts: {
${texts.join('')}  },
};
`,
  );
}

/** A pasted script cannot hold a module, so the one export becomes the result of a function. */
function asExpression(module) {
  const body = module.replace(/export\{([\w$]+) as \w+\};?$/, (_, name) => `return ${name}`);
  // Where that function is all there is, it needs no other around it.
  const alone = /^function ([\w$]+)(\((?:(?!\}function ).)*\})return \1$/s.exec(body);
  // One that calls itself keeps the name that it does so by.
  return alone && !alone[2].includes(`${alone[1]}(`) ? `function${alone[2]}` : `(()=>{${body}})()`;
}
