import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { defineConfig } from 'vitest/config';
import { SlowFirst } from './tests/run/slow-first.ts';
import { SlowestFiles } from './tests/run/slowest-files.ts';

const { imports } = JSON.parse(readFileSync('package.json', 'utf8'));
const sources = Object.entries<{ source: string }>(imports).map(([find, { source }]) => ({
  find,
  replacement: resolve(source),
}));

export default defineConfig(({ mode }) => ({
  // Not by the condition `source`: Vitest would hand that on to Node, which may load dist/ as well.
  resolve: { alias: sources },
  test: {
    include: ['tests/**/*.test.ts'],
    // Files share a worker and what it has loaded: no test changes anything that another sees.
    isolate: false,
    // Browsers and processes are what takes time, so each processor has a worker of its own.
    maxWorkers: '100%',
    globalSetup: 'tests/run/run-folder.ts',
    sequence: { sequencer: SlowFirst },
    reporters: ['default', new SlowestFiles()],
    provide: { isLong: mode === 'long' },
    // Browsers and processes take their time on a small machine.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    coverage: { include: ['src/core/**'], reporter: ['text-summary', 'json-summary'] },
    expect: { poll: { timeout: 15_000 } },
  },
}));
