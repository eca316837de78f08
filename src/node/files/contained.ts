import { realpathSync } from 'node:fs';
import { realpath } from 'node:fs/promises';
import { relative, sep } from 'node:path';

/** True for a path that lies in a folder once all links on the way are followed. */
export async function liesIn(folder: string, path: string): Promise<boolean> {
  try {
    const [home, place] = await Promise.all([realpath(folder), realpath(path)]);
    return isUnder(home, place);
  } catch {
    return false;
  }
}

/** The same, at once. */
export function liesInSync(folder: string, path: string): boolean {
  try {
    return isUnder(realpathSync(folder), realpathSync(path));
  } catch {
    return false;
  }
}

function isUnder(home: string, place: string): boolean {
  const way = relative(home, place);
  return way !== '..' && !way.startsWith(`..${sep}`) && !/^(?:[/\\]|[a-z]:)/i.test(way);
}
