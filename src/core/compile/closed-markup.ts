import { type DefaultTreeAdapterTypes, parseFragment, serialize } from 'parse5';
import { readMarkup } from './template/markup.ts';

/** Tags that a fragment has no use for, and that act on the page they are put into. */
const ofPages = /<\/?(?:html|head|body|frameset|plaintext)\b/i;

/**
 * Markup of the host's own as it was given, closed: what it leaves open would take in what comes
 * after it, and an end tag without its start would end what it stands in. Only where it does
 * either is it changed.
 */
export function closedMarkup(given: string): string {
  const markup = given.trim();
  if (!/[<&]/.test(markup)) return markup;
  const { breaksOff, openAtEnd } = readMarkup(markup);
  const closed = markup + openAtEnd.map(({ name }) => `</${name}>`).join('');
  if (!breaksOff && !ofPages.test(markup) && staysWithin(closed)) return closed;
  return serialize(parseFragment(markup.replace(/<(\/?)plaintext\b/gi, '<$1pre')));
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
