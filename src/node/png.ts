import { createRequire } from 'node:module';
import type { PNG } from 'pngjs';
import { memoize } from '../core/text/memoize.ts';

/**
 * Reads and writes PNG. Loaded when it is first needed, since the package is no module and whoever
 * bundles a server for something else should not have to know.
 */
export const png: () => typeof PNG = memoize(
  () => createRequire(import.meta.url)('pngjs').PNG as typeof PNG,
);
