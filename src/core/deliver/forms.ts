import type { Cast } from '../compile/cast.ts';
import type { Parts, Runtime } from './delivery.ts';
import { toBlock } from './forms/block.ts';

/** Every form of delivery by its name: adding one is adding a file and a row. */
export const forms = {
  block: toBlock,
} satisfies Record<string, (cast: Cast, runtime: Runtime, before?: readonly Cast[]) => Parts>;

export type FormName = keyof typeof forms;

export const formNames = Object.keys(forms) as FormName[];
