import { isOfCssType } from '#css-type';
import type { Json, JsonObject } from '../../../model/json-source.ts';
import type { KindName } from '../../../model/kinds.ts';
import { cssFormats } from '../../../model/values/css-formats.ts';
import { extentOnLines } from '../../../text/edits.ts';
import type { Atom, Mark, Section } from '../atom.ts';
import { limitsOf } from '../limits.ts';
import { withoutPrefix } from '../names/element-names.ts';
import { type StyleDetector, type Styled, type StyleLook, valueStart } from './detector.ts';
import { withoutRem } from './rem.ts';
import { colorKey, valueParts } from './values.ts';
import { areInTurn, maxWidthOf, selectorOf } from './widths.ts';

/** The custom properties that the author declared: what is meant to be changed. */
export const ownProperties: StyleDetector = (look) => {
  const all = look.styled.filter(({ declaration }) => declaration.property.startsWith('--'));
  const byName = new Map<string, Styled[]>();
  for (const one of all) {
    const { property } = one.declaration;
    byName.set(property, [...(byName.get(property) ?? []), one]);
  }
  return [...byName].flatMap(([property, uses]) => {
    const base = uses.find(({ isPlain }) => isPlain);
    if (!base) return [];
    const narrow = uses.filter((one) => one !== base);
    return atomOf(look, property, base, narrow);
  });
};

/** What a custom property holds, by its value, with the part of the form it belongs to. */
export function kindOfValue(value: string): { kind: KindName; section: Section } | undefined {
  const [part, ...more] = valueParts(value, 0);
  if (part?.type === 'color' && more.length === 0 && part.text === value) {
    return { kind: 'color', section: 'Look' };
  }
  // What is reckoned matches any type; its units say which it is (CSS Values 4, 10.2).
  const isTime = isOfCssType('<time>', value) && /\dm?s\b/i.test(value);
  if (isTime) return { kind: 'duration', section: 'Motion' };
  if (/^-?(?:\d+\.?\d*|\.\d+)$/.test(value)) return { kind: 'number', section: 'Look' };
  if (isOfCssType('<length-percentage>', value)) return { kind: 'length', section: 'Look' };
  if (part?.type === 'url' && part.text === value) return { kind: 'image', section: 'Look' };
  return isOfCssType(cssFormats['css-shape'] ?? '', value)
    ? { kind: 'shape', section: 'Look' }
    : undefined;
}

/** A value as its kind holds it. */
export function valueAs(kind: KindName, value: string): Json {
  if (kind === 'number') return Number(value);
  if (kind !== 'image') return value;
  return { src: valueParts(value, 0)[0]?.address ?? '' };
}

function atomOf(look: StyleLook, property: string, use: Styled, others: readonly Styled[]): Atom[] {
  const { declaration, subject } = use;
  const { text } = look.style;
  const { value: written } = declaration;
  const value = withoutRem(written, look.rootPx);
  const read = value === undefined ? undefined : kindOfValue(value);
  if (value === undefined || !read || value.includes('var(')) return [];
  const start = valueStart(text, declaration);
  const range = { start, end: start + written.length };
  // A field of that name stands for it on the root, where all that is inside takes it from.
  const isCut = others.length === 0 && subject.isRoot && !look.isSetByScript(property);
  const name = isCut ? property : `${property}-value`;
  const mark: Mark = {
    ...range,
    in: 'style',
    as: 'value',
    drafts: isCut
      ? [{ ...cutOf(text, declaration.offset, range.end), text: () => '' }]
      : [{ ...range, text: () => `var(${name})` }],
  };
  const words = property.slice(2).replace(/[-_]+/g, ' ');
  const below = isCut ? undefined : narrower(look, use, others);
  const limits = read.kind === 'number' ? limitsOf(property, Number(value)) : {};
  const declares: JsonObject = { property: name, ...limits, ...(below ? { below } : {}) };
  const inQueries = below ? others.map((one) => markOf(text, one, name)) : [];
  return [
    {
      ...read,
      value: valueAs(read.kind, value),
      declares,
      slot: property,
      marks: [mark, ...inQueries],
      names: [withoutPrefix(words, look.blocks), words],
      weight: 0.95,
      why: "one of the author's custom properties",
      ...(read.kind === 'color' ? { same: `color ${colorKey(value)}` } : {}),
    },
  ];
}

/** What queries of widths, each smaller than the one before, make of it for the same elements. */
function narrower(
  look: StyleLook,
  base: Styled,
  others: readonly Styled[],
): JsonObject | undefined {
  const widths = others.map((one) => maxWidthOf(one));
  const areSame = others.every((one) => selectorOf(one) === selectorOf(base));
  if (others.length === 0 || !areSame || !widths.every((one) => one?.isBelow)) return undefined;
  const kind = kindOfValue(base.declaration.value)?.kind;
  const values = others.map(({ declaration: { value } }) => withoutRem(value, look.rootPx) ?? '');
  // The kinds whose values are written as they stand.
  const isPlain = kind === 'length' || kind === 'color' || kind === 'duration';
  if (!isPlain || !values.every((value) => kindOfValue(value)?.kind === kind)) return undefined;
  if (!areInTurn(widths)) return undefined;
  return Object.fromEntries(values.map((value, at) => [String(widths[at]?.below), value]));
}

function markOf(style: string, { declaration }: Styled, name: string): Mark {
  const start = valueStart(style, declaration);
  const range = { start, end: start + declaration.value.length };
  return {
    ...range,
    in: 'style',
    as: 'value',
    drafts: [{ ...range, text: () => `var(${name})` }],
  };
}

/** A declaration with its semicolon, and its line where nothing else stands there. */
function cutOf(style: string, start: number, valueEnd: number) {
  const end = /^[^;{}]*?;/.exec(style.slice(valueEnd))?.[0].length ?? 0;
  const cut = extentOnLines(style, { start, end: valueEnd + end });
  // Within a line one of the two blanks around it goes as well.
  const isWithin = style[cut.start - 1] === ' ' && style[cut.end] === ' ';
  return isWithin ? { ...cut, end: cut.end + 1 } : cut;
}
