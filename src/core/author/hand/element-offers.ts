import type { JsonObject } from '../../model/json-source.ts';
import { childrenOf, type TreeElement, within } from '../spots/tree.ts';
import type { HandOffer } from './offer.ts';
import type { Reading, Stand } from './stand.ts';

type Of<Name extends Stand['as']> = Extract<Stand, { as: Name }>;

const headings = ['h1', 'h2', 'h3', 'h4', 'h5', 'h6'];

/** Tags that could take each other's place. */
const exchangeable: readonly (readonly string[])[] = [
  [...headings, 'p', 'div'],
  ['div', 'section', 'article', 'aside', 'header', 'footer', 'nav', 'main'],
  ['ul', 'ol'],
  ['b', 'strong', 'em', 'i', 'span', 'mark', 'small'],
];

/** What could be made of a whole element. */
export function elementOffers(reading: Reading, { element }: Of<'element'>): HandOffer[] {
  const { tree } = reading;
  const { name, inner, endTag, startTag } = element;
  const at = startTag.start + 1 + name.length;
  const put =
    (binding: (path: string) => string): HandOffer['changes'] =>
    ({ path }) => [{ in: 'template', start: at, end: at, parts: [` ${binding(path)}`] }];
  const has = (binding: string) => element.attributes.has(binding);
  const names = exchangeable.find((some) => some.includes(name)) ?? [];
  const written = tree.source.slice(inner.start, inner.end);
  const isPlain = !/km-/.test(written) && written.trim() !== '';
  const offers: (HandOffer | false)[] = [
    !has('km-when') && {
      form: 'optional',
      does: 'a switch that shows or leaves it out',
      declared: { type: 'boolean', default: true },
      changes: put((path) => `km-when="${path}"`),
    },
    !has('km-each') &&
      beside(element).length > 0 && {
        form: 'list',
        does: 'a list, with the elements like it as its rows',
        declared: { type: 'array' },
        changes: () => [],
      },
    !has('km-each') && {
      form: 'repeat',
      does: 'a number: so many copies of it',
      declared: { type: 'integer', minimum: 0, maximum: 24, default: 1 },
      changes: put((path) => `km-each="${path}"`),
    },
    !has('km-shell') && {
      form: 'wrapper',
      does: 'a switch for its tags; what is in it stays',
      declared: { type: 'boolean', default: true },
      changes: put((path) => `km-shell="${path}"`),
    },
    names.length > 0 &&
      !has('km-as') && {
        form: 'tag',
        does: `its tag: ${names.slice(0, 4).join(', ')} …`,
        declared: { enum: [name, ...names.filter((one) => one !== name)], default: name },
        changes: put((path) => `km-as="${path}"`),
      },
    isPlain &&
      endTag !== undefined && {
        form: 'richtext',
        does: 'all that is in it as one text with formatting',
        declared: { kind: 'richtext', default: written.trim() },
        changes: ({ path }) => [
          { in: 'template', ...trimmed(written, inner.start), parts: [`{~${path}~}`] },
        ],
      },
    isPlain &&
      endTag !== undefined && {
        form: 'markup',
        does: 'all that is in it as markup of any kind, such as an embed code',
        declared: { kind: 'markup', default: written.trim() },
        changes: ({ path }) => [
          { in: 'template', ...trimmed(written, inner.start), parts: [`{~${path}~}`] },
        ],
      },
    endTag !== undefined &&
      isLinkable(element) && {
        form: 'link',
        does: 'a link around what is in it, where it has an address',
        declared: { kind: 'link', default: {} },
        isInside: true,
        changes: ({ path }) => {
          const { start, end } = trimmed(written, inner.start);
          // What had no link looks as it did.
          const look = 'color: inherit; text-decoration: inherit';
          const open = `<a km-shell="${path}" href="{~${path}~}" style="${look}">`;
          return [
            { in: 'template', start, end: start, parts: [open] },
            { in: 'template', start: end, end, parts: ['</a>'] },
          ];
        },
      },
    endTag !== undefined &&
      !has('km-slot') && {
        form: 'slot',
        does: 'a place for other widgets; what is in it shows while there are none',
        declared: {},
        changes: put((path) => `km-slot="${path}"`),
      },
    ...classOffers(reading, element),
  ];
  return offers.filter((one) => one !== false);
}

