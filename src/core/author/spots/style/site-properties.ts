import type { Json } from '../../../model/json-source.ts';
import type { KindName } from '../../../model/kinds.ts';
import type { StyleDeclaration } from '../../sources/style-source.ts';
import type { Atom, Mark } from '../atom.ts';
import { withoutPrefix } from '../names/element-names.ts';
import type { StyleDetector, StyleLook } from './detector.ts';
import { kindOfValue, valueAs } from './own-properties.ts';

/** What a property takes, where it is the value alone that says what comes from the site. */
const byProperty: readonly (readonly [RegExp, KindName])[] = [
  [/^(?:color|background-color|.*-color|fill|stroke|background|border(?:-\w+)?|outline)$/, 'color'],
  [
    /^(?:(?:min-|max-)?(?:width|height)|margin.*|padding.*|gap|.*-gap|border-radius|.*-radius|font-size|inset|top|left|right|bottom)$/,
    'length',
  ],
  [/(?:duration|delay)$/, 'duration'],
];

/**
 * Custom properties that come from the site: as fields they have a value of the mould's own where one
 * is given, and that of the site where none is.
 */
export const siteProperties: StyleDetector = (look) => {
  const set = new Set(look.style.declarations.map(({ property }) => property));
  const isOfSite = (name: string) => !set.has(name) && !look.isSetElsewhere(name);
  const found = new Map<string, { marks: Mark[]; kind: KindName; value: Json }>();
  for (const { declaration } of look.styled) {
    for (const use of usesIn(look, declaration)) {
      if (!isOfSite(use.name)) continue;
      const before = found.get(use.name);
      if (before) before.marks.push(use.mark);
      else if (use.kind) found.set(use.name, { ...use, kind: use.kind, marks: [use.mark] });
    }
  }
  return [...found].map(([property, { marks, kind, value }]): Atom => {
    const words = property.slice(2).replace(/[-_]+/g, ' ');
    return {
      kind,
      value,
      declares: { property },
      slot: `site ${property}`,
      marks,
      names: [withoutPrefix(words, look.blocks), words],
      section: 'Look',
      // The site has it, and knows better.
      weight: 0.5,
      why: 'a custom property that comes from the site',
    };
  });
};

/** The uses of custom properties in one declaration; each stays as it is written. */
function usesIn({ style }: StyleLook, { property, value, valueOffset }: StyleDeclaration) {
  return [...value.matchAll(/var\(\s*(--[\w-]+)\s*(?:,\s*([^()]*))?\)/g)].map(
    ({ 0: written, 1: name = '', 2: fallback = '', index }) => {
      const start = style.text.indexOf(written, valueOffset + index);
      const range = { start, end: start + written.length };
      const read = fallback.trim() === '' ? undefined : kindOfValue(fallback.trim());
      const kind = read?.kind ?? byProperty.find(([asked]) => asked.test(property))?.[1];
      const own: Json = read ? valueAs(read.kind, fallback.trim()) : null;
      const mark: Mark = {
        ...range,
        in: 'style',
        as: 'value',
        drafts: [{ ...range, text: () => written }],
      };
      return { name, kind, value: own, mark };
    },
  );
}
