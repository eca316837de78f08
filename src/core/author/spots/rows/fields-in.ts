import type { Proposal } from '../atom.ts';
import type { TreeElement } from '../tree.ts';
import { type ElementColumn, partsOf, type RunColumn } from './columns.ts';
import { withCondition } from './conditions.ts';
import { differences } from './differences.ts';
import { type Fields, type FieldsIn, type FieldsLook, NoList } from './fields.ts';
import { listOf } from './list-of.ts';
import type { SplitBy } from './row-attributes.ts';
import {
  fieldOf,
  isSame,
  proseField,
  rowNumber,
  sharedOf,
  slotsAt,
  withoutSame,
} from './row-fields.ts';

/**
 * The fields of one place in several rows.
 *
 * @param key names the place, unique in the list
 * @param parent for each row, true where it has what the place is in
 * @throws NoList where rows differ in what cannot be bound
 */
export const fieldsIn: FieldsIn = (column, key, parent, facts, look) => {
  if (column.type === 'prose') {
    return { own: [proseField(column, key, look)], shared: [], split: [] };
  }
  if (column.type === 'run')
    return facts ? listOf(column, key, look, fieldsIn) : listOrParts(column, key, look);
  // Its words are fields of the element that they stand in.
  if (column.type === 'text') return { own: [], shared: [], split: [] };
  const { at, columns } = column;
  const isThere = at.map((one) => one !== undefined);
  const isOptional = isThere.some((one, row) => !one && parent[row]);
  const atoms = slotsAt(column, look, facts !== undefined);
  const own: Proposal[] = [];
  const shared: Proposal[] = [];
  const split: (readonly [ElementColumn, SplitBy])[] = [];
  for (const [slot, found] of atoms) {
    const field = fieldOf(found, at, `${key}/${slot}`, look.source);
    const isEverywhere = !isOptional || /^class:/.test(slot);
    const isShared = facts && isEverywhere && isSame(field, at);
    const number = facts && !isOptional ? rowNumber(field, facts) : undefined;
    if (number) own.push(number);
    else if (isShared) shared.push(sharedOf(field, found));
    else own.push(facts ? withoutSame(field) : field);
  }
  const content: Proposal[] = [];
  for (const [index, child] of columns.entries()) {
    const around = column.isShell ? parent : isThere;
    const inside = fieldsIn(child, `${key}.${index}`, around, facts, look);
    content.push(...inside.own);
    shared.push(...inside.shared);
    split.push(...inside.split);
  }
  if (!column.isShell) own.push(...content.splice(0));
  if (facts) {
    const found = differences(column, key, facts, look);
    own.push(...found.fields);
    if (found.split) split.push([column, found.split]);
  }
  if (!isOptional || !facts) return { own, shared, split };
  const binding = column.isShell ? 'km-shell' : 'km-when';
  return { own: [...withCondition(own, at, key, isThere, binding), ...content], shared, split };
};

/** Names of the elements that something stands in, outermost first. */
function namesAround(element: TreeElement | undefined): string[] {
  const names: string[] = [];
  for (let one = element?.parent; one && one.name !== ''; one = one.parent) names.unshift(one.name);
  return names;
}

/** The list that rows make; where they cannot be one, what is in each of them. */
function listOrParts(column: RunColumn, key: string, look: FieldsLook): Fields {
  try {
    const list = listOf(column, key, look, fieldsIn);
    const around = namesAround(column.rows[0]?.[0]);
    if (list.own.every((one) => look.isFaithful(one, around))) return list;
    look.nearly(column.rows, 'as a list, the page would not stay the same');
  } catch (error) {
    if (!(error instanceof NoList)) throw error;
    look.nearly(column.rows, error.message);
  }
  const parts = column.rows.flat().map((element, index) => {
    const columns = partsOf([element], look, []);
    const single: ElementColumn = { type: 'element', at: [element], columns };
    return fieldsIn(single, `${key}/${index}`, [true], undefined, look);
  });
  return {
    own: parts.flatMap(({ own }) => own),
    shared: parts.flatMap(({ shared }) => shared),
    split: [],
  };
}
