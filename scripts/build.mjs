// Builds dist/: the code that ships to pages as text first, then all of TypeScript.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { makeManifestErrors } from './manifest-errors.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

/** The parts a page may need, by the name they have there; each is a file with that function. */
const parts = readdirSync(`${root}src/runtime`)
  .filter((name) => name.endsWith('.ts') && !/^(?:registry|text)\b/.test(name))
  .map((name) => name.replace('.ts', ''))
  .sort();

const texts = await Promise.all(
  parts.map(async (part) => {
    const { outputFiles } = await build({
      entryPoints: [`${root}src/runtime/${part}.ts`],
      bundle: true,
      minify: true,
      write: false,
      format: 'esm',
      target: 'es2021',
      charset: 'utf8',
    });
    // A module cannot stand inside a pasted script, so its one export becomes a function's result.
    const body = outputFiles[0].text.trim().replace(/export\{(\w+) as \w+\};?$/, 'return $1');
    // Where that function is all there is, it needs no other around it.
    const alone = /^function (\w+)(\((?:(?!\}function ).)*\})return \1$/s.exec(body);
    return `    ${part}: ${JSON.stringify(alone ? `function${alone[2]}` : `(()=>{${body}})()`)},\n`;
  }),
);
writeFileSync(
  `${root}src/runtime/text.ts`,
  `// Made by scripts/build.mjs from the files beside it.

/** The code that ships to pages, as text to give to \`deliver\`: an expression for each part. */
export const runtime = {
  parts: {
${texts.join('')}  },
};
`,
);

const { outputFiles: frame } = await build({
  stdin: {
    contents: "import { startFrame } from './client.ts'; startFrame();",
    resolveDir: `${root}src/elements/preview/frame`,
  },
  ...{
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    charset: 'utf8',
  },
});
writeFileSync(
  `${root}src/elements/preview/frame-text.ts`,
  `// Made by scripts/build.mjs from frame/.

/** The code that runs in each frame of a preview, before anything pasted does. */
export const frameText = ${JSON.stringify(frame[0].text.trim())};
`,
);

const { outputFiles: facts } = await build({
  entryPoints: [`${root}src/facts/in-page.ts`],
  ...{ bundle: true, minify: true, write: false, format: 'iife', globalName: 'facts' },
  ...{ target: 'es2022', charset: 'utf8' },
});
writeFileSync(
  `${root}src/facts/text.ts`,
  `// Made by scripts/build.mjs from the files beside it.

/** What measures a page, as an expression to be evaluated in it. */
export const factsText = ${JSON.stringify(`(() => { ${facts[0].text.trim()} return facts; })()`)};
`,
);

/** What stands for what, in code that casts without the rest of the library. */
const standIns = {
  'core/problem/finding.ts': 'kit/finding.ts',
  'core/model/values/violation.ts': 'kit/violation.ts',
  'core/model/kinds/clean-html.ts': 'kit/clean-html.ts',
  'core/model/kinds/clean-svg.ts': 'kit/clean-svg.ts',
  'core/model/kinds/css-type.ts': 'kit/css-type.ts',
  'core/compile/closed-markup.ts': 'kit/closed-markup.ts',
};
/** The pieces of that, and what stands for what in each. */
const kit = {
  module: ['module.ts', standIns],
  element: ['in-page/element.ts', standIns],
  html: ['html.ts', {}],
  css: ['css.ts', {}],
  htmlInPage: ['in-page/html.ts', { 'core/model/kinds/html-tree.ts': 'kit/in-page/html-tree.ts' }],
};
const kitTexts = await Promise.all(
  Object.entries(kit).map(async ([name, [entry, instead]]) => {
    const { outputFiles } = await build({
      entryPoints: [`${root}src/kit/${entry}`],
      ...{ bundle: true, minify: true, write: false, format: 'iife', globalName: 'kit' },
      ...{ target: 'es2022', charset: 'utf8', legalComments: 'none' },
      plugins: [
        {
          name: 'stand-ins',
          setup(builder) {
            builder.onResolve({ filter: /^\.{1,2}\/.*\.ts$/ }, ({ path, resolveDir, importer }) => {
              const asked = resolve(resolveDir, path);
              const other = instead[asked.slice(`${root}src/`.length)];
              const isOwn = importer.startsWith(`${root}src/kit/`);
              return other && !isOwn ? { path: `${root}src/${other}` } : undefined;
            });
          },
        },
      ],
    });
    const text = `(() => { ${outputFiles[0].text.trim()} return kit; })()`;
    return `  ${name}:\n    ${JSON.stringify(text.replace(/<\/(?=script)/gi, '<\\/'))},\n`;
  }),
);
writeFileSync(
  `${root}src/kit/text.ts`,
  `// Made by scripts/build.mjs from the files beside it.

/** The code that casts without the rest of the library, as expressions to give to \`deliver\`. */
export const kit = {
${kitTexts.join('')}};
`,
);

