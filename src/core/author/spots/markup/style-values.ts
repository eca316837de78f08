import { isSafePicture } from '../../../model/safe-address.ts';
import { type Atom, replaced, type Spoken } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { kindOfValue, valueAs } from '../style/own-properties.ts';
import { colorKey, type ValuePart, valueParts } from '../style/values.ts';
import { isBoundText, type TreeElement } from '../tree.ts';
import { hole, type MarkupDetector } from './detector.ts';

/** Values of inline style: custom properties, colours, shares, pictures and times. */
export const styleValues: MarkupDetector = (element, { tree, isInScript }) => {
  // What script reads of inline style has to be the value itself.
  const text = isInScript('style') ? hole() : variable;
  const style = element.attributes.get('style');
  if (!style?.isQuoted || isBoundText(style.text)) return [];
  const { start, end } = style.value;
  if (tree.source.slice(start, end) !== style.text) return [];
  return declarationsIn(style.text).flatMap(({ property, value, offset }) => {
    const at = { start: start + offset, end: start + offset + value.length };
    const about = { element, slot: `style:${property}` };
    return property.startsWith('--')
      ? ownProperty(about, property, value, at, isCount(element, property, value) ? 0.3 : 0.9)
      : plainProperty(about, property, value, at, text);
  });
};

/** Kinds whose values style takes as they are. */
const byVariable = /^(?:color|length|duration)$/;

/** A custom property, which can differ by width; within rows each has its own value. */
function variable(spoken: Spoken): string {
  return spoken.path.includes('.') ? hole()(spoken) : `var(${spoken.property})`;
}

type About = Pick<Atom, 'slot'> & { readonly element: TreeElement };
type Written = {
  readonly property: string;
  readonly value: string;
  /** Where the value begins. */
  readonly offset: number;
  /** Where the whole declaration begins. */
  readonly start: number;
};
type At = { readonly start: number; readonly end: number };

/** The declarations of inline style, with where each stands in it. */
export function declarationsIn(style: string): Written[] {
  const written =
    /(?:^|;)\s*([\w-]+)\s*:\s*((?:[^;"'(]|"[^"]*"|'[^']*'|\((?:[^()]|\([^()]*\))*\))+)/g;
  return [...style.matchAll(written)].map((match) => {
    const [whole, property = '', raw = ''] = match;
    const value = raw.trimEnd().replace(/\s*!important$/, '');
    const offset = match.index + whole.length - raw.length;
    return { property, value, offset, start: match.index + whole.indexOf(property) };
  });
}

/** True for a number by which elements beside each other are counted: `--i: 0`, `--i: 1`. */
function isCount({ parent }: TreeElement, property: string, value: string): boolean {
  if (!/^\d+$/.test(value)) return false;
  const all = (parent?.children ?? []).flatMap((one) => {
    const style = one.node === 'element' ? one.attributes.get('style')?.text : undefined;
    const found = declarationsIn(style ?? '').find((each) => each.property === property);
    return found ? [Number(found.value)] : [];
  });
  return all.length > 1 && all.every((one, at) => one === (all[0] ?? 0) + at);
}

function ownProperty(
  about: About,
  property: string,
  value: string,
  at: At,
  weight: number,
): Atom[] {
  const read = kindOfValue(value);
  if (!read) return [];
  const words = property.slice(2).replace(/[-_]+/g, ' ');
  return [
    {
      ...about,
      ...read,
      value: valueAs(read.kind, value),
      marks: [replaced('template', 'value', at, hole())],
      names: [words],
      weight,
      why: "one of the author's custom properties",
      ...(read.kind === 'color' ? { same: `color ${colorKey(value)}` } : {}),
    },
  ];
}

const share =
  /^(?:width|height|inline-size|block-size|left|right|top|bottom|flex-basis|inset-inline-start)$/;

/** What a declaration written on an element may hold, the first that fits. */
interface Held extends Pick<Atom, 'kind' | 'section' | 'weight' | 'why' | 'declares'> {
  readonly fits: (property: string, part: ValuePart, value: string) => boolean;
  readonly word: (property: string) => string;
  readonly read: (part: ValuePart) => Pick<Atom, 'value' | 'same'>;
}

const spoken = (property: string) => property.replace(/-/g, ' ');

const held: readonly Held[] = [
  {
    kind: 'number',
    section: 'Content',
    weight: 0.75,
    why: 'a percentage',
    declares: { type: 'number', minimum: 0, maximum: 100, description: 'In per cent.' },
    fits: (property, { type, text }, value) =>
      type === 'percentage' && text === value && share.test(property),
    word: (property) => property,
    read: ({ text }) => ({ value: Number.parseFloat(text) }),
  },
  {
    kind: 'color',
    section: 'Look',
    weight: 0.8,
    why: 'an inline colour',
    fits: (property, { type }) =>
      type === 'color' && /color|background|border|fill|stroke/.test(property),
    word: (property) =>
      /^(?:border|background)/.test(property)
        ? (/^(?:border|background)/.exec(property)?.[0] ?? '').replace('border', 'border color')
        : spoken(property),
    read: ({ text }) => ({ value: text, same: `color ${colorKey(text)}` }),
  },
  {
    kind: 'image',
    section: 'Content',
    weight: 0.85,
    why: 'a background image',
    fits: (property, { type, address = '' }) =>
      type === 'url' && /^background/.test(property) && address !== '' && isSafePicture(address),
    word: () => 'picture',
    read: ({ address = '' }) => ({ value: { src: address }, same: `image ${address}` }),
  },
  {
    kind: 'duration',
    section: 'Motion',
    weight: 0.65,
    why: 'an inline duration',
    fits: (_, { type, text }, value) => type === 'time' && text === value,
    word: spoken,
    read: ({ text }) => ({ value: text }),
  },
  {
    kind: 'length',
    section: 'Look',
    weight: 0.5,
    why: 'an inline size',
    fits: (property, { type, text }, value) =>
      type === 'length' && text === value && /^(?:max-)?(?:width|height)$/.test(property),
    word: spoken,
    read: ({ text }) => ({ value: text }),
  },
];

function plainProperty(
  about: About,
  property: string,
  value: string,
  at: At,
  text: (spoken: Spoken) => string,
): Atom[] {
  const names = elementNames(about.element);
  let nth = 0;
  return valueParts(value, at.start).flatMap((part): Atom[] => {
    const found = held.find(({ fits }) => fits(property, part, value));
    if (!found) return [];
    const { fits: _, word, read, ...rest } = found;
    // The unit stays where it stands.
    const range = rest.kind === 'number' ? { start: part.start, end: part.end - 1 } : part;
    const slot = nth === 0 ? about.slot : `${about.slot}:${nth}`;
    nth += 1;
    return [
      {
        ...about,
        ...rest,
        ...read(part),
        slot,
        marks: [
          {
            ...replaced('template', 'value', range, byVariable.test(rest.kind) ? text : hole()),
            start: part.start,
            end: part.end,
          },
        ],
        names: [...names.map((name) => `${name} ${word(property)}`), word(property)],
      },
    ];
  });
}
