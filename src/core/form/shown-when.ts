import { readCondition } from '../model/condition.ts';
import type { Field } from '../model/field.ts';
import type { Json } from '../model/json-source.ts';
import { fieldAt, type Steps, valueAt } from './place.ts';

/**
 * True where a field is to be shown: it does not say otherwise, and has no condition, or one that
 * holds. A list in a condition means the row in which the field stands.
 *
 * @param complete all values, complete
 */
export function isShown(root: Field, complete: Json, field: Field, steps: Steps): boolean {
  const { when, shown } = field.declared;
  if (shown === false) return false;
  const condition = typeof when === 'string' ? readCondition(when) : undefined;
  if (!condition) return true;
  const { wanted, isNegated } = condition;
  const [path = '', fact] = condition.path.split('#');
  const found = inSameRow(root, path.split('.'), steps);
  if (!found) return true;
  const value = fact ? factOf(fact, complete, found) : (valueAt(complete, found) ?? null);
  const asked = fieldAt(root, found);
  const holds =
    wanted !== undefined
      ? String(value ?? '') === wanted
      : fact
        ? value !== false
        : asked?.kind.isEmpty(value) === false;
  return holds !== isNegated;
}

/** The path with the numbers of the rows that the steps stand in. */
function inSameRow(root: Field, names: readonly string[], steps: Steps): Steps | undefined {
  const out: string[] = [];
  let isSame = true;
  for (const name of names) {
    out.push(name);
    isSame &&= steps[out.length - 1] === name;
    const number = steps[out.length];
    if (isSame && fieldAt(root, out)?.row && number !== undefined) out.push(number);
  }
  return fieldAt(root, out) ? out : undefined;
}

function factOf(fact: string, complete: Json, row: Steps): Json {
  const rows = valueAt(complete, row.slice(0, -1));
  const count = Array.isArray(rows) ? rows.length : 0;
  const at = Number(row.at(-1));
  const facts: Readonly<Record<string, Json>> = {
    number: at + 1,
    index: at,
    first: at === 0,
    last: at === count - 1,
    count,
  };
  return facts[fact] ?? null;
}
