import type { Mark } from './mark.ts';
import { type Element, formatting, type Markup } from './markup.ts';
import { surroundingsIn } from './surroundings.ts';

/** What becomes of the end tags that the parser's tree gives to no element. */
export interface LooseEnds {
  /** Those that end nothing in the template are left out. */
  readonly marks: readonly Mark[];
  /** Formatting that ended with the element around it, and so would go on in the host. */
  readonly goesOn: readonly Element[];
}

/** These make an element of their own (HTML Standard, 13.2.6.4.7). */
const makesElement = /^(?:p|br)$/;

const heading = /^h[1-6]$/;

/**
 * Finds the end tags that end nothing in the template. On the snippet's own page a browser ignores
 * them; in a host they would end what the cast stands in, or the cast's own root.
 *
 * Some end an element that the tree gives no end tag: a heading of another level, or formatting that
 * goes on in a copy. Each of these takes the last that is open, and what is left goes on.
 */
export function findLooseEnds(markup: Markup): LooseEnds {
  const { source, elements, openAtEnd } = markup;
  const known = new Set(elements.flatMap(({ endTag }) => (endTag ? [endTag.start] : [])));
  const around = surroundingsIn(markup);
  // A copy stands where the original does, and has its end tag if there is one.
  const ended = new Set(elements.flatMap(({ start, endTag }) => (endTag ? [start] : [])));
  const unended = new Map(
    elements.filter(({ start }) => !ended.has(start)).map((one) => [one.start, one]),
  );
  const open = [...unended.values()].filter(({ name }) => endsByKind(name));
  const marks = [...source.matchAll(/<\/([a-z][\w-]*)[^<>]*>/gi)].flatMap(
    ({ 0: tag, 1: written = '', index }) => {
      const name = written.toLowerCase();
      if (known.has(index) || makesElement.test(name) || around(index).in !== 'text') return [];
      const last = open.findLastIndex((one) => one.start < index && isOfKind(one.name, name));
      if (last >= 0) open.splice(last, 1);
      return last >= 0 ? [] : [{ start: index, end: index + tag.length, write: '' }];
    },
  );
  const goesOn = open.filter((one) => formatting.test(one.name) && !openAtEnd.includes(one));
  return { marks, goesOn: goesOn.filter(({ isHtml }) => isHtml) };
}

function endsByKind(name: string): boolean {
  return heading.test(name) || formatting.test(name);
}

function isOfKind(name: string, ended: string): boolean {
  return name === ended || (heading.test(name) && heading.test(ended));
}
