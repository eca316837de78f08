import type { Mould } from '../../core/model/mould.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { type CallName, calls } from './calls.ts';
import { countFields } from './count-fields.ts';

export { buildSome } from '../pages/build-some.ts';

/** What a worker is asked to do. */
export interface Task {
  readonly name: CallName;
  readonly given: readonly unknown[];
  readonly maxFields: number;
}

/** What comes back from a worker: errors of ours are no class any more on the way. */
export type Answer =
  | { readonly value: unknown }
  | { readonly refused: readonly [Finding, ...Finding[]] };

/** Carries out one call. Runs in a worker. */
export function carryOut({ name, given, maxFields }: Task): Answer {
  try {
    const call = calls[name] as (...given: readonly unknown[]) => unknown;
    const value = call(...given);
    const count = countFields(mouldIn(value));
    if (count <= maxFields) return { value };
    const what = `The mould has ${count} fields, and ${maxFields} are allowed`;
    return { refused: [finding('call/too-large', { what })] };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.findings as [Finding, ...Finding[]] };
    throw error;
  }
}

/** The mould that a call gives, by itself or with findings. */
function mouldIn(value: unknown): Mould | undefined {
  const { mould, manifest } = value as { readonly mould?: Mould; readonly manifest?: unknown };
  return manifest === undefined ? mould : (value as Mould);
}
