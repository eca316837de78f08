import type { Json, JsonObject } from '../../../model/json-source.ts';
import { isOfCssType } from '../../../model/kinds/css-kind.ts';
import type { KindName } from '../../../model/kinds.ts';
import { cssFormats } from '../../../model/values/violation.ts';
import { extentOnLines } from '../../../text/edits.ts';
import type { Atom, Mark, Section } from '../atom.ts';
import { limitsOf } from '../limits.ts';
import { withoutPrefix } from '../names/element-names.ts';
import { type StyleDetector, type Styled, type StyleLook, valueStart } from './detector.ts';
import { withoutRem } from './rem.ts';
import { colorKey, valueParts } from './values.ts';

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
    return base ? atomOf(look, property, base, uses.length === 1) : [];
  });
};

/** What a custom property holds, by its value, with the part of the form it belongs to. */
export function kindOfValue(value: string): { kind: KindName; section: Section } | undefined {
  const [part, ...more] = valueParts(value, 0);
  if (part?.type === 'color' && more.length === 0 && part.text === value) {
    return { kind: 'color', section: 'Look' };
  }
  if (isOfCssType('<time>', value)) return { kind: 'duration', section: 'Motion' };
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

function atomOf(look: StyleLook, property: string, use: Styled, isOnly: boolean): Atom[] {
  const { declaration, subject } = use;
  const { text } = look.style;
  const { value: written } = declaration;
  const value = withoutRem(written, look.rootPx);
  const read = value === undefined ? undefined : kindOfValue(value);
  if (value === undefined || !read || value.includes('var(')) return [];
  const start = valueStart(text, declaration);
  const range = { start, end: start + written.length };
  // A field of that name stands for it on the root, where all that is inside takes it from.
  const isCut = isOnly && subject.isRoot && !look.isSetByScript(property);
  const name = isCut ? property : `${property}-value`;
  const mark: Mark = {
    ...{ ...range, in: 'style', as: 'value' },
    drafts: isCut
      ? [{ ...cutOf(text, declaration.offset, range.end), text: () => '' }]
      : [{ ...range, text: () => `var(${name})` }],
  };
  const words = property.slice(2).replace(/[-_]+/g, ' ');
  const limits = read.kind === 'number' ? limitsOf(property, Number(value)) : {};
  const declares: JsonObject = { property: name, ...limits };
  return [
    {
      ...{ ...read, value: valueAs(read.kind, value), declares, marks: [mark], slot: property },
      names: [withoutPrefix(words, look.blocks), words],
      ...{ weight: 0.95, why: 'a custom property of the author' },
      ...(read.kind === 'color' ? { same: `color ${colorKey(value)}` } : {}),
    },
  ];
}

/** A declaration with its semicolon, and its line where nothing else stands there. */
function cutOf(style: string, start: number, valueEnd: number) {
  const end = /^[^;{}]*?;/.exec(style.slice(valueEnd))?.[0].length ?? 0;
  return extentOnLines(style, { start, end: valueEnd + end });
}
