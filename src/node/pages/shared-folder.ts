import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { basename, dirname, extname, join } from 'node:path';
import { isRelativeAddress } from '../../core/text/address.ts';
import { isThere, writeWhole } from '../files/write-safely.ts';

/** The folder of what pages share, in the folder that is built to. */
export const sharedName = 'shared';

/** How many letters of a digest a name has. */
const nameLength = 10;

/**
 * Files that pages share, under names that change with their content, so that a browser may keep
 * them for good. Each is written once, and before any page that speaks of it.
 */
export class SharedFolder {
  /** Bytes of what has been written, by path in the folder that is built to. */
  readonly sizes = new Map<string, number>();
  private readonly out: string;
  private readonly waiting = new Map<string, string | Uint8Array>();
  private readonly writing = new Map<string, Promise<void>>();
  private readonly taken = new Map<string, Promise<string | undefined>>();
  /** What was read for a file that was taken in, itself among it. */
  private readonly read = new Map<string, string[]>();
  /** What a file itself speaks of. */
  private readonly spoken = new Map<string, readonly string[]>();

  constructor(out: string) {
    this.out = out;
  }

  /**
   * Takes a file in, to be written when it is asked for.
   *
   * @param folder within the shared one; '' for itself
   * @param speaksOf what of the shared folder the file itself speaks of
   * @returns its path from the folder that is built to
   */
  add(
    folder: string,
    name: string,
    content: string | Uint8Array,
    speaksOf: readonly string[] = [],
  ): string {
    const ending = extname(name);
    const stem = basename(name, ending).replace(/[^\w.-]+/g, '-');
    const digest = createHash('sha256').update(content).digest('hex').slice(0, nameLength);
    const path = [sharedName, folder, `${stem}-${digest}${ending}`]
      .filter((part) => part !== '')
      .join('/');
    const isDone = this.sizes.has(path) || this.writing.has(path);
    if (!isDone) this.waiting.set(path, content);
    this.spoken.set(path, speaksOf);
    return path;
  }

  /** Takes a file in from the disk, once; undefined where there is none. */
  addFile(path: string): Promise<string | undefined> {
    this.read.set(path, [path]);
    return this.once(path, async () => {
      const content = await readFile(path).catch(() => undefined);
      return content && this.add('', basename(path), content);
    });
  }

  /** Takes in a style sheet of the site, once, and the files that it speaks of. */
  addSheet(path: string): Promise<string | undefined> {
    return this.once(path, () => this.readSheet(path));
  }

  private once(path: string, take: () => Promise<string | undefined>): Promise<string | undefined> {
    const taken = this.taken.get(path) ?? take();
    this.taken.set(path, taken);
    return taken;
  }

  private async readSheet(path: string): Promise<string | undefined> {
    const content = await readFile(path, 'utf8').catch(() => undefined);
    if (content === undefined) return undefined;
    let text = content.replace(/^\uFEFF/, '');
    const inner: string[] = [];
    const read = [path];
    this.read.set(path, read);
    const spoken = /(?:url\(\s*(["']?)|@import\s+(["']))([^"')]+)(?:\1\s*\)|\2)/g;
    for (const [whole, , , address = ''] of [...text.matchAll(spoken)]) {
      const bare = address.trim().replace(/[?#].*$/, '');
      if (!isRelativeAddress(bare)) continue;
      const file = join(dirname(path), decodeURI(bare));
      const taken = /\.css$/i.test(bare) ? await this.addSheet(file) : await this.addFile(file);
      read.push(...(this.read.get(file) ?? []));
      if (taken === undefined) continue;
      inner.push(taken);
      // Both lie in the same folder.
      text = text.replace(whole, whole.replace(address, basename(taken)));
    }
    return this.add('', basename(path), text, inner);
  }

  /** The files that were read for one that was taken in. */
  inputsOf(path: string): readonly string[] {
    return this.read.get(path) ?? [];
  }

  /** Notes a file that an earlier build wrote; false where it is gone. */
  async keeps(path: string): Promise<boolean> {
    if (this.sizes.has(path)) return true;
    const about = await stat(join(this.out, path)).catch(() => undefined);
    if (about) this.sizes.set(path, about.size);
    return about !== undefined;
  }

  /** What of the shared folder a text speaks of, and what that speaks of itself. */
  spokenOf(text: string): Set<string> {
    const found = new Set<string>();
    const take = (path: string): void => {
      if (found.has(path) || !this.spoken.has(path)) return;
      found.add(path);
      this.spoken.get(path)?.forEach(take);
    };
    for (const [path] of text.matchAll(/shared\/[\w./%-]+/g)) take(decodeURI(path));
    return found;
  }

  /** Writes what has not been written yet of some files. */
  async write(paths: Iterable<string>): Promise<void> {
    for (const path of paths) {
      const content = this.waiting.get(path);
      if (content !== undefined) this.writing.set(path, this.writeOne(path, content));
      this.waiting.delete(path);
      await this.writing.get(path);
    }
  }

  private async writeOne(path: string, content: string | Uint8Array): Promise<void> {
    const place = join(this.out, path);
    // Its name says what is in it.
    if (!(await isThere(place))) await writeWhole(place, content);
    this.sizes.set(path, Buffer.byteLength(content));
  }
}