/** A class that an element has, or that the sheet has for such elements. */
function classOffers({ style, tree }: Reading, element: TreeElement): HandOffer[] {
  const attribute = element.attributes.get('class');
  const known = [...style.classes.keys()];
  const variants = element.classes.flatMap((name) =>
    known.filter((other) => other.startsWith(`${name}--`) && !element.classes.includes(other)),
  );
  const states = known.filter((name) => isVariantOf(name, element, style.text));
  const at = element.startTag.start + 1 + element.name.length;
  const more = [...new Set([...variants, ...states])];
  if (more.length === 0 || element.attributes.has('km-class')) return [];
  const end = attribute?.value.end ?? at;
  const choice: HandOffer = {
    form: 'class',
    does: `a class that the sheet has for it: ${more.slice(0, 3).join(', ')}`,
    declared: { enum: ['', ...more], default: '' },
    changes: ({ path }) => [
      attribute && tree.source.slice(end, end + 1).match(/["']/)
        ? { in: 'template', start: end, end, parts: [` {~${path}~}`] }
        : { in: 'template', start: at, end: at, parts: [` class="{~${path}~}"`] },
    ],
  };
  return [choice];
}

/** True for a class that a rule of the sheet joins to one of an element's own: `.card.is-big`. */
function isVariantOf(name: string, { classes }: TreeElement, style: string): boolean {
  if (classes.includes(name)) return false;
  return classes.some(
    (own) => style.includes(`.${own}.${name}`) || style.includes(`.${name}.${own}`),
  );
}

/** What could be made of one class of an element. */
export function classWordOffers({ style, tree }: Reading, stand: Of<'class'>): HandOffer[] {
  const { range, element } = stand;
  const word = tree.source.slice(range.start, range.end);
  const [prefix = word] = /^.*?(?:--|__)|^.*-(?=[^-]+$)/.exec(word) ?? [];
  const others = [...style.classes.keys()].filter(
    (name) => name !== word && name.startsWith(prefix) && !element.classes.includes(name),
  );
  const declared: JsonObject = { enum: [word, ...others, ''], default: word };
  const change = (text: string) => ({ in: 'template', ...range, parts: [text] }) as const;
  return [
    {
      form: 'choice',
      does: `one of the classes ${[word, ...others].slice(0, 4).join(', ')}, or none`,
      declared,
      changes: ({ path }) => [change(`{~${path}~}`)],
    },
    {
      form: 'switch',
      does: `the class ${word}, on or off`,
      declared: { type: 'boolean', default: true },
      changes: ({ path }) => {
        const at = element.startTag.start + 1 + element.name.length;
        const blank = /\s*$/.exec(tree.source.slice(0, range.start))?.[0].length ?? 0;
        const isFirst = range.start - blank < (stand.attribute.value.start ?? 0) + 1;
        const start = isFirst ? range.start : range.start - blank;
        return [
          { in: 'template', start: at, end: at, parts: [` km-class="${path}: ${word}"`] },
          { in: 'template', start, end: range.end, parts: [] },
        ];
      },
    },
  ];
}

/** True for what may hold a link around all that is in it (HTML Standard, 4.5.1). */
function isLinkable(element: TreeElement): boolean {
  const has = (name: RegExp) => [...within(element)].some((one) => name.test(one.name));
  const isIn = (one: TreeElement | undefined): boolean =>
    one !== undefined && (/^(?:a|button|label)$/.test(one.name) || isIn(one.parent));
  if (isIn(element) || has(/^(?:a|button|input|select|textarea|label|iframe|audio|video)$/))
    return false;
  return /^(?:li|t[dh]|d[td]|h[1-6]|p|div|span|figure|figcaption|article|section|b|strong|em)$/.test(
    element.name,
  );
}

function beside(element: TreeElement): readonly TreeElement[] {
  const around = element.parent ? childrenOf(element.parent) : [];
  return around.filter((one) => one !== element && one.name === element.name);
}

function trimmed(text: string, offset: number) {
  const before = text.length - text.trimStart().length;
  return { start: offset + before, end: offset + text.trimEnd().length };
}
