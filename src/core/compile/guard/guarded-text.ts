import { toHtmlText } from '../template/sink.ts';
import type { TextGuard } from './text-guard.ts';

/** Takes no room and no part in a word; behind `<` or `&` it keeps them the signs they are. */
const joiner = '\u2060';

/** What looks the same as a sign that would end an attribute. */
const lookAlikes: Readonly<Record<string, string>> = { '"': '”', "'": '’', ' ': '\u00a0' };

/**
 * Keeps a text the signs it is where a parser of HTML reads it: a tag begins with `<` and a letter,
 * a character reference with `&` and a letter or `#` (HTML Standard, 13.2.5.6 and 13.2.5.72).
 *
 * @param ends what ends the places in tags that it may come to: quotes, or a blank
 */
export function guardedText(text: string, ends: string): string {
  const inText = text.replace(/<(?=[a-z/!?])|&(?=[a-z#])/gi, (sign) => sign + joiner);
  if (ends === '') return withoutScheme(inText);
  const inTag = inText.replace(/["']|[\t\n\f\r ]/g, (sign) => {
    const end = /["']/.test(sign) ? sign : ' ';
    return ends.includes(end) ? (lookAlikes[end] as string) : sign;
  });
  return withoutScheme(inTag);
}

/** Keeps a text from being an address that runs. */
function withoutScheme(text: string): string {
  if (!text.includes(':')) return text;
  const bare = text.replace(/[\u0000-\u0020]/g, '');
  return /^(?:javascript|vbscript|data):/i.test(bare) ? text.replace(':', `${joiner}:`) : text;
}

/** How script finds the text of a field. */
export function textWriter(guard: TextGuard, path: string): (text: string) => string {
  if (guard.plain.includes(path)) return withoutScheme;
  if (guard.inMarkup.includes(path)) {
    return guard.isInPage
      ? (text) => toHtmlText(guardedText(text, ''))
      : (text) => toHtmlText(withoutScheme(text));
  }
  return (text) => guardedText(text, guard.ends);
}

/** An address in which nothing ends an attribute or begins a tag (URL Standard, percent-encode). */
export function guardedAddress(address: string): string {
  return address.replace(
    /["'<>`]/g,
    (sign) => `%${sign.charCodeAt(0).toString(16).padStart(2, '0').toUpperCase()}`,
  );
}
