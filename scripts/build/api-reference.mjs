// docs/api.md, from the docstrings of all that the package exports.
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { root } from './root.mjs';

const entries = [
  ['keen-mould', 'core/index', 'Runs in browsers, in Node.js and in other runtimes.'],
  ['keen-mould/node', 'node/index', 'Runs in Node.js.'],
  ['keen-mould/page', 'page/place-cast', 'Runs in browsers.'],
];

/** The text of docs/api.md as the docstrings have it now. */
function apiReference() {
  const parts = entries.map(([name, path, where]) => {
    const calls = callsOf(`${root}dist/types/${path}.d.ts`);
    const list = [...calls].sort(([a], [b]) => a.localeCompare(b)).map(([, text]) => text);
    return `## ${name}\n\n${where}\n\n${list.join('\n\n')}`;
  });
  return `# Calls, one by one

This page is made from the docstrings of the code. [Reference](reference.md#calls) has the same calls in one table,
[in your own product](embedding.md) the elements.

${parts.join('\n\n')}
`;
}

/** Writes docs/api.md. */
export function makeApiReference() {
  writeFileSync(`${root}docs/api.md`, apiReference());
}

/** The calls that an entry point exports, each as a stretch of Markdown. */
function callsOf(path) {
  const text = readFileSync(path, 'utf8');
  const found = new Map();
  for (const [, names, from] of text.matchAll(/^export \{([^}]*)\} from '([^']+)';/gm)) {
    const there = readFileSync(join(dirname(path), from.replace(/\.js$/, '.d.ts')), 'utf8');
    for (const name of names.split(',').map((one) => one.trim())) {
      const call = name.startsWith('type ') ? undefined : callIn(there, name);
      if (call) found.set(name, call);
    }
  }
  for (const [, name] of text.matchAll(/^export declare function (\w+)/gm)) {
    found.set(name, callIn(text, name));
  }
  return found;
}

/** One call: what it takes and gives, what it does, what it throws, and an example. */
function callIn(text, name) {
  const all = text.matchAll(
    new RegExp(
      `(/\\*\\*(?:(?!\\*/)[\\s\\S])*\\*/)\\s*export declare (function ${name}\\b[^;]*;)`,
      'g',
    ),
  );
  const [first] = [...all];
  if (!first) return undefined;
  const [, comment, signature] = first;
  const said = comment
    .replace(/^\/\*\*|\*\/$/g, '')
    .replace(/^\s*\* ?/gm, '')
    .trim();
  const [about, ...tags] = said.split(/^(?=@)/m).map((one) => one.trim());
  const of = (tag) =>
    tags.filter((one) => one.startsWith(`@${tag}`)).map((one) => one.replace(/^@\w+\s*/, ''));
  const list = [
    ...of('param').map((one) => `- \`${one.replace(/^(\w+)\s*/, '$1`: ')}`),
    ...of('returns').map((one) => `- Gives ${one}`),
    ...of('throws').map((one) => `- Throws ${one.replace(/^(\w+)/, '`$1`')}`),
  ].map((one) => one.replace(/\s*\n\s*/g, ' '));
  const [example] = of('example');
  const plain = about.replaceAll('<', '&lt;');
  return [
    `### ${name}`,
    `\`\`\`ts\n${signature}\n\`\`\``,
    plain,
    ...(list.length > 0 ? [list.join('\n').replaceAll('<', '&lt;')] : []),
    ...(example ? [`\`\`\`js\n${example.trim()}\n\`\`\``] : []),
  ].join('\n\n');
}
