import { homedir } from 'node:os';
import { join } from 'node:path';

/**
 * The folder in which a user's programs keep their data, as each system has it.
 *
 * @example
 * const rack = openRack(usualRack());
 */
export function usualRack(
  env: Readonly<Record<string, string | undefined>> = process.env,
  platform: NodeJS.Platform = process.platform,
  home = homedir(),
): string {
  if (env.KEEN_MOULD_RACK) return env.KEEN_MOULD_RACK;
  if (platform === 'win32') {
    return join(env.LOCALAPPDATA ?? join(home, 'AppData', 'Local'), 'keen-mould', 'rack');
  }
  if (platform === 'darwin')
    return join(home, 'Library', 'Application Support', 'keen-mould', 'rack');
  return join(env.XDG_DATA_HOME ?? join(home, '.local', 'share'), 'keen-mould', 'rack');
}
