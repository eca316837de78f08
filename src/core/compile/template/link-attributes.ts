import type { JsonObject } from '../../model/json-source.ts';
import type { Reference } from '../../model/path.ts';
import { isSafeAddress } from '../../model/safe-address.ts';
import type { BoundAttribute } from './attribute.ts';
import type { Attribute, Element } from './markup.ts';
import { readerOf, type Write } from './scope.ts';
import { toHtmlText } from './sink.ts';

/** The link field that fills the whole address of an `<a>`, if one does. */
export function linkOf(
  element: Element,
  attribute: Attribute,
  bound: BoundAttribute,
): Reference | undefined {
  const [reference] = bound.references;
  if (element.name !== 'a' && element.name !== 'area') return undefined;
  if (attribute.name !== 'href' || bound.references.length !== 1 || !reference) return undefined;
  if (bound.texts.some((text) => text.trim() !== '')) return undefined;
  if (reference.field.kindName === 'link') return reference;
  // `to.href` fills the same place as `to`; only a link brings members of kind address.
  if (reference.field.kindName !== 'address') return undefined;
  return { ...reference, steps: reference.steps.slice(0, -1) };
}

/**
 * Writes `href`, `target` and `rel` of a link. The author's own target stands where the field asks
 * for no new tab; the author's rel words are kept, and a new tab is never given this window
 * (`noopener`, HTML Standard 4.6.7).
 *
 * @param href the attribute by its name, as the author wrote it, and its quote
 * @param owned gives an address within the cast the ending of its own ids, where it has any
 */
export function compileLink(
  link: Reference,
  href: { readonly name: string; readonly quote: string | undefined },
  authors: { readonly target: string | undefined; readonly rel: string | undefined },
  owned: (write: Write) => Write,
): Write {
  const read = readerOf(link);
  const before = ` ${href.name}=${href.quote}`;
  const written = (value: JsonObject) => {
    const address = value.href;
    if (typeof address !== 'string' || address === '' || !isSafeAddress(address)) return '';
    return before + toHtmlText(address) + href.quote;
  };
  const authorsWords = words(authors.rel ?? '');
  const authorsTarget = authors.target === undefined ? '' : ` target="${authors.target}"`;
  const authorsOwn = authorsTarget + relOf(authorsWords);
  const more = (value: JsonObject) => {
    const { newTab, rel } = value;
    // By far the most links open here and say nothing of their relation.
    if (!newTab && !rel) return authorsOwn;
    const address = String(value.href ?? '');
    const isNewTab = newTab === true || (newTab === 'offsite' && isOffsite(address));
    const opens = isNewTab && address !== '';
    if (!opens && !rel) return authorsOwn;
    const all = new Set([...authorsWords, ...words(toHtmlText(String(rel ?? '')))]);
    if (opens) all.add('noopener');
    return (opens ? ' target="_blank"' : authorsTarget) + relOf([...all]);
  };
  const address: Write = (scope) => written(read(scope) as JsonObject);
  const withIds = owned(address);
  if (withIds !== address) return (scope) => withIds(scope) + more(read(scope) as JsonObject);
  return (scope) => {
    const value = read(scope) as JsonObject;
    return written(value) + more(value);
  };
}

/** Which host a cast ends up on is not known, so any absolute web address counts as elsewhere. */
function isOffsite(href: string): boolean {
  return /^\s*(?:https?:)?\/\//i.test(href);
}

function relOf(rel: readonly string[]): string {
  return rel.length > 0 ? ` rel="${rel.join(' ')}"` : '';
}

function words(list: string): string[] {
  return list.split(/\s+/).filter((word) => word !== '');
}
