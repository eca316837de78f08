import type { JsonObject } from '../../model/json-source.ts';
import type { Reference } from '../../model/path.ts';
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
 * Writes `target` and `rel` of a link. The author's own target stands where the field asks for
 * no new tab; the author's rel words are kept, and a new tab is never given this window
 * (`noopener`, HTML Standard 4.6.7).
 */
export function compileLinkAttributes(
  link: Reference,
  authors: { readonly target: string | undefined; readonly rel: string | undefined },
): Write {
  const read = readerOf(link);
  const authorsWords = words(authors.rel ?? '');
  const authorsTarget = authors.target === undefined ? '' : ` target="${authors.target}"`;
  const authorsOwn = authorsTarget + relOf(authorsWords);
  return (scope) => {
    const value = read(scope) as JsonObject;
    const href = String(value.href ?? '');
    const isNewTab = value.newTab === true || (value.newTab === 'offsite' && isOffsite(href));
    const opens = isNewTab && href !== '';
    // By far the most links open here and say nothing of their relation.
    if (!opens && !value.rel) return authorsOwn;
    const rel = new Set([...authorsWords, ...words(toHtmlText(String(value.rel ?? '')))]);
    if (opens) rel.add('noopener');
    const target = opens ? ' target="_blank"' : authorsTarget;
    return target + relOf([...rel]);
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
