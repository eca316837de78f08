import { inject } from 'vitest';

declare module 'vitest' {
  interface ProvidedContext {
    /** True in a long run, `npm run test:long`. */
    readonly isLong: boolean;
  }
}

/** True in a long run, which tries many more seeds and every combination. */
export const isLong: boolean = inject('isLong');

/** How often a generator is tried: so often in each run, and so often in a long one. */
export function runs(always: number, inLongRun: number): number {
  return isLong ? inLongRun : always;
}
