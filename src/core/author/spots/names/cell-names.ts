import { onlyText } from '../markup/only-text.ts';
import { childrenOf, type TreeElement, within } from '../tree.ts';

const ordinals = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

/** Words for a cell of a table: what its column is headed with; for a heading, which it is. */
export function cellNames(cell: TreeElement): string[] {
  const row = cell.parent;
  const index = row ? childrenOf(row).indexOf(cell) : -1;
  if (!row || index < 0) return [];
  if (cell.attributes.has('colspan') || row.parent?.name === 'tfoot') return ['note'];
  const table = tableOf(cell);
  const isHeaded = table && [...within(table)].some(({ name }) => name === 'th');
  // A table that only sets things side by side has no columns to speak of.
  if (!isHeaded || /^(?:presentation|none)$/.test(table.attributes.get('role')?.text ?? '')) {
    return ['text'];
  }
  const counted = `${ordinals[index] ?? `${index + 1}th`} column`;
  const heads = [...within(table)].filter(
    (one) => one.name === 'tr' && childrenOf(one).length === childrenOf(row).length,
  );
  const head = heads.find((one) => childrenOf(one).some(({ name }) => name === 'th'));
  if (!head || head === row) return [counted];
  const heading = childrenOf(head)[index];
  const text = heading && onlyText(heading)?.text;
  return text && text.length <= 24 ? [text, counted] : [counted];
}

function tableOf(cell: TreeElement): TreeElement | undefined {
  let one: TreeElement | undefined = cell;
  while (one && one.name !== 'table') one = one.parent;
  return one;
}
