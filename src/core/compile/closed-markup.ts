import { type DefaultTreeAdapterTypes, parseFragment, serialize } from 'parse5';
import {
  type Element,
  type Markup,
  optionalEnd,
  readMarkup,
  voidElements,
} from './template/markup.ts';
import { surroundingsIn } from './template/surroundings.ts';

/** Tags that a fragment has no use for, and that act on the page they are put into. */
const ofPages = /<\/?(?:html|head|body|frameset|plaintext)\b/i;

/**
 * Markup of the host's own as it was given, closed: what it leaves open would take in what comes
 * after it, and an end tag without its start would end what it stands in. Only where it does
 * either is it changed.
 */
export function closedMarkup(given: string): string {
  const text = given.trim();
  if (!/[<&]/.test(text)) return text;
  const markup = readMarkup(text);
  const closed = text + markup.openAtEnd.map(({ name }) => `</${name}>`).join('');
  const isTorn = markup.breaksOff || ofPages.test(text) || hasStrayEnd(markup);
  // One that is closed by another's end tag, such as <i>, goes on behind that.
  const isWhole = !isTorn && neverClosed(markup).every((one) => markup.openAtEnd.includes(one));
  if (isWhole && staysWithin(closed)) return closed;
  return serialize(parseFragment(text.replace(/<(\/?)plaintext\b/gi, '<$1pre')));
}

/** True for markup with a tag that is never closed, or an end tag of nothing in it. */
export function isLoose(given: string): boolean {
  const text = given.trim();
  if (!/[<&]/.test(text)) return false;
  const markup = readMarkup(text);
  return (
    markup.breaksOff || neverClosed(markup).length > 0 || ofPages.test(text) || hasStrayEnd(markup)
  );
}

/** Elements that should have an end tag and have none. */
function neverClosed({ elements, openAtEnd }: Markup): Element[] {
  return elements.filter((one) => {
    if (!one.isHtml) return openAtEnd.includes(one);
    return !one.endTag && !voidElements.has(one.name) && !optionalEnd.has(one.name);
  });
}

/** True where an end tag ends nothing that the markup began. */
function hasStrayEnd(markup: Markup): boolean {
  const known = new Set(markup.elements.flatMap(({ endTag }) => (endTag ? [endTag.start] : [])));
  const around = surroundingsIn(markup);
  return [...markup.source.matchAll(/<\/(?=[a-z])/gi)].some(
    ({ index }) => !known.has(index) && around(index).in === 'text',
  );
}

/** True for markup that ends none of the elements it could stand in. */
function staysWithin(markup: string): boolean {
  const ended = [...markup.matchAll(/<\/([a-z][\w-]*)/gi)].map(([, name = '']) => name);
  return [...new Set(['div', ...ended])].every((name) => {
    const { childNodes } = parseFragment(`<${name}>${markup}</${name}><x-after></x-after>`);
    const [first, second] = childNodes as readonly DefaultTreeAdapterTypes.ChildNode[];
    const isOuter = first?.nodeName === name.toLowerCase();
    return isOuter && second?.nodeName === 'x-after' && childNodes.length === 2;
  });
}
