import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { bindSpots } from '../../src/core/author/bind/bind-spots.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { launchBrowser } from '../../src/node/browser/launch-browser.ts';
import { type Measured, measure } from './measure.ts';
import { table } from './table.ts';

/** Pages at once: as many as a small machine has cores. */
const atOnce = 2;

/** Measures every page of a folder, by default the demo's snippets; prints a table. */
export async function run(words: readonly string[]): Promise<number> {
  const folder = resolve(words.find((word) => !word.startsWith('--')) ?? 'demo/snippets');
  const only = words.find((word) => word.startsWith('--only='))?.slice(7);
  const far = (asked: string) => {
    const path = join(folder, '.remote', asked);
    return existsSync(path) && statSync(path).isFile() ? readFileSync(path) : undefined;
  };
  const all = ['scoped', 'sealed', 'element', 'frame'] as const;
  const asked = all.filter((one) => words.includes(`--${one}`));
  const manners = asked.length > 0 ? asked : undefined;
  const pictures = words.find((word) => word.startsWith('--pictures='))?.slice(11);
  const keep = (name: string, png: Uint8Array) => {
    if (pictures) writeFileSync(join(pictures, `${name.replace(/\W+/g, '-')}.png`), png);
  };
  if (pictures) mkdirSync(pictures, { recursive: true });
  const author = words.includes('--bound')
    ? (mould: Mould) => bindSpots(mould, 'recommended').mould
    : undefined;
  const isQuick = words.includes('--quick');
  const pages = pagesIn(folder).filter((path) => !only || path.includes(only));
  const browser = await launchBrowser();
  const measured: Measured[] = [];
  const waiting = [...pages];
  const work = async () => {
    for (let path = waiting.shift(); path; path = waiting.shift()) {
      const name = relative(folder, path);
      const found = await measure(browser, path, name, {
        hosts: !isQuick,
        far,
        keep,
        ...(manners ? { manners } : {}),
        ...(author ? { author } : {}),
      }).catch((error: Error) => {
        console.error(`${name}: ${error.stack}`);
        return [];
      });
      measured.push(...found);
      for (const one of found) console.error(line(one));
    }
  };
  await Promise.all(Array.from({ length: atOnce }, work));
  await browser.close();
  console.log(table(measured));
  return measured.length === 0 ? 1 : 0;
}

function line({
  name,
  manner,
  look,
  behaviour,
  threefold,
  hosts,
  leaks,
  acts,
  notes,
}: Measured): string {
  const marks = [look, behaviour, threefold].map((one) => (one ? '+' : '-')).join('');
  return [
    `${marks} ${hosts.join('/')} ${leaks} ${acts ? '' : '(still) '}${manner} ${name}`,
    ...notes.map((note) => `      ${note}`),
  ].join('\n');
}

/** Pages of a folder: HTML files, and folders that are one snippet. */
function pagesIn(folder: string): string[] {
  const list = join(folder, 'pages.txt');
  if (existsSync(list)) {
    return readFileSync(list, 'utf8')
      .split('\n')
      .flatMap((name) => (name.trim() ? [join(folder, name.trim())] : []));
  }
  return readdirSync(folder)
    .sort()
    .flatMap((name) => {
      const path = join(folder, name);
      if (!statSync(path).isDirectory()) return /\.html?$/i.test(name) ? [path] : [];
      if (name === 'node_modules' || name.startsWith('.')) return [];
      const isSnippet =
        !existsSync(join(path, 'package.json')) &&
        readdirSync(path).some((one) => /\.(?:html|s?css|less|js)$/i.test(one));
      const isOne =
        isSnippet && readdirSync(path).filter((one) => /\.html?$/i.test(one)).length === 1;
      return isOne ? [path] : pagesIn(path);
    });
}
