import { type Program, parse } from 'acorn';
import { importsOf, isModuleAddress } from '../../compile/script/module-imports.ts';
import type { Library } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { isRemoteAddress } from '../../text/address.ts';
import { type Edit, withEdits } from '../../text/edits.ts';
import { libraryOf, pathInPackage } from '../library/library.ts';
import { type AssetShelf, localPath } from './local-files.ts';

/** What a script of modules becomes: one that imports libraries by their names. */
export interface ModuleScript {
  readonly script: string;
  readonly libraries: readonly Library[];
  readonly findings: readonly Finding[];
}

/** Names and beginnings of names, and the addresses they stand for (HTML Standard, 8.1.6.2). */
export type ImportMap = Readonly<Record<string, string>>;

/** A statement that does what a script element does which loads a module. */
export function importOf(address: string): string {
  return `import ${JSON.stringify(address)};`;
}

/**
 * Makes libraries of what a script imports. In the script only the addresses change: each becomes
 * the name of the library it was, so that another version is a change of `mould.json` alone.
 *
 * @param file the script's piece, for files that lie beside it
 */
export function importLibraries(
  script: string,
  importMap: ImportMap,
  shelf: AssetShelf,
  file: string,
): ModuleScript {
  const program = /\bimport\b/.test(script) ? tryParse(script) : undefined;
  if (!program) return { script, libraries: [], findings: [] };
  const libraries: Library[] = [];
  const findings: Finding[] = [];
  const edits = importsOf(program, script).flatMap(({ from, fromStart, fromEnd }): Edit[] => {
    const mapped = addressIn(importMap, from);
    const address = bringModule(shelf, file, mapped ?? from) ?? mapped ?? from;
    // A bare name that no map knows has no address yet; the compiler reports it.
    if (!isModuleAddress(address) && !address.startsWith('assets/')) return [];
    const known = libraries.find(({ module }) => module === address);
    const name = known?.name ?? freeName(libraries, mapped === undefined ? address : from);
    if (!known) {
      libraries.push({ ...libraryOf(address, 'module'), name });
      const code = isRemoteAddress(address) ? 'snippet/remote-file' : 'snippet/local-file';
      if (!address.startsWith('assets/')) findings.push(finding(code, { url: address }, { file }));
    }
    return [{ start: fromStart, end: fromEnd, text: `'${name}'` }];
  });
  return {
    script: withEdits(script, { start: 0, end: script.length }, edits),
    libraries,
    findings,
  };
}

/** Brings a module along with the modules it imports in turn, each under its new address. */
function bringModule(shelf: AssetShelf, from: string, address: string): string | undefined {
  return shelf.bringChanged(from, address, (text, path) =>
    withSpecifiers(text, (specifier) =>
      bringModule(shelf, path, specifier)?.replace(/^assets\//, './'),
    ),
  );
}

/**
 * A script from a file beside the page, with what it imports from beside itself named as from the
 * page.
 *
 * @param path where the script lies
 * @param page where the page lies
 */
export function asFromPage(text: string, path: string, page: string): string {
  if (!/\bimport\b/.test(text)) return text;
  return withSpecifiers(text, (specifier) => {
    const target = /^\.{1,2}\//.test(specifier) ? localPath(path, specifier) : undefined;
    if (target === undefined) return undefined;
    const folders = page.split('/').slice(0, -1);
    const steps = target.split('/');
    while (folders.length > 0 && folders[0] === steps[0]) {
      folders.shift();
      steps.shift();
    }
    return `${folders.length > 0 ? '../'.repeat(folders.length) : './'}${steps.join('/')}`;
  });
}

/** A module with other specifiers where there is another for one (ECMAScript, 16.2). */
function withSpecifiers(text: string, other: (specifier: string) => string | undefined): string {
  const program = tryParse(text);
  if (!program) return text;
  const named = program.body.flatMap((statement) => {
    const source = 'source' in statement ? statement.source : undefined;
    return source
      ? [{ start: source.start, end: source.end, specifier: String(source.value) }]
      : [];
  });
  const called = [...text.matchAll(/\bimport\(\s*(["'])([^"']+)\1(?=\s*\))/g)].map(
    ({ index, 0: whole, 2: specifier = '' }) => ({
      specifier,
      end: index + whole.length,
      start: index + whole.length - specifier.length - 2,
    }),
  );
  const edits = [...named, ...called].flatMap(({ start, end, specifier }): Edit[] => {
    const changed = other(specifier);
    return changed === undefined ? [] : [{ start, end, text: JSON.stringify(changed) }];
  });
  return withEdits(text, { start: 0, end: text.length }, edits);
}

function tryParse(script: string): Program | undefined {
  try {
    return parse(script, { ecmaVersion: 'latest', sourceType: 'module', allowHashBang: true });
  } catch {
    return undefined;
  }
}

/** What a map gives for a name: its own address, or that of the longest beginning it knows. */
function addressIn(map: ImportMap, from: string): string | undefined {
  if (Object.hasOwn(map, from)) return map[from];
  const beginnings = Object.keys(map).filter((key) => key.endsWith('/') && from.startsWith(key));
  const [longest] = beginnings.sort((a, b) => b.length - a.length);
  return longest === undefined ? undefined : `${map[longest]}${from.slice(longest.length)}`;
}

/** The name of a library, with its path in the package where two files of one are imported. */
function freeName(libraries: readonly Library[], address: string): string {
  const { name } =
    /^[\w@][\w@/.-]*$/.test(address) && !address.startsWith('assets/')
      ? { name: address }
      : libraryOf(address, 'module');
  const isTaken = (one: string) => libraries.some((library) => library.name === one);
  if (!isTaken(name)) return name;
  const longer = `${name}/${pathInPackage(address) ?? ''}`.replace(/\/$/, '');
  let free = longer;
  for (let number = 2; isTaken(free); number += 1) free = `${longer}-${number}`;
  return free;
}

/** Reads an import map; a map that is no JSON gives no names, as in browsers. */
export function readImportMap(text: string): ImportMap {
  try {
    const { imports } = JSON.parse(text) as { imports?: Record<string, unknown> };
    const entries = Object.entries(imports ?? {});
    return Object.fromEntries(
      entries.filter((entry): entry is [string, string] => typeof entry[1] === 'string'),
    );
  } catch {
    return {};
  }
}
