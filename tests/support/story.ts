import { spawn } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { folderWith } from './command.ts';
import type { Hands } from './hands.ts';

/** A job of a site builder, from a paste to copies on a page of a host. */
export interface Story {
  readonly title: string;
  /** The commands as they are typed in a shell; three at most, the last of which casts a copy. */
  readonly commands: readonly string[];
  /** The same last command for further copies, with other values. */
  readonly copies: readonly string[];
  /** What is done in the workbench after the paste, in twelve clicks at most: the code of a copy. */
  readonly clicks: (hands: Hands) => Promise<string>;
  /** What holds on the host's page with all copies on it. */
  readonly check: (page: Page) => Promise<void>;
}

const jobsHome = fileURLToPath(new URL('../jobs/', import.meta.url));
const program = fileURLToPath(new URL('../../dist/bin/keen-mould.js', import.meta.url));

/** The folders of all stories, in order. */
export function storyNames(): string[] {
  return readdirSync(jobsHome).filter((name) => /^\d\d-/.test(name));
}

/** A folder to work in, with the paste and the host, and what their files name. */
export function deskOf(name: string): string {
  const desk = folderWith();
  cpSync(join(jobsHome, name), desk, { recursive: true });
  mkdirSync(join(desk, '.bin'));
  const command = join(desk, '.bin', 'keen-mould');
  writeFileSync(command, `#!/bin/sh\nexec '${process.execPath}' '${program}' "$@"\n`);
  chmodSync(command, 0o755);
  return desk;
}

/** Types a command into a shell; what it said comes back where it failed. */
export function typed(desk: string, command: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const path = `${join(desk, '.bin')}:${process.env.PATH}`;
    const child = spawn('sh', ['-c', command], { cwd: desk, env: { ...process.env, PATH: path } });
    let said = '';
    const hear = (chunk: Buffer) => {
      said += chunk;
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('close', (status) =>
      status === 0 ? resolve(said) : reject(new Error(`${command}\n${said}`)),
    );
  });
}

/** The host's page with each copy in the next of its places. */
export function hostWith(desk: string, copies: readonly string[]): string {
  const all = [...copies];
  return readFileSync(join(desk, 'host.html'), 'utf8').replace(
    /<!-- here -->/g,
    () => all.shift() ?? '',
  );
}

/** What was delivered into a file or a folder, as somebody puts it into the page. */
export function delivered(desk: string, out: string): string {
  const path = join(desk, out);
  if (!existsSync(join(path, 'spot.html'))) return readFileSync(path, 'utf8');
  const part = (name: string) =>
    existsSync(join(path, name)) ? readFileSync(join(path, name), 'utf8') : '';
  const script = part('script.js');
  return `<style>${part('style.css')}</style>${part('spot.html')}${script && `<script>${script}</script>`}`;
}

const drawing =
  '<svg xmlns="http://www.w3.org/2000/svg" width="640" height="480"><rect width="640" height="480" fill="#8a9"/></svg>';
const frame = '<!doctype html><body style="margin:0;background:#cde">elsewhere</body>';

/** A page of the host's site, with all that it asks for from elsewhere. */
export async function hostPage(
  browser: Browser,
  desk: string,
  html: string,
): Promise<Page & { readonly complaints: string[] }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.route('**/*', (route) => answer(route, desk, html));
  const page = await context.newPage();
  const complaints: string[] = [];
  page.on('pageerror', ({ message }) => complaints.push(message));
  await page.goto('http://host.localhost/');
  return Object.assign(page, { complaints });
}

type Route = Parameters<Parameters<BrowserContext['route']>[1]>[0];

function answer(route: Route, desk: string, html: string): Promise<void> {
  const { hostname, pathname } = new URL(route.request().url());
  const name = pathname.split('/').at(-1) ?? '';
  if (hostname === 'host.localhost' && pathname === '/')
    return route.fulfill({ body: html, contentType: 'text/html; charset=utf-8' });
  if (/^jquery-[\d.]+(?:\.min)?\.js$/.test(name))
    return route.fulfill({ path: 'node_modules/jquery/dist/jquery.min.js' });
  if (existsSync(join(desk, name)) && name.endsWith('.js'))
    return route.fulfill({ path: join(desk, name) });
  if (/\.(?:jpe?g|png|svg|webp|gif)$/.test(name))
    return route.fulfill({ body: drawing, contentType: 'image/svg+xml' });
  if (route.request().resourceType() === 'document')
    return route.fulfill({ body: frame, contentType: 'text/html' });
  return route.abort();
}
