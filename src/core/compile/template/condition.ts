import type { Json } from '../../model/json-source.ts';
import { kinds } from '../../model/kinds.ts';
import { finding } from '../../problem/finding.ts';
import { type Binder, kindNameRead, refer } from './binder.ts';
import { readerOf, type Scope } from './scope.ts';

const pattern = /^(not\s+)?([\w.#-]+)(?:\s+is\s+(not\s+)?(\S(?:.*\S)?))?$/s;

/**
 * Compiles `PATH`, `not PATH`, `PATH is VALUE` and `PATH is not VALUE`. A value is compared by
 * its characters, so that `level is 2` holds for the number and for the text.
 */
export function compileCondition(
  binder: Binder,
  condition: string,
  loops: readonly string[],
  offset: number,
): ((scope: Scope) => boolean) | undefined {
  const match = pattern.exec(condition.trim());
  const [, not, path, isNot, wanted] = match ?? [];
  if (path === undefined || (not && wanted !== undefined)) {
    const place = binder.lines.placeAt(offset);
    binder.report(finding('template/bad-condition', { condition }, place));
    return undefined;
  }
  const reference = refer(binder, path, loops, offset);
  if (!reference) return undefined;
  const read = readerOf(reference);
  const { isEmpty } = kinds[kindNameRead(reference)];
  const holds =
    wanted === undefined
      ? (value: Json) => !isEmpty(value)
      : (value: Json) => String(value ?? '') === wanted;
  const negated = Boolean(not ?? isNot);
  return (scope) => holds(read(scope)) !== negated;
}
