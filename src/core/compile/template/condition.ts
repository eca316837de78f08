import { readCondition } from '../../model/condition.ts';
import type { Json } from '../../model/json-source.ts';
import { kinds } from '../../model/kinds.ts';
import { finding } from '../../problem/finding.ts';
import { type Binder, kindNameRead, refer } from './binder.ts';
import { readerOf, type Scope } from './scope.ts';

/**
 * Compiles a condition. A value is compared by its characters, so that `level is 2` holds for the
 * number and for the text.
 */
export function compileCondition(
  binder: Binder,
  text: string,
  loops: readonly string[],
  offset: number,
): ((scope: Scope) => boolean) | undefined {
  const condition = readCondition(text);
  if (!condition) {
    const place = binder.lines.placeAt(offset);
    binder.report(finding('template/bad-condition', { condition: text }, place));
    return undefined;
  }
  const { path, wanted, isNegated } = condition;
  const reference = refer(binder, path, loops, offset);
  if (!reference) return undefined;
  const read = readerOf(reference);
  const { isEmpty } = kinds[kindNameRead(reference)];
  const holds =
    wanted === undefined
      ? (value: Json) => !isEmpty(value)
      : (value: Json) => String(value ?? '') === wanted;
  return (scope) => holds(read(scope)) !== isNegated;
}
