import type { TreeElement } from '../tree.ts';

/** One row: as many sibling elements as make it up. */
export type Row = readonly TreeElement[];

/**
 * How alike two elements are as to what they are for: by name and classes. 0 for those that no
 * rule would treat alike.
 */
export function likeness(a: TreeElement, b: TreeElement): number {
  if (a.name !== b.name || a.isHtml !== b.isHtml) return 0;
  if (a.name === 'option' && isPrompt(a) !== isPrompt(b)) return 0;
  if (a.name === 'tr' && isHeadRow(a) !== isHeadRow(b)) return 0;
  if (a.attributes.get('role')?.text !== b.attributes.get('role')?.text) return 0;
  if (a.attributes.get('type')?.text !== b.attributes.get('type')?.text) return 0;
  if (a.classes.length === 0 && b.classes.length === 0) return 2;
  const shared = a.classes.filter((name) => b.classes.includes(name)).length;
  if (shared > 0) return 2 + shared / Math.max(a.classes.length, b.classes.length);
  // Icons differ by nothing but their classes.
  if (a.children.length === 0 && b.children.length === 0 && /^(?:i|span)$/.test(a.name)) return 1;
  // One may carry a class of its own beside others that carry none; rows may each carry another.
  const isRow = /^(?:tr|li|option)$/.test(a.name);
  return isRow || a.classes.length === 0 || b.classes.length === 0 ? 1 : 0;
}

/** True for an option that stands for no choice yet. */
function isPrompt({ attributes }: TreeElement): boolean {
  return attributes.get('value')?.text === '';
}

function isHeadRow({ children }: TreeElement): boolean {
  return (
    children.length > 0 && children.every((one) => one.node === 'element' && one.name === 'th')
  );
}

/** True where each element of one row is like the one in the same place of another. */
export function areAlike(a: Row, b: Row): boolean {
  return (
    a.length === b.length && a.every((one, index) => likeness(one, b[index] as TreeElement) > 0)
  );
}
