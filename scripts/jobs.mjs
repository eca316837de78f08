// Does every job of tests/jobs from end to end, and writes what came of it into docs/jobs.md.
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const cwd = fileURLToPath(new URL('..', import.meta.url));
const env = { ...process.env, KEEN_MOULD_JOBS: 'write' };
const words = ['node_modules/vitest/vitest.mjs', 'run', 'tests/jobs'];
process.exitCode = spawnSync(process.execPath, words, { cwd, env, stdio: 'inherit' }).status ?? 1;
