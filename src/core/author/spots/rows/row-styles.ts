import type { Range } from '../../../text/edits.ts';
import type { Mark, PathOf, Proposal } from '../atom.ts';
import { declarationsIn } from '../markup/style-values.ts';
import type { TreeAttribute, TreeElement } from '../tree.ts';
import { countedFrom, numbered, type RowFacts } from './row-facts.ts';

/** Inline style that differs between rows: one attribute with all that any row declares. */
export interface RowStyles {
  readonly fields: readonly Proposal[];
  /** By row. */
  readonly marks: readonly Mark[];
}

type Part = string | Range | ((of: PathOf) => string);

/** A declaration in each of the rows that have it. */
interface Declared extends Range {
  readonly value: string;
  /** With what fields fill taken out. */
  readonly frame: string;
}

/**
 * Writes the style attributes of several rows as one. A declaration that a row lacks is left out
 * where its value is empty; what merely counts rows goes by the row's number, and what fits nothing
 * is a value that the row carries.
 *
 * @param filled the stretches that fields fill
 * @returns undefined where they cannot be written as one
 */
export function rowStyles(
  at: readonly (TreeElement | undefined)[],
  facts: RowFacts,
  slot: string,
  source: string,
  filled: readonly Range[],
): RowStyles | undefined {
  const styles = at.map((one) => one?.attributes.get('style'));
  if (styles.some((one) => one && !isPlain(one, source))) return undefined;
  const rows = styles.map((style) => (style ? declared(style, filled) : new Map()));
  if (rows.some((one) => one === undefined)) return undefined;
  const all = rows as readonly Map<string, Declared>[];
  const fields: Proposal[] = [];
  const parts: Part[] = [];
  for (const property of new Set(all.flatMap((one) => [...one.keys()]))) {
    const found = all.map((one) => one.get(property));
    const there = found.filter((one) => one !== undefined);
    const [first] = there as [Declared];
    parts.push(parts.length > 0 ? ';' : '');
    const isEverywhere = found.every((one, row) => one || !at[row]);
    const isFilled = first.frame.includes('\0');
    if (there.every(({ frame }) => frame === first.frame) && (isEverywhere || isFilled)) {
      parts.push({ start: first.start, end: first.end });
      continue;
    }
    const counted = isEverywhere ? counts(found, facts) : undefined;
    if (counted) {
      parts.push(`${property}:`, counted);
      continue;
    }
    const field = carried(property, found, at, `${slot}:style:${property}`);
    fields.push(field);
    parts.push(`${property}:`, (of) => `{~${of(field.slot)}~}`);
  }
  const text = (_: unknown, of: PathOf) => [
    'style="',
    ...parts.map((part) => (typeof part === 'function' ? part(of) : part)),
    '"',
  ];
  const marks = at.flatMap((one, row): Mark[] => {
    if (!one) return [];
    const style = styles[row];
    const insert = one.startTag.start + 1 + one.name.length;
    const range = style ? { start: style.start, end: style.end } : { start: insert, end: insert };
    const written = (_: unknown, of: PathOf) => (style ? text(_, of) : [' ', ...text(_, of)]);
    return [{ ...range, in: 'template', as: 'attribute', drafts: [{ ...range, text: written }] }];
  });
  return { fields, marks };
}

function isPlain({ isQuoted, text, value }: TreeAttribute, source: string): boolean {
  return isQuoted && source.slice(value.start, value.end) === text && !text.includes('"');
}

/** Undefined where a property is declared twice, since the order then matters. */
function declared(
  { text, value }: TreeAttribute,
  filled: readonly Range[],
): Map<string, Declared> | undefined {
  const found = new Map<string, Declared>();
  for (const one of declarationsIn(text)) {
    if (found.has(one.property)) return undefined;
    const start = value.start + one.start;
    const from = value.start + one.offset;
    const end = from + one.value.length;
    let frame = '';
    let at = from;
    for (const range of filled.filter((each) => each.start >= from && each.end <= end)) {
      frame += `${text.slice(at - value.start, range.start - value.start)}\0`;
      at = range.end;
    }
    frame += text.slice(at - value.start, end - value.start);
    found.set(one.property, { start, end, value: one.value, frame });
  }
  return found;
}

/** A value that goes by the row's number: from 0 or 1, or in equal steps of time. */
function counts(
  found: readonly (Declared | undefined)[],
  facts: RowFacts,
): ((of: PathOf) => string) | undefined {
  const texts = found.map((one) => one?.value);
  const counted = numbered(texts, facts);
  if (counted) {
    return (of) => `${counted.before}{~${of(facts.slot)}#${counted.fact}~}${counted.after}`;
  }
  const times = texts.map((text) => /^(-?\d*\.?\d+)(m?s)$/.exec(text ?? ''));
  const unit = times[0]?.[2];
  if (times.length < 3 || times.some((time) => time?.[2] !== unit)) return undefined;
  const steps = countedFrom(
    times.map((time) => Number(time?.[1])),
    facts,
  );
  if (!steps) return undefined;
  const { first, step } = steps;
  return (of) => `calc(${first}${unit} + {~${of(facts.slot)}#index~} * ${step}${unit})`;
}

/** A value that rows carry and no form shows: one of those that the rows came with. */
function carried(
  property: string,
  found: readonly (Declared | undefined)[],
  at: readonly (TreeElement | undefined)[],
  slot: string,
): Proposal {
  const values = found.map((one, row) => (at[row] ? (one?.value ?? '') : undefined));
  const all = [...new Set(values.filter((value) => value !== undefined))];
  return {
    kind: 'choice',
    declares: { enum: all },
    isCarried: true,
    slot,
    values,
    names: [property.replace(/^-+/, '').replace(/-/g, ' ')],
    section: 'Look',
    weight: 0.3,
    why: `the inline ${property} of each row`,
    drafts: [],
    found: found.flatMap((one, row) =>
      one ? [{ start: one.start, end: one.end, in: 'template', as: 'value', row } as const] : [],
    ),
  };
}
