import { parseFragment } from 'parse5';
import { isOfCssType } from '#css-type';
import type { Json, JsonObject } from '../../model/json-source.ts';
import { isSafeAddress } from '../../model/safe-address.ts';
import { cssFormats } from '../../model/values/css-formats.ts';
import { fileKind } from '../../text/file-address.ts';
import { kindOfValue, valueAs } from '../spots/style/own-properties.ts';
import { keywordsOf } from './css-keywords.ts';
import type { HandOffer } from './offer.ts';
import type { Reading, Stand } from './stand.ts';

type Of<Name extends Stand['as']> = Extract<Stand, { as: Name }>;

/** Kinds of field whose value could stand at a place, the likeliest first. */
export function valueOffers(reading: Reading, stand: Stand): HandOffer[] {
  switch (stand.as) {
    case 'text':
      return textOffers(reading, stand);
    case 'attribute':
      return attributeOffers(reading, stand);
    case 'value':
      return cssOffers(reading, stand);
    case 'literal':
      return literalOffers(reading, stand);
    default:
      return [];
  }
}

const plain: readonly string[] = ['text', 'multiline'];

function textOffers({ tree }: Reading, { range }: Of<'text'>): HandOffer[] {
  const written = tree.source.slice(range.start, range.end);
  const value = decoded(written);
  const kinds = [...typedKinds(value), ...plain, 'richtext'];
  return kinds.map((kind) => ({
    ...declaring(kind, kind === 'richtext' ? written : typedAs(kind, value)),
    changes: ({ path }) => [{ in: 'template', ...range, parts: [`{~${path}~}`] }],
  }));
}

