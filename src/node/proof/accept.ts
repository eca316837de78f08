import type { Accepted } from '../../core/model/accepted.ts';
import { type AcceptedFault, type FactName, type Facts, factNames, faultsIn } from './shot.ts';

/** Facts without what a mould accepts, and the accepted ones separately. */
export interface Sorted {
  readonly facts: Facts;
  readonly accepted: readonly AcceptedFault[];
}

/**
 * Sets aside the faults that a mould accepts.
 *
 * @param named for each selector it gives, those of the elements that match it
 */
export function withoutAccepted(
  facts: Facts,
  accepted: readonly Accepted[],
  named: Readonly<Record<string, readonly string[]>>,
): Sorted {
  const aside: AcceptedFault[] = [];
  const keep = <Name extends FactName>(fact: Name): Facts[Name] => {
    const own = accepted.filter((one) => one.fact === fact);
    const all = faultsIn(fact, facts[fact]);
    return (facts[fact] as readonly unknown[]).filter((_, at) => {
      const { text, code } = all[at] as (typeof all)[number];
      const reason = own.find(
        ({ what }) =>
          code === what ||
          named[what]?.includes(code) ||
          text.includes(what) ||
          code.includes(what),
      );
      if (reason) aside.push({ fact, text, code, why: reason.why });
      return !reason;
    }) as unknown as Facts[Name];
  };
  const left = Object.fromEntries(factNames.map((fact) => [fact, keep(fact)]));
  return { facts: left as unknown as Facts, accepted: aside };
}
