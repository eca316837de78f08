import { readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import type { InstalledFiles } from '../../core/author/library/library.ts';

/**
 * Files of the packages installed in a project: those in node_modules of a folder, or of one
 * around it, as Node.js looks them up.
 */
export function installedFilesOf(folder: string): InstalledFiles {
  return (name, path) => {
    if (path.split('/').includes('..')) return undefined;
    for (let at = resolve(folder); ; at = dirname(at)) {
      const home = join(at, 'node_modules', name);
      try {
        const { version } = JSON.parse(readFileSync(join(home, 'package.json'), 'utf8')) as {
          version: string;
        };
        return { version, bytes: readFileSync(join(home, path)) };
      } catch {
        if (at === dirname(at)) return undefined;
      }
    }
  };
}
