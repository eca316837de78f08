import type { Finding } from '../core/problem/finding.ts';
import type { Terminal } from './terminal.ts';
import type { World } from './world.ts';

/** A command's work; the findings it returns decide the exit status. */
type Work = (terminal: Terminal, world: World) => Promise<readonly Finding[]>;

/**
 * Runs a command's work with a terminal of its own.
 *
 * @param keepsStdoutClear true where stdout takes the result itself and so no prose
 */
export type Running = (work: Work, keepsStdoutClear?: boolean) => Promise<void>;

/** Collects the values of an option that may be given many times. */
export function collected(value: string, before: readonly string[] = []): string[] {
  return [...before, value];
}
