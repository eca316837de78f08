import type { Finding } from '../core/problem/finding.ts';
import type { Terminal } from './terminal.ts';

/**
 * Prints what was mended, each with the place where it stood.
 *
 * @param most how many are shown
 */
export function printFixed(terminal: Terminal, fixed: readonly Finding[], most: number): void {
  for (const { file = '', line, column, message } of fixed.slice(0, most)) {
    terminal.say(`  ${terminal.soft(`${file}:${line}:${column}`)} ${message}`);
  }
  if (fixed.length > most) terminal.say(`  and ${fixed.length - most} more`);
}
