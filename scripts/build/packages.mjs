// The packages that the library is made with, built in: who installs it installs nothing else, and
// no bundler has to find its way through them.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { build } from 'esbuild';
import { writeLicences } from './licences.mjs';
import { root } from './root.mjs';

/** The folders whose modules are published as they are. */
const folders = ['core', 'generated', 'page', 'server'];
const statement = /^(?:import|export)\s+(?!type\b)(?:([^'"();]*?)\s+from\s+)?'([^'"]+)';/gm;
const {
  imports,
  dependencies = {},
  peerDependencies,
} = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));

/** True for what stays a package: it is there only where somebody wants it. */
const isLeft = (name) => name in peerDependencies || name in dependencies;

/** Writes dist/packages, and has the modules of dist/ import from there and from beside them. */
export async function buildInPackages() {
  const names = namesImported();
  rmSync(`${root}dist/packages`, { recursive: true, force: true });
  const { metafile } = await build({
    entryPoints: [...names.keys()].map((name) => ({ in: `package:${name}`, out: fileOf(name) })),
    outdir: `${root}dist/packages`,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'neutral',
    mainFields: ['module', 'main'],
    target: 'es2022',
    charset: 'utf8',
    legalComments: 'none',
    metafile: true,
    plugins: [asImported(names), withoutSourceMaps],
  });
  writeLicences(
    `${root}dist/packages/LICENCES.txt`,
    metafile,
    'Packages that are part of the library.',
  );
  for (const folder of folders) {
    for (const path of filesIn(`${root}dist/${folder}`, '.js')) rewrite(path);
  }
}

/** What is imported from each package: the rest of it is left out. */
function namesImported() {
  const found = new Map();
  for (const path of folders.flatMap((folder) => filesIn(`${root}src/${folder}`, '.ts'))) {
    for (const [, clause = '', from] of readFileSync(path, 'utf8').matchAll(statement)) {
      if (/^[.#]|^node:/.test(from) || path.endsWith('.d.ts') || isLeft(from)) continue;
      const names = found.get(from) ?? new Set();
      found.set(from, names);
      for (const name of namesOf(clause)) names.add(name);
    }
  }
  return new Map([...found].sort());
}

/** `fallback, { type A, b as c }` as `default` and `b`; `*` for all there is. */
function namesOf(clause) {
  const [, alone, braces = ''] =
    /^([\w$]+|\* as [\w$]+)?,?\s*(?:\{([\s\S]*)\})?$/.exec(clause) ?? [];
  const listed = braces
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '' && !one.startsWith('type '))
    .map((one) => one.split(/\s+as\s+/)[0]);
  if (!alone) return listed;
  return [alone.startsWith('*') ? '*' : 'default', ...listed];
}

/** Each package as a module that exports what is imported from it. */
function asImported(names) {
  return {
    name: 'as-imported',
    setup({ onResolve, onLoad }) {
      onResolve({ filter: /^package:/ }, ({ path }) => ({
        path: path.replace('package:', ''),
        namespace: 'package',
      }));
      onLoad({ filter: /.*/, namespace: 'package' }, ({ path }) => {
        const wanted = [...names.get(path)];
        const listed = wanted.includes('*') ? '*' : `{ ${wanted.join(', ')} }`;
        return { contents: `export ${listed} from '${path}';`, resolveDir: root };
      });
    },
  };
}

/** What writes CSS can write a map beside it, which is never asked for here, and brings a lot for that. */
const withoutSourceMaps = {
  name: 'without-source-maps',
  setup({ onLoad }) {
    onLoad({ filter: /source-map-js\/lib\/source-map-generator\.js$/ }, () => ({
      contents: 'export class SourceMapGenerator {}',
    }));
  },
};

function fileOf(name) {
  return name.replace(/^@/, '').replace(/\.js$/, '').replaceAll('/', '-');
}

function rewrite(path) {
  const before = readFileSync(path, 'utf8');
  const after = before.replace(
    /(\bfrom |^import |\bimport\()(['"])([@#\w][^'"]*)\2/gm,
    (all, lead, quote, name) => {
      const target = placeOf(name);
      if (target === undefined) return all;
      const there = relative(dirname(path), target);
      return `${lead}${quote}${there.startsWith('.') ? there : `./${there}`}${quote}`;
    },
  );
  if (after !== before) writeFileSync(path, after);
}

/** Where a module is that is not named by a relative path; undefined for what is no part of us. */
function placeOf(name) {
  if (name.startsWith('#')) return join(root, imports[name].default);
  if (name.startsWith('node:') || isLeft(name)) return undefined;
  return `${root}dist/packages/${fileOf(name)}.js`;
}

function filesIn(folder, end) {
  try {
    return readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((path) => path.endsWith(end))
      .map((path) => `${folder}/${path}`);
  } catch {
    return [];
  }
}
