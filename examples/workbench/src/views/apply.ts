import type { Bench } from '../bench.ts';
import type { Bound } from '../fields.ts';

/** Takes what binding made, or says what kept it. */
export function apply(bench: Bench, bound: Bound, became: string): void {
  if ('why' in bound) bench.show({ said: bound.why });
  else {
    const count = bound.count === 1 ? '1 field' : `${bound.count} fields`;
    bench.change({ mould: bound.mould }, '', `${count} ${became}.`);
  }
}
