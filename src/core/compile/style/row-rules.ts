import type { CssNode } from 'css-tree';
import type { Field } from '../../model/field.ts';
import type { Json, JsonObject } from '../../model/json-source.ts';
import { isReference, resolvePath } from '../../model/path.ts';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import { findHoles } from '../template/hole.ts';
import { joined, readerOf, type Write } from '../template/scope.ts';
import { rootMark, type Scoping } from './root-selector.ts';
import { rowsAt } from './rows-at.ts';

/** Rules that a sheet holds for each row of a list: `@km-each tabs { … }`. */
export interface RowRules extends Range {
  /** The path of the list. */
  readonly list: string;
  readonly listAt: Range;
  /** What stands between the braces. */
  readonly block: Range;
  readonly holes: readonly RowHole[];
}

/** A place that a value of the row fills. */
interface RowHole extends Range {
  readonly path: string;
  /** True inside quotes, where any text may stand; elsewhere only a number or a CSS value may. */
  readonly isQuoted: boolean;
}

/** Rules of rows with stand-ins in the places of values, so that they can be read as CSS. */
export interface RowSheet {
  readonly list: string;
  readonly css: string;
  /** By the stand-in: the path of the value. */
  readonly values: readonly (readonly [standIn: string, path: string])[];
}

/** Finds the rules of rows in a style sheet; those inside other at-rules are not for rows. */
export function rowRulesIn(style: string, tree: CssNode): RowRules[] {
  if (!/@km-each\b/i.test(style) || tree.type !== 'StyleSheet') return [];
  return tree.children.toArray().flatMap((node): RowRules[] => {
    if (node.type !== 'Atrule' || node.name.toLowerCase() !== 'km-each') return [];
    const { loc, block } = node;
    if (!loc || !block?.loc) return [];
    const [start, end] = [loc.start.offset, loc.end.offset];
    const from = start + '@km-each'.length;
    const prelude = style.slice(from, block.loc.start.offset);
    const list = prelude.trim();
    const listStart = from + prelude.indexOf(list);
    const isClosed = style[block.loc.end.offset - 1] === '}';
    const inside = {
      start: block.loc.start.offset + 1,
      end: block.loc.end.offset - (isClosed ? 1 : 0),
    };
    const listAt = { start: listStart, end: listStart + list.length };
    return [{ start, end, list, listAt, block: inside, holes: holesIn(style, inside) }];
  });
}

function holesIn(style: string, { start, end }: Range): RowHole[] {
  const text = style.slice(start, end);
  return findHoles(text).flatMap((hole): RowHole[] => {
    if (hole.is !== 'binding') return [];
    const isQuoted = isInQuotes(text, hole.start);
    return [{ start: start + hole.start, end: start + hole.end, path: hole.path, isQuoted }];
  });
}

function isInQuotes(text: string, at: number): boolean {
  let quote = '';
  for (let index = 0; index < at; index += 1) {
    const char = text[index] ?? '';
    if (char === '\\') index += 1;
    else if (quote === '' && (char === '"' || char === "'")) quote = char;
    else if (char === quote) quote = '';
  }
  return quote !== '';
}

/** The sheet with blanks in the place of all rules of rows; lines and offsets stay. */
export function withoutRowRules(style: string, rules: readonly RowRules[]): string {
  let out = style;
  for (const { start, end } of rules) {
    out = out.slice(0, start) + out.slice(start, end).replace(/[^\r\n]/g, ' ') + out.slice(end);
  }
  return out;
}

/** What is wrong with rules of rows. */
export function rowRuleFaults(
  rules: readonly RowRules[],
  root: Field,
  placeAt: (offset: number) => Place,
): Finding[] {
  return rules.flatMap(({ list, listAt, holes }) => {
    const fault = (what: string, offset: number) =>
      finding('style/row-rules', { list, what }, placeAt(offset));
    const found = resolvePath(root, list, []);
    if (!isReference(found) || !found.field.row) {
      return [fault(`${list || 'it'} is not a list field`, listAt.start)];
    }
    return holes.flatMap(({ path, isQuoted, start }) => {
      const value = resolvePath(root, path, [list]);
      if (!isReference(value)) return [fault(`{~${path}~} is no value of its rows`, start)];
      const { field, fact } = value;
      const isNumber = fact !== undefined || field.kindName === 'number';
      if (isQuoted) {
        const isText = isNumber || field.kind.isTextual || field.kindName === 'choice';
        return isText ? [] : [fault(`{~${path}~} is no text for a name`, start)];
      }
      const isWritten = isNumber || (field.kind.css && !field.kind.isTextual);
      return isWritten ? [] : [fault(`{~${path}~} is text, which only stands in quotes`, start)];
    });
  });
}

