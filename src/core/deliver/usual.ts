import { runtime } from '../../generated/runtime.ts';
import type { Runtime } from './delivery.ts';
import type { Kit } from './form.ts';

/** The code that ships to pages, where no other is given. */
export const usualRuntime: Runtime = runtime;

let kit: Kit | undefined;

/** The code that casts elsewhere, where no other is given: it is large, so an entry point brings it. */
export function usualKit(): Kit | undefined {
  return kit;
}

/** Makes a kit the usual one. */
export function useKit(given: Kit): void {
  kit = given;
}
