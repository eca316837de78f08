import { Refusal } from 'keen-mould';
import type { Bench } from './bench.ts';
import { Stopped } from './beside.ts';

/** What some work gives, or the sentence that says why it was refused and what to do. */
export function orReason<T>(work: () => T): T | string {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const [first] = error.findings;
    return `${first?.message ?? ''} ${first?.hint ?? ''}`.trim();
  }
}

/** Says why something that was asked for came to nothing. */
export function heldUp(bench: Bench): (error: Error) => undefined {
  return (error) => {
    const said = error instanceof Stopped ? 'Stopped. Nothing was changed.' : error.message;
    bench.show({ said });
    return undefined;
  };
}
