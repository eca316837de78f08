// The command line in few files, packages and all: a thousand small ones take a second to open.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { build } from 'esbuild';
import { root } from './root.mjs';

/** Writes dist/bin, with the licences of the packages in it. */
export async function makeCommandLine() {
  rmSync(`${root}dist/bin`, { recursive: true, force: true });
  const { peerDependencies } = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));
  const { metafile } = await build({
    entryPoints: { 'keen-mould': `${root}src/cli/bin.ts` },
    outdir: `${root}dist/bin`,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    charset: 'utf8',
    legalComments: 'none',
    metafile: true,
    mainFields: ['module', 'main'],
    conditions: ['source'],
    // Half as much to read at each start, in lines that a person can still be shown.
    minifyWhitespace: true,
    minifySyntax: true,
    lineLimit: 160,
    // In its other form it reads files beside itself.
    alias: { 'css-tree': `${root}node_modules/css-tree/dist/csstree.esm.js` },
    // What is only read as a file, or is there only where somebody wants it, stays a package.
    external: ['axe-core', ...Object.keys(peerDependencies)],
    banner: {
      js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
    },
  });
  writeFileSync(`${root}dist/bin/LICENCES.txt`, licencesOf(Object.keys(metafile.inputs)));
}

/** The licences of the packages that the files belong to. */
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
  return `Packages that are part of the command line.\n\n${texts.join(`\n${'-'.repeat(72)}\n\n`)}`;
}