/**
 * Rules of rows as CSS that can be read. An id is written as an attribute, since a value may stand
 * in its quotes, and has the weight of an id all the same.
 */
export function rowSheets(style: string, rules: readonly RowRules[]): RowSheet[] {
  return rules.map(({ list, block, holes }) => {
    let css = '';
    let from = block.start;
    const values: [string, string][] = [];
    for (const [index, { start, end, path, isQuoted }] of holes.entries()) {
      const standIn = isQuoted ? `km-row-${index}-` : String(firstNumber + index);
      values.push([standIn, path]);
      css += style.slice(from, start) + standIn;
      from = end;
    }
    css += style.slice(from, block.end);
    const ids = /\[id=(["'])([\w-]*km-row-\d+-[\w-]*)\1\]/g;
    return { list, css: css.replace(ids, '#$2').trim(), values };
  });
}

/** True for a name with a stand-in for a row's value in it. */
export function isRowName(name: string): boolean {
  return /km-row-\d+-/.test(name);
}

/** Numbers that stand for others; nobody's style has them. */
const firstNumber = 704_511_000;

/** Writes the rules of all rows for one cast; they mean that cast alone. */
export function linkRowSheets(
  sheets: readonly RowSheet[],
  root: Field,
  scoping: Scoping,
): (values: JsonObject, id: string) => string[] {
  const mark = rootMark(scoping);
  const linked = sheets.map(({ list, css, values }) => {
    const texts: string[] = [];
    const writers: Write[] = [];
    const standIns = new RegExp(values.map(([standIn]) => standIn).join('|') || '$^', 'g');
    let from = 0;
    for (const { index, 0: standIn } of css.matchAll(standIns)) {
      const [, path = ''] = values.find(([one]) => one === standIn) ?? [];
      const found = resolvePath(root, path, [list]);
      const read = isReference(found) ? readerOf(found) : () => '';
      texts.push(css.slice(from, index));
      const isName = !/^\d/.test(standIn);
      const field = isReference(found) && found.fact === undefined ? found.field : undefined;
      writers.push((scope) => (isName ? nameText(read(scope)) : valueText(read(scope), field)));
      from = index + standIn.length;
    }
    texts.push(css.slice(from));
    return { list, writers, write: joined(texts, writers) };
  });
  // In a shadow tree no other cast is in reach.
  const ofCast = (css: string, id: string) =>
    scoping.sealed ? css : css.replaceAll(mark, `${mark}[data-cast="${id}"]`);
  return (values, id) =>
    linked.flatMap(({ list, writers, write }) => {
      const rows = rowsAt(values, list);
      return rows.flatMap((row, index) => {
        const scope = {
          id,
          suffix: '',
          slots: {},
          look: undefined,
          rows: [values, row],
          indexes: [0, index],
          counts: [1, rows.length],
        };
        // What a row leaves empty has no place in a selector.
        if (writers.some((one) => one(scope) === '')) return [];
        return [ofCast(write(scope), id)];
      });
    });
}

/** A number, or a value as its kind writes it in style. */
function valueText(value: Json, field: Field | undefined): string {
  if (typeof value === 'number') return String(value);
  if (!field?.kind.css || field.kind.isEmpty(value)) return '';
  return field.kind.css(value, field.declared);
}

/** A value as a name or a part of one, inside quotes or not (CSSOM, serialize an identifier). */
function nameText(value: Json): string {
  const text = typeof value === 'object' ? '' : String(value);
  return text.replace(/^-?\d|[^\w\u0080-\uffff-]/g, (part) =>
    part.replace(/[^-]$/, (char) => `\\${char.charCodeAt(0).toString(16)} `),
  );
}
