// The code that casts without the rest of the library. What is different there is in the `imports`
// of package.json, by the conditions `kit` and `in-page`.
import { bundle } from './bundle.mjs';
import { root, writeGenerated } from './root.mjs';

/** The pieces, each with its module and its conditions. */
const pieces = {
  module: ['module.ts', ['kit']],
  element: ['in-page/element.ts', ['kit']],
  html: ['html.ts', []],
  css: ['css.ts', []],
  htmlInPage: ['in-page/html.ts', ['in-page']],
};

/** Writes src/generated/kit.ts. */
export async function makeKit() {
  const texts = await Promise.all(
    Object.entries(pieces).map(async ([name, [file, conditions]]) => {
      const text = await bundle({
        entryPoints: [`${root}src/kit/${file}`],
        globalName: 'kit',
        conditions,
      });
      const expression = `(() => { ${text} return kit; })()`;
      return `  ${name}:\n    ${JSON.stringify(expression.replace(/<\/(?=script)/gi, '<\\/'))},\n`;
    }),
  );
  writeGenerated(
    'kit',
    'src/kit',
    `
/** The code that casts without the rest of the library, as expressions to give to \`deliver\`. */
export const kit = {
${texts.join('')}};
`,
  );
}
