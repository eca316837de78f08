// Keeps what a bench has measured: as JSON, with the machine it was measured on.
import { mkdirSync, writeFileSync } from 'node:fs';
import { availableParallelism, cpus, totalmem } from 'node:os';

const home = new URL('results/', import.meta.url);

/** Writes `results/NAME.json`, and prints it. */
export function keep(name, results) {
  const machine = {
    processor: cpus()[0]?.model.trim() ?? 'unknown',
    cores: availableParallelism(),
    memoryGB: Math.round(totalmem() / 2 ** 30),
    node: process.version,
  };
  const text = `${JSON.stringify({ machine, results }, null, 2)}\n`;
  mkdirSync(home, { recursive: true });
  writeFileSync(new URL(`${name}.json`, home), text);
  process.stdout.write(text);
}

/** Three digits are more than a machine that does other things as well can tell. */
export function short(value, digits = 3) {
  return Number(value.toPrecision(digits));
}
