import {
  attributeOf,
  attributeStart,
  isBound,
  type MarkupElement,
  type MarkupSource,
} from '../../sources/markup-source.ts';
import type { Subject } from '../../sources/subject.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { nearSlip } from '../flaw/near-slip.ts';

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
const references = [
  'for',
  'list',
  'form',
  'headers',
  'popovertarget',
  'commandfor',
  'itemref',
  'aria-labelledby',
  'aria-describedby',
  'aria-controls',
  'aria-owns',
  'aria-details',
  'aria-activedescendant',
  'aria-errormessage',
  'aria-flowto',
];

/** References to ids that no element has. */
export const deadReferences: Check = (subject) => {
  const { markup } = subject;
  const known = knownIds(markup);
  const isDead = (id: string) => id !== '' && !known.has(id) && !isMade(subject, id);
  const named = markup.having(...references).flatMap(({ element, name, value }): Flaw[] => {
    if (isBound(value)) return [];
    return value
      .split(/\s+/)
      .filter(isDead)
      .map((id) => {
        const near = nearSlip(id, [...known]);
        return flaw(markup, attributeStart(element, name), 'markup/dead-reference', {
          name,
          id,
          near,
        });
      });
  });
  const outside: { id: string; at: number }[] = [];
  const linked = markup.having('href', 'usemap').flatMap(({ element, name, value }): Flaw[] => {
    const id = value.slice(1);
    if (!value.startsWith('#') || isBound(value) || !isDead(id)) return [];
    // `#top` is the top of a page that has no such id (HTML Standard, 7.4.6.4).
    if (name === 'href' && /^(?:top|\/.*|!.*)$/i.test(id)) return [];
    const near = nearSlip(id, [...known]);
    const at = attributeStart(element, name);
    // A page has parts of its own to link to, so only a near miss is plainly a slip.
    if (near === undefined) {
      outside.push({ id, at });
      return [];
    }
    return [flaw(markup, at, 'markup/dead-reference', { name, id, near })];
  });
  const [first] = outside;
  if (!first) return [...named, ...linked];
  const data = { id: first.id, count: outside.length };
  return [...named, ...linked, flaw(markup, first.at, 'markup/link-outside', data)];
};

/** True where all words of an id are in the script, which may well make it. */
function isMade({ script }: Subject, id: string): boolean {
  const words = id.match(/[A-Za-z_][\w-]*/g) ?? [];
  return words.length > 0 && words.every((word) => script.count(word) > 0);
}

function knownIds(markup: MarkupSource): Set<string> {
  const known = new Set(markup.ids.keys());
  for (const element of markup.named('map', 'a')) {
    const name = attributeOf(element, 'name');
    if (name) known.add(name);
  }
  return known;
}
