import type { Library } from '../../model/mould.ts';
import { knownLibraries } from './known-libraries.ts';

/** Takes files into a mould. */
interface Shelf {
  /** @returns the path it has there */
  add(fileName: string, bytes: Uint8Array): string;
}

/** The part of a page a library is loaded by. */
export type LibraryPart = 'script' | 'style' | 'module';

/** A library that whoever imports names beside those the snippet loads. */
export interface GivenLibrary {
  readonly name: string;
  readonly version?: string;
  readonly part: LibraryPart;
  /** Its address, or the file itself with a name; absent for one that the page has by itself. */
  readonly from?: string | GivenFile;
}

/** A file of a library, with what lies beside it. */
interface GivenFile {
  readonly fileName: string;
  readonly bytes: Uint8Array;
  /** Its path from where `beside` begins; its name where that is left out. */
  readonly path?: string;
  /** Gives a file beside it by its path: fonts and pictures that a sheet names come along. */
  readonly beside?: (
    path: string,
  ) => { readonly bytes: Uint8Array; readonly text: string | undefined } | undefined;
}

/**
 * Gives a file of a package that is installed in the project, or undefined where it is not.
 *
 * @param path of the file within the package
 */
export type InstalledFiles = (
  packageName: string,
  path: string,
) => { readonly version: string; readonly bytes: Uint8Array } | undefined;

/**
 * A library from the address it is loaded from. Public addresses commonly hold
 * `name@1.2.3` or `name/1.2.3`; a name without a version is all that others tell.
 */
export function libraryOf(url: string, part: LibraryPart): Library {
  const { name, version } = readAddress(url);
  return toLibrary(name, version, part, url);
}

/** True for the name of a library that snippets commonly load. */
export function isKnown(name: string): boolean {
  return knownLibraries.some((one) => one.name === name.toLowerCase());
}

/** True for a file that is plainly a library's: by its version, its name, or being made small. */
export function isLibraryFile(path: string, part: LibraryPart): boolean {
  const { version, name } = libraryOf(path, part);
  return version !== undefined || isKnown(name) || /[.-]min\./.test(path);
}

/** A library with the global name it makes, where that is known of it. */
function toLibrary(
  name: string,
  version: string | undefined,
  part: LibraryPart,
  address: string | undefined,
): Library {
  const bare = name.toLowerCase().replace(/[.-](?:slim|min)\b/g, '');
  const provides =
    part === 'script' ? knownLibraries.find((one) => one.name === bare)?.globals[0] : undefined;
  return {
    name,
    ...(version ? { version } : {}),
    ...(address === undefined ? {} : { [part]: address }),
    ...(provides ? { provides } : {}),
  };
}

function readAddress(url: string): { name: string; version?: string; path?: string } {
  const bare = url.replace(/[?#].*$/, '');
  const known = /((?:@[\w.-]+\/)?[\w.-]+)[@/]v?(\d+(?:\.\d+)+[\w.-]*)\/(.*)$/.exec(bare);
  if (known) return { name: known[1] ?? '', version: known[2] ?? '', path: known[3] ?? '' };
  const file = bare.slice(bare.lastIndexOf('/') + 1);
  const named =
    /^(.+?)(?:[-.]v?(\d+\.\d+[\d.]*\d?))?(?:[.-](?:slim|min|bundle))*\.(?:m?js|css)$/i.exec(file);
  const name = named?.[1] ?? (file || bare);
  return { name, ...(named?.[2] ? { version: named[2] } : {}) };
}

/** The path of a file within its package, where its address tells. */
export function pathInPackage(url: string): string | undefined {
  return readAddress(url).path;
}

/** A library that is loaded from elsewhere, brought along if the project has its package. */
export function bringInstalled(
  library: Library,
  part: LibraryPart,
  installed: InstalledFiles,
  shelf: Shelf,
): Library | undefined {
  const { name, version, path } = readAddress(library[part] ?? '');
  const found = path ? installed(name, path) : undefined;
  // Another major version is another library: its calls may have changed.
  if (!found || !path || found.version.split('.')[0] !== version?.split('.')[0]) return undefined;
  const place = shelf.add(path.slice(path.lastIndexOf('/') + 1), found.bytes);
  return toLibrary(name, found.version, part, place);
}

/**
 * The libraries of a snippet with those named beside it. One of the same name takes the place of
 * the snippet's own; the others come first, since playgrounds load theirs before the panes.
 */
export function withGiven(
  found: readonly Library[],
  given: readonly GivenLibrary[],
  shelf: Shelf,
): Library[] {
  const all = [...found];
  const first: Library[] = [];
  for (const { name: asked, version, part, from } of given) {
    // People write jQuery, package names are in lower case.
    const isAsked = (one: Library) => one.name.toLowerCase() === asked.toLowerCase();
    const name = all.find(isAsked)?.name ?? asked;
    const address = typeof from === 'object' ? shelf.add(from.fileName, from.bytes) : from;
    // What the script imports by that name is a module, whatever its file looks like.
    const isModule = part === 'script' && all.some((one) => one.name === name && one.module);
    const key = isModule ? 'module' : part;
    const library = toLibrary(name, version, key, address);
    const index = all.findIndex((one) => one.name === name && one[key] !== undefined);
    if (index < 0) first.push(library);
    else all[index] = library;
  }
  return [...first, ...all];
}
