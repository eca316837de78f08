import { isOfCssType } from '../../../model/kinds/css-kind.ts';
import { isSafeAddress } from '../../../model/safe-address.ts';
import { type Atom, replaced } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { kindOfValue, valueAs } from '../style/own-properties.ts';
import { colorKey, valueParts } from '../style/values.ts';
import { isBoundText, type TreeElement } from '../tree.ts';
import { hole, type MarkupDetector } from './detector.ts';

/** Values of inline style: custom properties, colours, shares, pictures and times. */
export const styleValues: MarkupDetector = (element, { tree }) => {
  const style = element.attributes.get('style');
  if (!style?.isQuoted || isBoundText(style.text)) return [];
  const { start, end } = style.value;
  if (tree.source.slice(start, end) !== style.text) return [];
  return declarationsIn(style.text).flatMap(({ property, value, offset }) => {
    const at = { start: start + offset, end: start + offset + value.length };
    const about = { element, slot: `style:${property}` };
    return property.startsWith('--')
      ? ownProperty(about, property, value, at)
      : plainProperty(about, property, value, at);
  });
};

type About = Pick<Atom, 'slot'> & { readonly element: TreeElement };
type Written = { readonly property: string; readonly value: string; readonly offset: number };
type At = { readonly start: number; readonly end: number };

function declarationsIn(style: string): Written[] {
  const written =
    /(?:^|;)\s*([\w-]+)\s*:\s*((?:[^;"'(]|"[^"]*"|'[^']*'|\((?:[^()]|\([^()]*\))*\))+)/g;
  return [...style.matchAll(written)].map((match) => {
    const [whole, property = '', raw = ''] = match;
    const value = raw.trimEnd().replace(/\s*!important$/, '');
    return { property, value, offset: match.index + whole.length - raw.length };
  });
}

function ownProperty(about: About, property: string, value: string, at: At): Atom[] {
  const read = kindOfValue(value);
  if (!read) return [];
  const words = property.slice(2).replace(/[-_]+/g, ' ');
  return [
    {
      ...{ ...about, ...read, value: valueAs(read.kind, value) },
      marks: [replaced('template', 'value', at, hole())],
      ...{ names: [words], weight: 0.9, why: 'a custom property of the author' },
      ...(read.kind === 'color' ? { same: `color ${colorKey(value)}` } : {}),
    },
  ];
}

const share = /^(?:width|height|left|right|top|bottom|flex-basis|inset-inline-start)$/;

function plainProperty(about: About, property: string, value: string, at: At): Atom[] {
  const [part, ...more] = valueParts(value, at.start);
  const names = elementNames(about.element);
  const named = (word: string) => [...names.map((name) => `${name} ${word}`), word];
  if (share.test(property) && part?.type === 'percentage' && part.text === value) {
    const number = { start: at.start, end: at.end - 1 };
    const declares = { type: 'number', minimum: 0, maximum: 100, description: 'In per cent.' };
    const marks = [replaced('template', 'value', number, hole())];
    const about2 = { ...about, marks, declares, names: named(property) };
    return [
      {
        ...{ ...about2, kind: 'number', value: Number.parseFloat(value), section: 'Content' },
        ...{ weight: 0.75, why: 'a share of the whole' },
      },
    ];
  }
  if (!part || more.length > 0) return [];
  const marks = [replaced('template', 'value', part, hole())];
  if (part.type === 'color' && /color|background|border|fill|stroke/.test(property)) {
    const role = property.replace(/-/g, ' ');
    const same = `color ${colorKey(part.text)}`;
    const why = 'a colour written on the element';
    return [
      {
        ...about,
        marks,
        kind: 'color',
        value: part.text,
        names: named(role),
        section: 'Look',
        weight: 0.8,
        why,
        same,
      },
    ];
  }
  if (part.type === 'url' && /^background/.test(property) && isSafeAddress(part.address ?? '')) {
    const value = { src: part.address ?? '' };
    const why = 'a picture that style shows';
    const same = `image ${part.address}`;
    return [
      {
        ...about,
        marks,
        kind: 'image',
        value,
        names: named('picture'),
        section: 'Content',
        weight: 0.85,
        why,
        same,
      },
    ];
  }
  if (part.type === 'time' && isOfCssType('<time>', value)) {
    const why = 'a time written on the element';
    return [
      {
        ...about,
        marks,
        kind: 'duration',
        value,
        names: [property.replace(/-/g, ' ')],
        section: 'Motion',
        weight: 0.65,
        why,
      },
    ];
  }
  if (
    part.type === 'length' &&
    part.text === value &&
    /^(?:max-)?(?:width|height)$/.test(property)
  ) {
    const why = 'a size written on the element';
    return [
      {
        ...about,
        marks,
        kind: 'length',
        value,
        names: named(property),
        section: 'Look',
        weight: 0.5,
        why,
      },
    ];
  }
  return [];
}
