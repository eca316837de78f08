import { readCondition } from '../../model/condition.ts';
import { finding } from '../../problem/finding.ts';
import type { Condition } from '../write/plan.ts';
import { type Binder, refer, valueRead } from './binder.ts';

/** Reads a condition and follows its path, or reports why there is none. */
export function planCondition(
  binder: Binder,
  text: string,
  loops: readonly string[],
  offset: number,
): Condition | undefined {
  const condition = readCondition(text);
  if (!condition) {
    const place = binder.lines.placeAt(offset);
    binder.report(finding('template/bad-condition', { condition: text }, place));
    return undefined;
  }
  const { path, wanted, isNegated } = condition;
  const reference = refer(binder, path, loops, offset);
  if (!reference) return undefined;
  return { of: valueRead(reference), ...(wanted === undefined ? {} : { wanted }), isNegated };
}
