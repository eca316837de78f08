import { type Check, type Flaw, flaw } from '../check.ts';
import { nearSlip } from '../near-slip.ts';
import {
  attributeOf,
  attributeStart,
  isBound,
  type MarkupElement,
  type MarkupSource,
} from '../subject/markup-source.ts';

/** Ids that more than one element has, or gets from `km-each`. */
export const sameIds: Check = ({ markup }) =>
  [...markup.ids].flatMap(([id, elements]): Flaw[] => {
    const [first, second] = elements;
    if (!first) return [];
    const line = markup.lines.placeAt(first.start).line;
    if (second) {
      return [flaw(markup, attributeStart(second, 'id'), 'markup/same-id', { id, line })];
    }
    if (!isRepeated(first)) return [];
    return [flaw(markup, attributeStart(first, 'id'), 'markup/repeated-id', { id })];
  });

function isRepeated(element: MarkupElement): boolean {
  for (let at: MarkupElement | undefined = element; at; at = at.parent) {
    if (attributeOf(at, 'km-each') !== undefined) return true;
  }
  return false;
}

/** Attributes that name elements by their ids (HTML Standard, 2.6; WAI-ARIA 1.2, 6.6). */
const references = new Set([
  ...['for', 'list', 'form', 'headers', 'popovertarget', 'commandfor', 'itemref'],
  ...['aria-labelledby', 'aria-describedby', 'aria-controls', 'aria-owns', 'aria-details'],
  ...['aria-activedescendant', 'aria-errormessage', 'aria-flowto'],
]);

/** References to ids that no element has. */
export const deadReferences: Check = ({ markup, script }) => {
  const known = knownIds(markup);
  const isMade = (id: string) =>
    [...id.matchAll(/[A-Za-z_][\w-]*/g)].every(([word]) => script.words.has(word));
  return markup.elements.flatMap((element) =>
    element.node.attrs.flatMap(({ name, value }): Flaw[] => {
      if (isBound(value)) return [];
      const isLink = name === 'href' && value.startsWith('#') && value.length > 1;
      const isMap = name === 'usemap' && value.startsWith('#');
      if (!references.has(name) && !isLink && !isMap) return [];
      const ids = isLink || isMap ? [value.slice(1)] : value.split(/\s+/);
      return ids.flatMap((id) => {
        if (id === '' || known.has(id) || isMade(id)) return [];
        // `#top` is the top of a page that has no such id (HTML Standard, 7.4.6.4).
        if (isLink && /^(?:top|\/.*|!.*)$/i.test(id)) return [];
        const near = nearSlip(id, [...known]);
        const at = attributeStart(element, name);
        // A page has parts of its own to link to, so only a near miss is plainly a slip.
        if (isLink && near === undefined) return [flaw(markup, at, 'markup/link-outside', { id })];
        return [flaw(markup, at, 'markup/dead-reference', { name, id, near })];
      });
    }),
  );
};

function knownIds(markup: MarkupSource): Set<string> {
  const known = new Set(markup.ids.keys());
  for (const element of markup.elements) {
    const name = element.name === 'map' || element.name === 'a' ? attributeOf(element, 'name') : '';
    if (name) known.add(name);
  }
  return known;
}
