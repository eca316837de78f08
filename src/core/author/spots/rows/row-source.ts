import { blankBefore } from '../../../text/blanks.ts';
import type { Range } from '../../../text/edits.ts';
import type { PathOf } from '../atom.ts';
import type { TreeElement, TreeNode } from '../tree.ts';
import type { Column, ElementColumn, RunColumn } from './columns.ts';
import type { SplitBy } from './row-attributes.ts';

/** The source of one row, to stand for all of them. */
export interface RowSource {
  readonly text: string;
  readonly column: RunColumn;
  /** The row that has most. */
  readonly base: number;
  /** Elements that are written twice, for some rows one way and for the others another. */
  readonly split: ReadonlyMap<ElementColumn, SplitBy>;
}

/** A stretch that gives way to others, within one row. */
interface Cut extends Range {
  readonly parts: readonly (string | Range)[];
}

/** The row in which most was found. */
export function baseRow(
  { rows, parts }: RunColumn,
  countIn: (element: TreeElement) => number,
): number {
  // What is around the others can only be written from a row that has it.
  const isWhole = (row: number) => parts.every((part) => hasShells(part, row));
  const counts = rows.map((row, index) =>
    isWhole(index) ? row.reduce((sum, one) => sum + countIn(one), 0) : -1,
  );
  return counts.indexOf(counts.reduce((most, count) => Math.max(most, count), -1));
}

function hasShells(column: Column, row: number): boolean {
  if (column.type !== 'element') return true;
  if (column.isShell && !column.at[row]) return false;
  return column.columns.every((one) => hasShells(one, row));
}

/** True where a row is more than one element, or one that is written in several ways. */
export function isWrapped({ column: { parts }, split }: RowSource): boolean {
  return parts.length > 1 || parts.some((part) => split.has(part));
}

/** The parts that one row is written from, with what only other rows have put in its place. */
export function rowParts(source: RowSource, path: string, of: PathOf): (string | Range)[] {
  const { column, base } = source;
  const row = column.rows[base] ?? [];
  const written = column.parts.flatMap((part, index): (string | Range)[] => {
    const [element, before] = [row[index], row[index - 1]];
    if (!element) return [];
    const between = before ? [{ start: before.end, end: element.start }] : [];
    return [...between, ...elementParts(source, part, base, path, of)];
  });
  if (!isWrapped(source)) return written;
  return [`<template km-each="${path}">`, ...written, '</template>'];
}

function elementParts(
  source: RowSource,
  column: ElementColumn,
  row: number,
  path: string,
  of: PathOf,
): (string | Range)[] {
  const element = column.at[row];
  if (!element) return [];
  const { start, end, inner } = element;
  const cuts = cutsIn(source, column, row, path, of);
  const by = source.split.get(column);
  if (!by) return split({ start, end }, cuts);
  // One that only some rows have says so itself; its ways stand inside.
  const isOptional = column.at.some((one) => one === undefined);
  return by.variants.flatMap(({ rows, asked }, number): (string | Range)[] => {
    const { startTag, name, start: from } = column.at.find((one, at) => one && rows[at]) ?? element;
    const blank = number > 0 ? blankBefore(source.text, from) : '';
    const content = [...split(inner, cuts), { start: inner.end, end }];
    const condition = `km-when="${asked(of)}"`;
    if (isOptional) return [blank, `<template ${condition}>`, startTag, ...content, '</template>'];
    const at = startTag.start + 1 + name.length;
    const tag = [{ start: from, end: at }, ` ${condition}`, { start: at, end: startTag.end }];
    return [blank, ...tag, ...content];
  });
}

/** What has to be put in, or written twice, inside what a row has. */
function cutsIn(
  source: RowSource,
  column: ElementColumn,
  row: number,
  path: string,
  of: PathOf,
): Cut[] {
  let end = column.at[row]?.inner.start ?? 0;
  return column.columns.flatMap((child): Cut[] => {
    const here = extentOf(child, row);
    if (!here) {
      const other = child.at.findIndex((one) => one !== undefined);
      const there = extentOf(child, other);
      if (!there) return [];
      const parts =
        child.type === 'element' ? elementParts(source, child, other, path, of) : [there];
      const blank = child.type === 'text' ? '' : blankBefore(source.text, there.start);
      return [{ start: end, end, parts: [blank, ...parts] }];
    }
    end = here.end;
    if (child.type !== 'element') return [];
    if (!source.split.has(child)) return cutsIn(source, child, row, path, of);
    return [{ ...here, parts: elementParts(source, child, row, path, of) }];
  });
}

function extentOf(column: Column, row: number): Range | undefined {
  const found = column.at[row];
  if (found === undefined) return undefined;
  const elements =
    'length' in found ? (found.flat() as readonly TreeElement[]) : [found as TreeNode];
  const [first] = elements;
  const last = elements.at(-1);
  return first && last ? { start: first.start, end: last.end } : undefined;
}

function split({ start, end }: Range, cuts: readonly Cut[]): (string | Range)[] {
  const parts: (string | Range)[] = [];
  let from = start;
  for (const cut of cuts) {
    parts.push({ start: from, end: cut.start }, ...cut.parts);
    from = cut.end;
  }
  return [...parts, { start: from, end }];
}
