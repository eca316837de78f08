import { parse } from 'acorn';
import { type Mark, withBlankBefore } from './mark.ts';
import type { Attribute, Element, Markup } from './markup.ts';

/** The code of an inline handler, taken out of the markup. */
export interface InlineHandler {
  readonly code: string;
}

/** The inline handlers of a template, and what stands in their places. */
export interface FoundHandlers {
  readonly handlers: readonly InlineHandler[];
  readonly marks: readonly Mark[];
}

/**
 * Takes the inline handlers out of a template: on a page they would look their names up among the
 * page's own, in the script of the cast they find those of the cast. What is no JavaScript stays.
 */
export function takeHandlers(markup: Markup): FoundHandlers {
  const handlers: InlineHandler[] = [];
  const marks: Mark[] = [];
  for (const element of markup.elements) {
    if (!element.carries(isHandler)) continue;
    const said: string[] = [];
    const places: Attribute[] = [];
    for (const attribute of element.attributes) {
      const { name, value } = attribute;
      const written = element.valueOf(name) ?? '';
      if (!isHandler(name, written) || markup.source.slice(value.start, value.end).includes('{~')) {
        continue;
      }
      const isAddress = !name.startsWith('on');
      const code = isAddress ? decoded(written.replace(/^\s*javascript:/i, '')) : written;
      if (!isFunctionBody(code)) continue;
      said.push(`${isAddress ? 'click' : name.slice(2)}:${handlers.length}`);
      handlers.push({ code: code.trim() });
      if (isAddress) marks.push({ ...value, write: 'javascript:void 0' });
      else places.push(attribute);
    }
    marks.push(...placeOf(markup, element, places, said.join(' ')));
  }
  return { handlers, marks };
}

function placeOf(
  markup: Markup,
  element: Element,
  places: readonly Attribute[],
  said: string,
): Mark[] {
  if (said === '') return [];
  const written = `data-km-on="${said}"`;
  const [first, ...others] = places;
  const gone = others.map((one) => ({ ...withBlankBefore(markup.source, one), write: '' }));
  if (first) return [{ start: first.start, end: first.end, write: written }, ...gone];
  const nameEnd = element.start + 1 + element.name.length;
  return [{ start: nameEnd, end: nameEnd, write: ` ${written}` }];
}

function isHandler(name: string, value: string): boolean {
  if (/^on[a-z]/.test(name)) return value.trim() !== '';
  return name === 'href' && /^\s*javascript:(?!\s*(?:void\b|;|$|\/\/|return false))/i.test(value);
}

function isFunctionBody(code: string): boolean {
  try {
    parse(`function f(event) {${code}\n}`, { ecmaVersion: 'latest' });
    return true;
  } catch {
    return false;
  }
}

function decoded(address: string): string {
  try {
    return decodeURIComponent(address);
  } catch {
    return address;
  }
}
