import { finding } from '../../problem/finding.ts';
import { type Binder, refer, valueRead } from './binder.ts';
import type { Mark } from './mark.ts';
import type { Attribute, Element } from './markup.ts';
import { readMarkup } from './markup.ts';

/** Elements that differ in what they mean, and not in what they do. */
const meaningful = new Set([
  'address',
  'article',
  'aside',
  'b',
  'blockquote',
  'cite',
  'code',
  'dd',
  'del',
  'dfn',
  'div',
  'dl',
  'dt',
  'em',
  'figcaption',
  'figure',
  'footer',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'header',
  'hgroup',
  'i',
  'ins',
  'kbd',
  'legend',
  'li',
  'main',
  'mark',
  'menu',
  'nav',
  'ol',
  'p',
  'pre',
  'q',
  's',
  'samp',
  'search',
  'section',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'td',
  'th',
  'u',
  'ul',
  'var',
]);

/** Compiles `km-as`: the names in both tags, and the author's kept where it is another. */
export function markName(
  binder: Binder,
  element: Element,
  attribute: Attribute,
  loops: readonly string[],
): Mark[] {
  const { source, lines } = binder;
  const path = source.slice(attribute.value.start, attribute.value.end).trim();
  const place = lines.placeAt(attribute.value.start);
  const reference = refer(binder, path, loops, attribute.value.start);
  if (!reference) return [];
  const report = (what: string) => {
    binder.report(finding('template/as', { path, what }, place, path));
    return [];
  };
  const { field, fact } = reference;
  if (!field.kind.options || fact) return report('is not a choice of element names');
  const names = field.kind.options(field.declared).map(String);
  const odd = names.find((name) => !meaningful.has(name));
  if (odd !== undefined) {
    return report(`may be ${JSON.stringify(odd)}, which cannot replace another element`);
  }
  if (!element.endTag || !element.isHtml)
    return report(`needs <${element.name}> to have an end tag`);
  const torn = names.find((name) => !keepsShape(source, element, name));
  if (torn !== undefined) {
    return report(`may be ${torn}, which browsers do not allow in place of <${element.name}>`);
  }
  for (const name of [element.name, ...names]) binder.renamedElements.add(name);
  const named = { of: valueRead(reference), author: element.name };
  const length = element.name.length;
  const start = element.start + 1;
  const end = element.endTag.start + 2;
  return [
    { start, end: start + length, write: { is: 'name', ...named } },
    { start: start + length, end: start + length, write: { is: 'name-mark', ...named } },
    { start: end, end: end + length, write: { is: 'name', ...named } },
  ];
}

/** Names that the parser treats alike (HTML Standard, 13.2.6.4.7). */
const headings = /^h[1-6]$/;

/** True where a browser builds the same tree with another name in these tags. */
function keepsShape(source: string, element: Element, name: string): boolean {
  const { start, end, endTag } = element;
  if (!endTag) return false;
  if (name === element.name || (headings.test(name) && headings.test(element.name))) return true;
  const around: string[] = [];
  for (let one = element.parent; one; one = one.parent) around.unshift(`<${one.name}>`);
  const content = source.slice(start + 1 + element.name.length, endTag.start + 2);
  // What comes after it tells whether it was closed where it ends.
  const shape = (own: string) =>
    shapeOf(
      `${around.join('')}<${own}${content}${own}${source.slice(endTag.start + 2 + element.name.length, end)}<b>`,
    );
  return shape(element.name) === shape(name);
}

/** Which element is in which, without their names. */
export function shapeOf(source: string): string {
  const { elements } = readMarkup(source);
  const at = new Map(elements.map((one, index) => [one, index]));
  return elements.map(({ parent }) => (parent ? at.get(parent) : '-')).join(' ');
}
