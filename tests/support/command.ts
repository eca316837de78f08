import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { onTestFinished } from 'vitest';

const program = fileURLToPath(new URL('../../dist/bin/keen-mould.js', import.meta.url));

/** The demo data of the project. */
export const demo = fileURLToPath(new URL('../../demo/', import.meta.url));

/** What a command left behind. */
export interface Ran {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

/** Runs the command line as a process, in a folder, with standard input. */
export function keenMould(folder: string, words: readonly string[], input = ''): Promise<Ran> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [program, ...words], { cwd: folder });
    let stdout = '';
    let stderr = '';
    child.stdout.on('data', (chunk) => {
      stdout += chunk;
    });
    child.stderr.on('data', (chunk) => {
      stderr += chunk;
    });
    child.on('close', (status) => resolve({ status, stdout, stderr }));
    child.stdin.end(input);
  });
}

/** A new folder with some files and folders, gone when the test is over. */
export function folderWith(
  files: Readonly<Record<string, string>> = {},
  folders: readonly string[] = [],
): string {
  const folder = mkdtempSync(join(tmpdir(), 'keen-mould-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  for (const name of folders) mkdirSync(join(folder, name), { recursive: true });
  for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text);
  return folder;
}

/** A new folder with a copy of the demo's notice rail in it. */
export function folderWithRail(): string {
  const folder = folderWith();
  cpSync(join(demo, 'moulds', 'notice-rail'), join(folder, 'notice-rail'), { recursive: true });
  return folder;
}
