import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { getOrMake } from '../../core/text/memoize.ts';

/** A short name for what some texts say, one after the other. */
export function digestOf(...parts: readonly (string | Uint8Array)[]): string {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part).update('\0');
  return hash.digest('base64url').slice(0, 22);
}

/** The files that pages are made from, by what is in them; each is read once in a build. */
export class PageInputs {
  private readonly digests = new Map<string, Promise<string>>();

  /** The digest of a file; '' where there is none. */
  at(path: string): Promise<string> {
    return getOrMake(this.digests, path, async () => {
      const bytes = await readFile(path).catch(() => undefined);
      return bytes ? digestOf(bytes) : '';
    });
  }

  /** True where all files are as they were. */
  async areSame(before: Readonly<Record<string, string>>): Promise<boolean> {
    for (const [path, digest] of Object.entries(before)) {
      if ((await this.at(path)) !== digest) return false;
    }
    return true;
  }

  async of(paths: Iterable<string>): Promise<Record<string, string>> {
    const entries = [...new Set(paths)].map(async (path) => [path, await this.at(path)] as const);
    return Object.fromEntries(await Promise.all(entries));
  }
}
