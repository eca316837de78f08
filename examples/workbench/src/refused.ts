import { Refusal } from 'keen-mould';

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
