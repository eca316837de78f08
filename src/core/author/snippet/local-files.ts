import { isRelativeAddress } from '../../text/address.ts';
import { pathKey, safeName } from '../../text/safe-path.ts';
import { bytesOf } from '../../text/utf8.ts';

/** A file that lies beside the snippet. */
export interface LocalFile {
  readonly bytes: Uint8Array;
  /** What it says, where it is text. */
  readonly text: string | undefined;
}

/**
 * Gives a file that lies beside the snippet, or undefined where there is none.
 *
 * @param path from the snippet's folder, with forward slashes, never leading out of it
 */
export type LocalFiles = (path: string) => LocalFile | undefined;

/**
 * The path that a relative address means, from the snippet's folder. Undefined for an address
 * elsewhere, one from the top of a site, and one that leads out of the folder: a page that was
 * copied may not reach for other files of this machine.
 *
 * @param from path of the file the address stands in
 */
export function localPath(from: string, address: string): string | undefined {
  const bare = address.trim().replace(/[?#].*$/s, '');
  if (!isRelativeAddress(bare)) return undefined;
  const steps = from.split('/').slice(0, -1);
  for (const step of decoded(bare).split('/')) {
    if (step === '..') {
      if (steps.pop() === undefined) return undefined;
    } else if (step !== '.' && step !== '') steps.push(step);
  }
  return steps.some((step) => step.startsWith('.')) ? undefined : steps.join('/');
}

/** Percent-encodes what `encodeURI` leaves, so that an address can stand unquoted in style. */
function percent(char: string): string {
  return `%${char.charCodeAt(0).toString(16)}`;
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

/** Files brought into a mould's assets/, each once, under names that do not clash. */
export class AssetShelf {
  readonly files: Record<string, Uint8Array>;
  /** Style and script of the snippet's own that came from files beside it, by path. */
  readonly sources: Record<string, Uint8Array> = {};
  private readonly places = new Map<string, string>();
  private readonly local: LocalFiles;
  /** What is given out already; names that only differ in capitals are one on some systems. */
  private readonly keys: Set<string>;

  /** @param taken paths under `assets/` that are not to be given out */
  constructor(local: LocalFiles, taken: Iterable<string> = [], shared?: AssetShelf) {
    this.local = local;
    this.files = shared?.files ?? {};
    this.keys = shared?.keys ?? new Set([...taken].map(pathKey));
  }

  /** The same shelf for what lies in another folder. */
  for(local: LocalFiles): AssetShelf {
    return new AssetShelf(local, [], this);
  }

  /** The file an address means, if it lies beside the snippet. */
  find(from: string, address: string): { path: string; file: LocalFile } | undefined {
    const path = localPath(from, address);
    const file = path === undefined ? undefined : this.local(path);
    return path !== undefined && file ? { path, file } : undefined;
  }

  /** Brings the file of an address along; gives its new address, or undefined for none. */
  bring(from: string, address: string): string | undefined {
    const found = this.find(from, address);
    if (!found) return undefined;
    let place = this.places.get(found.path);
    if (place === undefined) {
      place = this.add(found.path.slice(found.path.lastIndexOf('/') + 1), found.file.bytes);
      this.places.set(found.path, place);
    }
    return (
      encodeURI(place).replace(/['()]/g, percent) + (/[?#].*$/s.exec(address.trim())?.[0] ?? '')
    );
  }

  /**
   * Brings a text along with changes, such as new addresses of the files it asks for.
   *
   * @param change given the text and its path; it may bring more files, this one among them
   */
  bringChanged(
    from: string,
    address: string,
    change: (text: string, path: string) => string,
  ): string | undefined {
    const found = this.find(from, address);
    if (!found?.file.text || this.places.has(found.path)) return this.bring(from, address);
    this.bring(from, address);
    const place = this.places.get(found.path) as string;
    this.files[place] = bytesOf(change(found.file.text, found.path));
    return this.bring(from, address);
  }

  /** Notes that a file beside the snippet is part of it. */
  keepSource(path: string, file: LocalFile): void {
    this.sources[path] = file.bytes;
  }

  /** Adds a text under its name; one that is there already is not added again. */
  addText(name: string, text: string): string {
    const bytes = bytesOf(text);
    return this.add(name, bytes);
  }

  /** Adds a file under its name, or the next that is free; gives its path in the mould. */
  add(name: string, bytes: Uint8Array): string {
    const safe = safeName(name);
    let place = `assets/${safe}`;
    for (let number = 2; this.keys.has(pathKey(place)); number += 1) {
      place = `assets/${number}-${safe}`;
    }
    this.keys.add(pathKey(place));
    this.files[place] = bytes;
    return place;
  }
}
