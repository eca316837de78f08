import { colorsNamed } from 'culori';
import type { Range } from '../../../text/edits.ts';
import type { StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { Proposal } from '../atom.ts';
import { colorKey, isColor } from '../style/values.ts';
import type { Written } from './row-selectors.ts';

export type Parts = readonly (string | Range | Written)[];

/** The block for the rules of all rows, and values of rows that stand in nothing but these. */
export interface Body {
  readonly parts: Parts;
  readonly fields: readonly Proposal[];
}

/**
 * One block for the rules of all rows: the same, with numbers that grow by the same from row to row,
 * or with values that each row has.
 *
 * @returns undefined where they differ in more
 */
export function bodyOf(
  { text }: StyleSource,
  rules: readonly StyleRule[],
  list: Proposal,
): Body | undefined {
  const blocks = rules.map((rule) => blockOf(rule));
  const [block] = blocks;
  if (!block) return undefined;
  const texts = blocks.map(({ start, end }) => text.slice(start, end));
  const frames = texts.map((one) => one.replace(token, '\0').replace(/\s+/g, ' '));
  if (!frames.every((frame) => frame === frames[0])) return undefined;
  const tokens = texts.map((one) => [...one.matchAll(token)]);
  const fields: Proposal[] = [];
  const parts: (string | Range | Written)[] = [];
  let from = block.start;
  for (const [at, match] of (tokens[0] ?? []).entries()) {
    const found = tokens.map((some, row): Found => {
      const start = (blocks[row]?.start ?? 0) + (some[at]?.index ?? 0);
      const said = some[at]?.[0] ?? '';
      return { text: said, start, end: start + said.length };
    });
    if (found.every((one) => one.text === found[0]?.text)) continue;
    const property = /([\w-]+)\s*:[^:;]*$/.exec(texts[0]?.slice(0, match.index) ?? '')?.[1] ?? '';
    const written =
      progression(found.map((one) => one.text)) ?? rowValue(property, found, list, fields);
    if (!written) return undefined;
    const start = block.start + match.index;
    parts.push({ start: from, end: start }, written);
    from = start + match[0].length;
  }
  return { parts: [...parts, { start: from, end: block.end }], fields };
}

/** A stretch of the sheet with what it says. */
interface Found extends Range {
  readonly text: string;
}

/** Colours, strings, and numbers with their units that are no part of a name. */
const token = new RegExp(
  [
    /#[\da-f]{3,8}\b/,
    /\b(?:rgb|hsl)a?\([^()]*\)/,
    new RegExp(`(?<=[:\\s,(])(?:${Object.keys(colorsNamed).join('|')})(?=[\\s;,)}])`),
    /"[^"\\]*"|'[^'\\]*'/,
    /(?<![\w#.-])-?\d*\.?\d+(?:%|[a-z]+)?(?![\w.-])/,
  ]
    .map(({ source }) => source)
    .join('|'),
  'gi',
);

/** A value that each row has: of a field that is there, or of one that is new. */
function rowValue(
  property: string,
  found: readonly Found[],
  list: Proposal,
  fields: Proposal[],
): Written | undefined {
  const kind = kindOf(property, found);
  if (!kind) return undefined;
  const values = found.map(({ text }) => (kind === 'text' ? text.slice(1, -1) : text));
  const known = [...(list.rows?.fields ?? []), ...fields];
  const same = known.find((field) => holdsSame(field, kind, values));
  const slot = same?.slot ?? `${list.slot}:each:${found[0]?.start}`;
  if (!same) fields.push(fieldOf(property, kind, values, found, slot));
  return (_, of) => (kind === 'text' ? `"{~${of(slot)}~}"` : `{~${of(slot)}~}`);
}

type ValueKind = 'color' | 'text' | 'length';

function kindOf(property: string, found: readonly Found[]): ValueKind | undefined {
  const are = (looks: RegExp) => found.every(({ text }) => looks.test(text));
  if (found.every(({ text }) => isColor(text))) return 'color';
  if (property === 'content' && are(/^["']/)) return 'text';
  return are(/^-?[\d.]+(?:px|r?em|ch|vw|vh|%)$/i) ? 'length' : undefined;
}

/** True for a field whose rows have just these values. */
function holdsSame(
  { kind, values }: Proposal,
  other: ValueKind,
  others: readonly string[],
): boolean {
  const keyOf = (value: unknown) =>
    kind === 'color' ? colorKey(String(value ?? '')) : String(value ?? '');
  return kind === other && values.every((value, row) => keyOf(value) === keyOf(others[row]));
}

function fieldOf(
  property: string,
  kind: ValueKind,
  values: readonly string[],
  found: readonly Found[],
  slot: string,
): Proposal {
  const words = property.replace(/^-+|-+/g, ' ').trim();
  return {
    kind,
    slot,
    values,
    names: kind === 'color' ? ['color', `${words} color`] : [words],
    section: kind === 'text' ? 'Content' : 'Look',
    weight: 0.7,
    why: 'set by a rule for each row',
    drafts: [],
    found: found.map(
      ({ start, end }, row) => ({ start, end, in: 'style', as: 'value', row }) as const,
    ),
  };
}

/** `0, -100%, -200%` as a multiple of the row's number. */
function progression(found: readonly string[]): Written | undefined {
  const values = found.map(Number.parseFloat);
  const units = new Set(found.flatMap((one, at) => (values[at] === 0 ? [] : [unitOf(one)])));
  const [unit = ''] = units;
  const [first = 0, second = 0] = values;
  const step = second - first;
  const isEven = values.every((value, row) => Math.abs(value - first - step * row) < 0.02);
  // Two numbers grow by something whatever they are; only from nothing on is that a count.
  const isCount = values.length > 2 || first === 0 || first === step;
  if (units.size !== 1 || !isEven || step === 0 || !isCount) return undefined;
  const by = `${round(step)}${unit}`;
  if (first === step) return (path) => `calc(${by} * {~${path}#number~})`;
  const start = first === 0 ? '' : `${round(first)}${unit} + `;
  return (path) => `calc(${start}${by} * {~${path}#index~})`;
}

function unitOf(number: string): string {
  return /[a-z%]*$/i.exec(number)?.[0] ?? '';
}

function round(value: number): number {
  return Math.round(value * 1000) / 1000;
}

/** Where the braces of a rule and all between them stand. */
export function blockOf({ node }: StyleRule): Range {
  return { start: node.block.loc?.start.offset ?? 0, end: node.block.loc?.end.offset ?? 0 };
}
