import { readFile } from 'node:fs/promises';
import { codeFrame } from '../core/problem/code-frame.ts';
import type { Finding, Level } from '../core/problem/finding.ts';
import { type Terminal, wrapWords } from './terminal.ts';

const order: readonly Level[] = ['error', 'warning', 'note'];
const indent = ' '.repeat(8);

/** Prints findings for a person: what, where with the lines around it, and how to fix it. */
export async function printFindings(
  terminal: Terminal,
  findings: readonly (Finding & { readonly cast?: string })[],
): Promise<void> {
  const inPlace = [...findings].sort(
    (a, b) =>
      (a.file ?? '').localeCompare(b.file ?? '') ||
      (a.line ?? 0) - (b.line ?? 0) ||
      (a.column ?? 0) - (b.column ?? 0),
  );
  const sorted = order.flatMap((level) => inPlace.filter((one) => one.level === level));
  for (const one of sorted) {
    const lines = wrapWords(one.message, terminal.columns - indent.length);
    terminal.say(`${terminal.level(one.level)} ${lines.join(`\n${indent}`)}`);
    for (const line of await placeLines(one)) terminal.say(indent + terminal.soft(line));
    for (const line of one.hint ? wrapWords(one.hint, terminal.columns - indent.length) : []) {
      terminal.say(indent + line);
    }
    const cast = one.cast === undefined ? '' : `, cast ${one.cast}`;
    terminal.say(indent + terminal.soft(one.code + cast));
    terminal.say();
  }
}

async function placeLines({ file, line, column }: Finding): Promise<string[]> {
  if (file === undefined) return [];
  if (line === undefined || column === undefined) return [file];
  const text = await readFile(file, 'utf8').catch(() => undefined);
  const frame = text === undefined ? [] : codeFrame(text, line, column, 64).split('\n');
  return [`${file}:${line}:${column}`, ...frame];
}
