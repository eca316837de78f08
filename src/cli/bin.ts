#!/usr/bin/env node
import { readFileSync } from 'node:fs';
import { run } from './main.ts';
import type { Sink } from './world.ts';

const manifest = new URL('../../package.json', import.meta.url);
const { version } = JSON.parse(readFileSync(manifest, 'utf8')) as { version: string };

process.exitCode = await run(
  process.argv.slice(2),
  {
    stdout: sink(process.stdout),
    stderr: sink(process.stderr),
    env: process.env,
    readStdin: async () => {
      const chunks: Buffer[] = [];
      for await (const chunk of process.stdin) chunks.push(chunk as Buffer);
      return Buffer.concat(chunks);
    },
    untilStopped: () =>
      new Promise((resolve) => {
        process.once('SIGINT', resolve);
        process.once('SIGTERM', resolve);
      }),
  },
  version,
);

function sink(stream: NodeJS.WriteStream): Sink {
  // A reader such as head that has seen enough closes the pipe; that is no error of ours.
  stream.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error;
  });
  return {
    isTTY: stream.isTTY === true,
    columns: stream.columns || 80,
    write: (text) => void stream.write(text),
  };
}
