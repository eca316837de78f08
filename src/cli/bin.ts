#!/usr/bin/env node
import { readFileSync } from 'node:fs';
import module from 'node:module';
import { join } from 'node:path';
import { ownPackage } from '../node/files/own-package.ts';
import { run } from './main.ts';
import type { Sink } from './world.ts';

// Where Node.js can keep what it has compiled, from 22 on, the next start is quicker.
(module as { enableCompileCache?: () => void }).enableCompileCache?.();

const manifest = readFileSync(join(ownPackage(), 'package.json'), 'utf8');
const { version } = JSON.parse(manifest) as { version: string };

/** Leaves at once; what is half written goes with it. Twice is meant, also where work is wound up. */
const leave = (status: number) => {
  process.stderr.write('\nStopped. Every file is either unchanged or complete.\n');
  process.exit(status);
};
let stop: (status: number) => void = leave;
// A shell tells by the number which signal it was.
process.on('SIGINT', () => stop(130));
process.on('SIGTERM', () => stop(143));

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
        stop = () => {
          stop = leave;
          resolve(undefined);
        };
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