function attributeOffers({ tree }: Reading, stand: Of<'attribute'>): HandOffer[] {
  const { attribute, range, element } = stand;
  const { name } = attribute;
  if (/^on/.test(name) || name === 'srcdoc' || name.startsWith('km-')) return [];
  if (attribute.value.end <= attribute.value.start) {
    const { start, end } = attribute;
    const written = /="?"?$/.test(tree.source.slice(start, end));
    return [
      {
        ...declaring(written ? 'text' : 'switch', written ? '' : true),
        changes: ({ path }) => [{ in: 'template', start, end, parts: [`${name}="{~${path}~}"`] }],
      },
    ];
  }
  const value = decoded(tree.source.slice(range.start, range.end));
  const isWhole = range.start === attribute.value.start && range.end === attribute.value.end;
  const quote = attribute.isQuoted ? '' : '"';
  const loaded = /^(?:src|poster|data)$/.test(name);
  const media = /^(?:video|audio|source)$/.test(element.name) && name === 'src';
  const file = isSafeAddress(value) ? fileKind(value) : undefined;
  const kinds = [
    ...(isWhole && loaded ? [media ? 'media' : 'image'] : []),
    ...(isWhole && file ? [file] : []),
    ...(isWhole && /^(?:href|action|cite|formaction)$/.test(name) ? ['link'] : []),
    ...typedKinds(value),
    ...plain.slice(0, 1),
    ...(isWhole && !loaded && /^(?:https?:|mailto:|tel:|\.{0,2}\/|#)\S*$/.test(value)
      ? ['link']
      : []),
  ];
  return [...new Set(kinds)].map((kind) => ({
    ...declaring(kind, typedAs(kind, value)),
    changes: ({ path }) => [{ in: 'template', ...range, parts: [`${quote}{~${path}~}${quote}`] }],
  }));
}

function cssOffers(reading: Reading, stand: Of<'value'>): HandOffer[] {
  const source = stand.in === 'style' ? reading.style.text : reading.tree.source;
  const written = source.slice(stand.range.start, stand.range.end);
  const value = stand.in === 'template' ? decoded(written) : written;
  // In rows each has its own value; elsewhere a custom property can differ by width.
  const isVariable = stand.in === 'style' || reading.script.count('style') === 0;
  const spoken = (property: string, path: string) =>
    isVariable && (stand.in === 'style' || !path.includes('.'))
      ? `var(${property})`
      : `{~${path}~}`;
  const bound =
    (around: (spoken: string) => string = (one) => one, suffix = ''): HandOffer['changes'] =>
    ({ path, property }) => [
      { in: stand.in, ...stand.range, parts: [around(spoken(property + suffix, path))] },
    ];
  if (/^["']|["']$/.test(value) || isInString(source, stand)) {
    if (stand.in === 'template') return [];
    return stringOffers(value, source, stand, bound);
  }
  const found = kindOfValue(value)?.kind;
  const [, digits, unit] = /^(-?(?:\d+\.?\d*|\.\d+))([a-z]+)$/i.exec(value) ?? [];
  const isWhole = stand.range.start === stand.whole.start && stand.range.end === stand.whole.end;
  const { range, whole } = stand;
  const valueWith = (other: string) =>
    source.slice(whole.start, range.start) + other + source.slice(range.end, whole.end);
  const isWord = /^-?[a-z][\w-]*$/i.test(value);
  const keywords = isWord ? keywordsOf(stand.property, value, valueWith) : [];
  const isFont = stand.property === 'font-family' && isWhole;
  return [
    ...(isFont
      ? [{ ...declaring('typeface', { family: value }), changes: bound((one) => one, '-family') }]
      : []),
    ...(found && !isFont ? [{ ...declaring(found, valueAs(found, value)), changes: bound() }] : []),
    ...proportional(value, stand, bound),
    ...(digits !== undefined && found === undefined
      ? [{ ...declaring('number', Number(digits), { unit: unit as string }), changes: bound() }]
      : []),
    ...(isOfCssType(cssFormats['css-shape'] ?? '', value) && found !== 'shape'
      ? [{ ...declaring('shape', value), changes: bound() }]
      : []),
    { ...choosing(value, keywords), changes: bound() },
  ];
}

/** Several lengths as one: the first is the field's, the others stay in proportion to it. */
function proportional(
  value: string,
  stand: Of<'value'>,
  bound: (around: (spoken: string) => string) => HandOffer['changes'],
): HandOffer[] {
  const parts = value.split(/\s+/);
  const lengths = parts.map((one) => /^(-?(?:\d+\.?\d*|\.\d+))(px|r?em|ch|vw|vh)?$/.exec(one));
  const [first] = lengths;
  const [, size = '0', unit] = first ?? [];
  const isOfOneUnit = lengths.every((one) => one && (one[2] === unit || one[0] === '0'));
  if (stand.in !== 'style' || parts.length < 2 || !unit || Number(size) === 0 || !isOfOneUnit)
    return [];
  const around = (spoken: string) =>
    lengths
      .map((one) => {
        const own = one?.[1] ?? '0';
        if (Number(own) === 0) return '0';
        return own === size ? spoken : `calc(${spoken} * ${own} / ${size})`;
      })
      .join(' ');
  return [{ ...declaring('length', parts[0] ?? ''), changes: bound(around) }];
}

function isInString(source: string, { range, whole }: Of<'value'>): boolean {
  const before = source.slice(whole.start, range.start).replace(/\\./g, '');
  return (before.match(/"/g)?.length ?? 0) % 2 === 1 || (before.match(/'/g)?.length ?? 0) % 2 === 1;
}

/** A string of `content`; a part of one stands beside the rest (CSS Generated Content 3, 1). */
function stringOffers(
  value: string,
  source: string,
  { range, whole }: Of<'value'>,
  bound: (around?: (spoken: string) => string) => HandOffer['changes'],
): HandOffer[] {
  const [, own] = /^(["'])(.*)\1$/s.exec(value) ?? [];
  if (own !== undefined) {
    const text = value.slice(1, -1).replace(/\\(.)/g, '$1');
    return [{ ...declaring('text', text), changes: bound() }];
  }
  const from = Math.max(
    source.lastIndexOf('"', range.start - 1),
    source.lastIndexOf("'", range.start - 1),
  );
  const quote = source.charAt(from);
  const to = source.indexOf(quote, range.end);
  if (from < whole.start || to < 0 || to >= whole.end) return [];
  const before = source.slice(from + 1, range.start);
  const after = source.slice(range.end, to);
  const parts = [before && `${quote}${before}${quote} `, after && ` ${quote}${after}${quote}`];
  return [
    {
      ...declaring('text', value),
      changes: ({ property }) => [
        {
          in: 'style',
          start: from,
          end: to + 1,
          parts: [`${parts[0]}var(${property})${parts[1]}`],
        },
      ],
    },
  ];
}

function literalOffers({ script }: Reading, stand: Of<'literal'>): HandOffer[] {
  const { value, range, whole, quote } = stand;
  const isPart = quote === '`' || range.start > whole.start || range.end < whole.end;
  const changes: HandOffer['changes'] = ({ path }) => {
    const read = `mould.values.${path}`;
    if (!isPart) return [{ in: 'script', ...range, parts: [read] }];
    if (quote === '`') return [{ in: 'script', ...range, parts: [`\${${read}}`] }];
    const before = script.text.slice(whole.start, range.start);
    const after = script.text.slice(range.end, whole.end);
    const joined = [
      ...(before.length > 1 ? [before + quote] : []),
      read,
      ...(after.length > 1 ? [quote + after] : []),
    ];
    // A sign beside it binds no less than a call or a member would (ECMAScript, 13.8).
    return [
      {
        in: 'script',
        ...whole,
        parts: [`(${joined.length === 1 ? `'' + ${read}` : joined.join(' + ')})`],
      },
    ];
  };
  if (typeof value === 'boolean') return [{ ...declaring('switch', value), changes }];
  if (typeof value === 'number')
    return [
      { ...declaring('number', value), changes },
      { ...declaring('duration', `${value}ms`), changes },
    ];
  const found = kindOfValue(value)?.kind;
  const kinds = [
    ...(found === 'color' ? ['color'] : []),
    'text',
    ...(found && found !== 'color' && found !== 'number' ? [found] : []),
    ...(!isPart && /^[.#a-z[*]/i.test(value) ? ['target'] : []),
  ];
  return [
    ...kinds.map((kind) => ({ ...declaring(kind, value), changes })),
    ...(isPart ? [] : [{ ...choosing(value, []), changes }]),
  ];
}

function typedKinds(value: string): string[] {
  if (/^\d{4}-\d\d-\d\d$/.test(value)) return ['date'];
  return /^-?(?:0|[1-9]\d*)(?:\.\d+)?$/.test(value) ? ['number'] : [];
}

function typedAs(kind: string, value: string): Json {
  if (kind === 'number') return Number(value);
  if (kind === 'link') return { href: value };
  return kind === 'image' || kind === 'media' ? { src: value } : value;
}

const typed: Readonly<Record<string, JsonObject>> = {
  text: { type: 'string' },
  number: { type: 'number' },
  switch: { type: 'boolean' },
};

function declaring(kind: string, held: Json, more: JsonObject = {}) {
  const declared: JsonObject = { ...(typed[kind] ?? { kind }), ...more, default: held };
  return { form: kind, does: doing[kind] ?? `a field of the kind ${kind}`, declared };
}

function choosing(value: string, others: readonly string[]) {
  const all = [value, ...others.filter((one) => one !== value)];
  const declared: JsonObject = { enum: all, default: value };
  return {
    form: 'choice',
    does: `one of ${all.slice(0, 4).join(', ')}${all.length > 4 ? ' …' : ''}`,
    declared,
  };
}

const doing: Readonly<Record<string, string>> = {
  text: 'a line of text',
  multiline: 'text with line breaks',
  richtext: 'text with bold, links and the like',
  number: 'a number',
  switch: 'on or off',
  color: 'a colour',
  length: 'a length',
  duration: 'a time',
  date: 'a date',
  link: 'a link',
  image: 'a picture',
  media: 'a film or a sound',
  typeface: 'a typeface',
  shape: 'a shape',
  target: 'elements of the page that it is meant to reach',
};

/** What markup says, character references read. */
function decoded(markup: string): string {
  return parseFragment(markup.replace(/</g, '&lt;'))
    .childNodes.map((one) => ('value' in one ? one.value : ''))
    .join('');
}
