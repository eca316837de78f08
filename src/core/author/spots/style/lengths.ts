import type { JsonObject } from '../../../model/json-source.ts';
import type { Atom, Mark } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import {
  type StyleDetector,
  type Styled,
  type StyleLook,
  valueStart,
  variableMark,
} from './detector.ts';
import { withoutRem } from './rem.ts';
import { valueParts } from './values.ts';
import { areInTurn, maxWidthOf, selectorOf } from './widths.ts';

/** Sizes that somebody would set: of letters, corners, gaps, and of the whole. */
export const lengths: StyleDetector = (look) => {
  const all = look.styled.flatMap((styled) => lengthOf(look, styled) ?? []);
  const plain = all.filter(({ styled }) => styled.isPlain);
  const counts = new Map<LengthRule, number>();
  for (const { rule } of plain) counts.set(rule, (counts.get(rule) ?? 0) + 1);
  const sizes = plain.filter(({ rule }) => rule.size);
  const largest = sizes.reduce((most, { px }) => Math.max(most, px), 0);
  return plain.flatMap((one): Atom[] => {
    const { rule, styled } = one;
    const weight = rule.weigh({ ...one, look, isOnly: counts.get(rule) === 1, largest });
    if (weight === 0) return [];
    const { marks, below, value } = narrower(one, all);
    const { subject } = styled;
    const names = rule.rootName && subject.isRoot ? [rule.rootName] : [];
    return [
      {
        kind: 'length',
        value,
        marks,
        slot: `${styled.declaration.property}@${one.at.start}`,
        ...(below ? { declares: { below } } : {}),
        names: [...names, ...subject.names.map((name) => `${name} ${rule.name}`), rule.name],
        section: 'Look',
        weight,
        why: rule.why,
        ...sameOf(one),
      },
    ];
  });
};

/** What makes one length of several: both sides of a square, and corners that are alike. */
function sameOf(one: Length): Pick<Atom, 'same'> {
  const { property, rule } = one.styled.declaration;
  if (isSquare(one)) return { same: `square ${rule?.offset}` };
  return property === 'border-radius' ? { same: `corner ${one.value}` } : {};
}

interface Weighed extends Length {
  readonly look: StyleLook;
  /** True for the only length of its rule in the sheet. */
  readonly isOnly: boolean;
  /** The largest size of letters, in px. */
  readonly largest: number;
}

interface LengthRule {
  readonly property: RegExp;
  readonly name: string;
  /** Its name where it is of the root. */
  readonly rootName?: string;
  readonly why: string;
  readonly size?: true;
  /** 0 for what is no choice of anybody. */
  readonly weigh: (one: Weighed) => number;
}

const isRow = ({ look, styled: { subject } }: Weighed) =>
  !subject.isState &&
  (subject.classes.some((name) => look.rows.has(name)) ||
    (subject.classes.length === 0 && look.rows.has(`<${subject.type}`)));
const isAround = ({ look, styled: { subject } }: Weighed) =>
  [...subject.classes, ...(subject.id ? [`#${subject.id}`] : [])].some((name) =>
    look.containers.has(name),
  );

const isRootOrRow = (one: Weighed) => one.styled.subject.isRoot || isRow(one);

/** What is a size to set, by property, with how sure that is. */
const rules: readonly LengthRule[] = [
  {
    property: /^font(?:-size)?$/,
    name: 'size',
    why: 'a font size',
    size: true,
    rootName: 'text size',
    weigh: (one) =>
      (one.isOnly && isWhole(one) && /px$/.test(one.value) && isRootOrRow(one)) ||
      (one.px === one.largest &&
        (isWhole(one) || !one.styled.subject.isRoot) &&
        one.px >= 24 &&
        !one.styled.subject.isState &&
        !isSign(one))
        ? 0.7
        : 0.4,
  },
  {
    property: /^border-radius$/,
    name: 'corner radius',
    rootName: 'corner radius',
    why: 'a corner radius',
    weigh: (one) =>
      isPill(one)
        ? 0
        : one.styled.subject.isRoot || isRow(one) || isPicture(one) || one.px >= 10
          ? 0.7
          : 0.45,
  },
  {
    property: /^(?:grid-|row-|column-)?gap$/,
    name: 'gap',
    rootName: 'gap',
    why: 'the gap between elements',
    weigh: (one) => (isAround(one) && one.px >= 8 ? 0.75 : 0.4),
  },
  {
    property: /^padding$/,
    name: 'padding',
    rootName: 'padding',
    why: 'padding',
    weigh: (one) => (isRow(one) && isWhole(one) ? 0.5 : one.styled.subject.isRoot ? 0.45 : 0),
  },
  {
    property: /^(?:max-)?width$/,
    name: 'width',
    rootName: 'width',
    why: 'the overall width',
    weigh: (one) => {
      if (isOfSome(one)) return isSizing(one) ? 0.4 : 0;
      if (one.styled.subject.isRoot) return 0.8;
      if (isSquare(one) && isRow(one) && one.px >= 24) return 0.75;
      if (!isSizing(one)) return 0;
      const isPage =
        /^max-/.test(one.styled.declaration.property) && /[3-9]\d\dpx|\d{4}px/.test(one.value);
      return isRow(one) ||
        isPicture(one) ||
        isPanel(one) ||
        (isPage && one.styled.subject.type === undefined)
        ? 0.65
        : 0.4;
    },
  },
  {
    property: /^(?:min-|max-)?height$/,
    name: 'height',
    rootName: 'height',
    why: 'the overall height',
    weigh: (one) => {
      const isLarge = isAround(one) || (isPicture(one) && one.px >= 100);
      const isOfAll = isRootOrRow(one) || (isLarge && isSizing(one));
      return isOfAll && one.px >= 24 && !isOfSome(one) ? 0.75 : isSizing(one) ? 0.4 : 0;
    },
  },
  {
    property: /^grid-template-columns$/,
    name: 'column width',
    rootName: 'column width',
    why: 'the column width',
    weigh: (one) => (isAround(one) && one.part.functions.includes('repeat') ? 0.65 : 0.4),
  },
];

