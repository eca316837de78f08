import { compileMould } from '../../compile/compile-mould.ts';
import { type Field, fieldsBelow } from '../../model/field.ts';
import { type Mould, namePattern } from '../../model/mould.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { keysOf, manifestAt } from '../bind/manifest-edit.ts';
import type { TreeElement } from '../spots/tree.ts';
import type { Stand } from './stand.ts';

/** A title of one's own name for it, where the words of the place say something else. */
export function titleOf(name: string, title: string): string {
  const words = (name.split('.').at(-1) ?? name)
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .replace(/[-_]+/g, ' ')
    .toLowerCase();
  return title.toLowerCase().includes(words)
    ? title
    : words.charAt(0).toUpperCase() + words.slice(1);
}

/**
 * The rows that a place stands in, by the path of their list; '' outside of rows.
 *
 * @param isInside true for what is made of the content of an element, which may be the row itself
 */
export function withinRows(mould: Mould, stand: Stand, isInside = false): string {
  if (!('element' in stand) || !stand.element) return '';
  const { root } = compileMould(mould);
  const lists = new Map(
    fieldsBelow(root).flatMap((one) => (one.kind.isList ? [[one.path, one]] : [])) as (readonly [
      string,
      Field,
    ])[],
  );
  const start = stand.as === 'element' && !isInside ? stand.element.parent : stand.element;
  for (let one: TreeElement | undefined = start; one; one = one.parent) {
    const path = one.attributes.get('km-each')?.text.trim() ?? '';
    if (lists.has(path)) return path;
  }
  return '';
}

export function asked(mould: Mould, rows: string, name: string | undefined): string | undefined {
  if (name === undefined) return undefined;
  const last = name.startsWith(`${rows}.`) ? name.slice(rows.length + 1) : name;
  if (!namePattern.test(last)) throw new Refusal(finding('bind/bad-name', { name }));
  const path = rows === '' ? last : `${rows}.${last}`;
  if (!keysOf(mould, path)) throw new Refusal(finding('hand/plain-rows', { list: rows }));
  return path;
}

export function freeName(mould: Mould, rows: string, words: string): string {
  const path = (name: string) => (rows === '' ? name : `${rows}.${name}`);
  const isTaken = (name: string) => {
    const keys = keysOf(mould, path(name));
    return keys !== undefined && manifestAt(mould, keys) !== undefined;
  };
  let name = words;
  for (let at = 2; isTaken(name); at += 1) name = `${words}${at}`;
  return path(name);
}
