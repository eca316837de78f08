import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const dist = fileURLToPath(new URL('../../dist/types/', import.meta.url));
const entries = {
  'keen-mould': 'core/index.d.ts',
  'keen-mould/node': 'node/index.d.ts',
  'keen-mould/elements': 'elements/index.d.ts',
  'keen-mould/form': 'elements/form.d.ts',
  'keen-mould/preview': 'elements/preview.d.ts',
  'keen-mould/page': 'page/place-cast.d.ts',
  'keen-mould/runtime': 'generated/runtime.d.ts',
  'keen-mould/kit': 'server/kit.d.ts',
};

/** A name of another file. */
interface Elsewhere {
  readonly path: string;
  readonly name: string;
}

/** A file of declarations, as the compiler writes them: each begins a line of its own. */
interface Declared {
  readonly own: ReadonlyMap<string, string>;
  /** Names that it takes from elsewhere, or hands on, by how they are called here. */
  readonly from: ReadonlyMap<string, Elsewhere>;
}

const files = new Map<string, Declared>();

function read(path: string): Declared {
  const known = files.get(path);
  if (known) return known;
  const text = readFileSync(path, 'utf8')
    .replace(/\/\*[\s\S]*?\*\/\s*/g, '')
    .replace(/^\s*(?:\/\/|private ).*\n/gm, '');
  const from = new Map<string, Elsewhere>();
  for (const [, names = '', file = ''] of text.matchAll(
    /^(?:import|export) (?:type )?\{([^}]*)\} from ['"](\.[^'"]+)['"];/gm,
  )) {
    const target = join(dirname(path), file.replace(/\.(?:ts|js)$/, '.d.ts'));
    for (const one of names.split(',')) {
      const [name = '', local = name] = one
        .replace(/\btype\b/, '')
        .trim()
        .split(' as ');
      if (name) from.set(local, { path: target, name });
    }
  }
  const start =
    /^(?:export )?(?:declare )?(?:abstract )?(?:function|interface|type|class|const|enum) (\w+)/;
  const own = new Map<string, string>();
  for (const part of text.split(/^(?=\S)(?![})])/m)) {
    const [, name] = start.exec(part) ?? [];
    if (name) own.set(name, (own.get(name) ?? '') + part.trimEnd());
  }
  const made = { own, from };
  files.set(path, made);
  return made;
}

/** What an entry point exports, and every type of ours that this leads to. */
function report(entry: string): string {
  const told = new Map<string, string>();
  const visit = (path: string, name: string): void => {
    const { own, from } = read(path);
    const text = own.get(name);
    const other = from.get(name);
    if (text === undefined) {
      if (other) visit(other.path, other.name);
      return;
    }
    const key = `${path} ${name}`;
    if (told.has(key)) return;
    told.set(key, text);
    for (const [word] of text.matchAll(/\b[A-Z]\w*\b/g)) {
      if (word !== name && (own.has(word) || from.has(word))) visit(path, word);
    }
  };
  const path = dist + entry;
  const { own, from } = read(path);
  const exported = [...from.keys(), ...own.keys()].sort();
  for (const name of exported) visit(path, name);
  const texts = [...new Set(told.values())].sort();
  return `exports ${exported.join(', ')}\n\n${texts.join('\n\n')}\n`;
}

// A change here is a change for whoever uses the package: look at it, write it into CHANGELOG.md,
// and take it over by `npx vitest run tests/laws/api.test.ts -u`.
it.each(Object.entries(entries))('%s is what it was', async (name, path) => {
  await expect(report(path)).toMatchFileSnapshot(`./api/${name.replace('/', '-')}.txt`);
});
