import type { Reference } from '../../model/path.ts';
import type { BoundAttribute } from './attribute.ts';
import type { Attribute, Element } from './markup.ts';

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
  const { link } = reference.field.kind;
  if (link === 'itself') return reference;
  // `to.href` fills the same place as `to`; only a link brings members of kind address.
  if (link !== 'member') return undefined;
  return { ...reference, steps: reference.steps.slice(0, -1) };
}