await makeManifestErrors();

const tsc = createRequire(import.meta.url)
  .resolve('typescript/package.json')
  .replace(/package\.json$/, 'bin/tsc');
const { status } = spawnSync(
  process.execPath,
  [
    tsc,
    '--build',
    `${root}src/cli`,
    `${root}src/page`,
    `${root}src/elements`,
    `${root}src/kit`,
    `${root}src/view`,
  ],
  {
    stdio: 'inherit',
  },
);
if (status !== 0) process.exit(status ?? 1);

// The page of the preview as files of its own; what only some fields need is loaded when they do.
await build({
  entryPoints: [`${root}src/view/main.ts`],
  outdir: `${root}dist/view/app`,
  ...{ bundle: true, splitting: true, minify: true, format: 'esm', target: 'es2022' },
  ...{ charset: 'utf8', legalComments: 'none' },
});

// The command line in few files, packages and all: a thousand small ones take a second to be opened.
rmSync(`${root}dist/bin`, { recursive: true, force: true });
const { peerDependencies } = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));
const { metafile } = await build({
  entryPoints: { 'keen-mould': `${root}src/cli/bin.ts` },
  outdir: `${root}dist/bin`,
  ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20' },
  ...{ charset: 'utf8', legalComments: 'none', metafile: true },
  mainFields: ['module', 'main'],
  // Half as much to read at each start, in lines that a person can still be shown.
  ...{ minifyWhitespace: true, minifySyntax: true, lineLimit: 160 },
  // In its other form it reads files beside itself.
  alias: { 'css-tree': `${root}node_modules/css-tree/dist/csstree.esm.js` },
  // What is only read as a file, or is there only where somebody wants it, stays a package.
  external: ['axe-core', ...Object.keys(peerDependencies)],
  banner: {
    js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
  },
});
writeFileSync(`${root}dist/bin/LICENCES.txt`, licencesOf(Object.keys(metafile.inputs)));

/** The licences of the packages that files are of. */
function licencesOf(files) {
  const folders = files.flatMap(
    (file) => /^.*node_modules\/(?:@[^/]+\/)?[^/]+/.exec(resolve(root, file))?.[0] ?? [],
  );
  const texts = [...new Set(folders)].sort().map((folder) => {
    const { name, version, license } = JSON.parse(readFileSync(`${folder}/package.json`, 'utf8'));
    const file = readdirSync(folder).find((one) => /^(?:licen[cs]e|copying)/i.test(one));
    const text = file ? readFileSync(`${folder}/${file}`, 'utf8').trim() : `Licence: ${license}`;
    return `${name} ${version}\n\n${text}\n`;
  });
  return `Packages that the command line holds.\n\n${texts.join(`\n${'-'.repeat(72)}\n\n`)}`;
}

const { mouldSchema, pageSchema } = await import(
  new URL('../dist/core/model/published-schemas.js', import.meta.url).href
);
mkdirSync(`${root}dist/schema`, { recursive: true });
for (const [name, schema] of Object.entries({ mould: mouldSchema(), page: pageSchema() })) {
  writeFileSync(`${root}dist/schema/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
}
