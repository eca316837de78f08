import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';

/** A folder that all workers of one run share, for what is built once. */
export function setup({ provide }: TestProject): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'keen-mould-run-'));
  provide('runFolder', folder);
  return () => rmSync(folder, { recursive: true, force: true });
}

declare module 'vitest' {
  interface ProvidedContext {
    readonly runFolder: string;
  }
}
