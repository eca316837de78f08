// Takes thousands of damaged snippets the whole way in one process; see docs/safety.md.

import { setFlagsFromString } from 'node:v8';
import { isMainThread, Worker, workerData } from 'node:worker_threads';
import { bundled } from './bundled.mjs';

const { run, watch, outfile } = isMainThread
  ? await bundled('mutations')
  : await import(workerData.outfile);
// What is still held can only be told once the rest is collected.
setFlagsFromString('--expose-gc');
if (isMainThread) {
  const given = process.argv.slice(2);
  const beats = new SharedArrayBuffer(8);
  const worker = new Worker(new URL(import.meta.url), {
    workerData: { outfile, given, beats },
  });
  process.exitCode = await watch(worker, new Int32Array(beats));
} else {
  run(workerData.given, new Int32Array(workerData.beats));
}