/** True for a radius so large that it only makes ends round, whatever it is. */
function isPill({ px, value, styled: { declaration } }: Weighed): boolean {
  if (px >= 99 || /^(?:[2-9]|\d\d)[\d.]*em$/.test(value)) return true;
  const set = (name: string) => {
    const found = declaration.rule?.declarations.find(({ property }) => property === name);
    const [, number] = /^([\d.]+)px\b/.exec(found?.value ?? '') ?? [];
    return number === undefined ? undefined : Number(number);
  };
  const height = set('height');
  if (height !== undefined) return px * 2 >= height;
  const padding = set('padding');
  // A line of text is about so many px high.
  return padding !== undefined && px * 2 >= (padding * 2 + 24) * 1.25;
}

/** True for one side of what is as wide as it is high. */
function isSquare({ styled: { declaration } }: Length): boolean {
  if (!/^(?:width|height)$/.test(declaration.property)) return false;
  const side = (name: string) =>
    declaration.rule?.declarations.find(({ property }) => property === name)?.value;
  return side('width') === side('height');
}

function isNamedSo(name: string): boolean {
  return /^(?:picture|photo|cover)$/.test(wordsOf(name).at(-1) ?? '');
}

function isPicture({ styled: { subject } }: Weighed): boolean {
  return (
    /^(?:img|video)$/.test(subject.type ?? '') || subject.names.some((name) => isNamedSo(name))
  );
}

/** True for what only some of several have, such as a wide one. */
function isOfSome({ styled: { subject } }: Weighed): boolean {
  return subject.classes.some((name) => name.includes('--'));
}

/** True for a box with a background of its own that holds more than a line. */
function isPanel({ px, styled: { declaration } }: Weighed): boolean {
  const set = new Set(declaration.rule?.declarations.map(({ property }) => property));
  return px >= 200 && set.has('padding') && (set.has('background') || set.has('background-color'));
}

/** True for a button that shows a mark instead of words. */
function isSign({ styled: { subject } }: Weighed): boolean {
  return subject.names.some((name) => /close|prev|next|arrow|icon|toggle|back/.test(name));
}

/** True for all of a declaration's value. */
function isWhole({ styled, part }: Weighed): boolean {
  return styled.declaration.value === part.text;
}

/** True for a part large enough to be a size, not a trait of drawing. */
function isSizing({ px, styled }: Weighed): boolean {
  return px >= 60 && !styled.subject.isState;
}

interface Length {
  readonly styled: Styled;
  readonly rule: LengthRule;
  readonly part: ReturnType<typeof valueParts>[number];
  readonly at: { readonly start: number; readonly end: number };
  readonly value: string;
  /** About how many px it is. */
  readonly px: number;
}

function lengthOf(look: StyleLook, styled: Styled): Length | undefined {
  const { property, value: written } = styled.declaration;
  const rule = rules.find((one) => one.property.test(property));
  if (!rule) return undefined;
  const parts = valueParts(written, valueStart(look.style.text, styled.declaration));
  const [part, ...more] = parts;
  if (part?.type !== 'length') return undefined;
  // In the shorthand the size comes first, the height of a line may follow (CSS Fonts 4, 2.7).
  const isInFont = property === 'font' && part.functions.length === 0;
  const isWhole = part.text === written;
  const isInGrid = property === 'grid-template-columns' && !part.functions.includes('minmax');
  const isAlone = !more.some(({ type }) => type === 'length');
  if (!isInFont && !(isAlone && (isWhole || isInGrid))) return undefined;
  const value = withoutRem(part.text, look.rootPx);
  const number = Number.parseFloat(value ?? '0');
  if (value === undefined || number <= 0) return undefined;
  // Never more than the window has is no size to choose.
  if (/^max-/.test(property) && /v[wh]$/i.test(value)) return undefined;
  const px = /em$/i.test(value) ? number * 16 : number;
  return { styled, rule, part, at: part, value, px };
}

/** What media queries make of a length for the same elements: places, and values by width. */
function narrower(one: Length, all: readonly Length[]) {
  const marks: Mark[] = [variableMark(one.at)];
  const { rule } = one.styled.declaration;
  const same = all.filter(
    (other) =>
      !other.styled.isPlain &&
      other.styled.declaration.property === one.styled.declaration.property &&
      selectorOf(other.styled) === selectorOf(one.styled),
  );
  const widths = same.map(({ styled }) => maxWidthOf(styled));
  const [only] = same;
  const [width] = widths;
  const none = { marks, below: undefined, value: one.value };
  if (!rule || !only || !width || !areInTurn(widths)) return none;
  marks.push(...same.map(({ at }) => variableMark(at)));
  if (!width.isBelow) {
    return { marks, below: { [String(width.below)]: one.value }, value: only.value };
  }
  const below: JsonObject = Object.fromEntries(
    same.map(({ value }, index) => [String(widths[index]?.below), value]),
  );
  return { marks, below, value: one.value };
}
