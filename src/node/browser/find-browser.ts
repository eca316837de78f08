import { accessSync, constants } from 'node:fs';
import { delimiter, join } from 'node:path';

/** What of the surroundings decides which browser is found. */
export interface Surroundings {
  readonly env: Readonly<Record<string, string | undefined>>;
  readonly platform: NodeJS.Platform;
}

const programs = [
  // Without the parts that draw a window it opens a page in half the time; the engine is the same.
  'chromium-headless-shell',
  'chrome-headless-shell',
  'chromium',
  'chromium-browser',
  'google-chrome-stable',
  'google-chrome',
  'microsoft-edge-stable',
  'microsoft-edge',
  'chrome',
];

const macPaths = ['Chromium', 'Google Chrome', 'Microsoft Edge'].map(
  (name) => `/Applications/${name}.app/Contents/MacOS/${name}`,
);

const windowsPaths = [
  'Chromium\\Application\\chrome.exe',
  'Google\\Chrome\\Application\\chrome.exe',
  'Microsoft\\Edge\\Application\\msedge.exe',
];

/**
 * The program of a Chromium, Chrome or Edge on this machine: the one that KEEN_MOULD_BROWSER
 * names, else the first found on the path or where the system keeps programs. One that shows no
 * windows goes before the others.
 *
 * @example
 * findBrowser() ?? 'No browser is installed.';
 */
export function findBrowser({ env, platform }: Surroundings = process): string | undefined {
  if (env.KEEN_MOULD_BROWSER) return env.KEEN_MOULD_BROWSER;
  return candidates(env, platform).find(isProgram);
}

function candidates(env: Surroundings['env'], platform: NodeJS.Platform): string[] {
  if (platform === 'win32') {
    const roots = [env.PROGRAMFILES, env['PROGRAMFILES(X86)'], env.LOCALAPPDATA];
    return windowsPaths.flatMap((path) => roots.flatMap((root) => (root ? join(root, path) : [])));
  }
  const folders = (env.PATH ?? '').split(delimiter).filter((folder) => folder !== '');
  const onPath = programs.flatMap((name) => folders.map((folder) => join(folder, name)));
  return platform === 'darwin' ? [...onPath, ...macPaths] : onPath;
}

function isProgram(path: string): boolean {
  try {
    accessSync(path, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}
