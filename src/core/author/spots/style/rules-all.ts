import type { StyleDeclaration, StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { Found, Proposal } from '../atom.ts';

/**
 * Tells what keeps a field of style from ruling wherever its title says: a rule of the same elements
 * that sets the property again, later or under a width, or another length of the rule that is made
 * for the one size. What it does not rule is for those to bind who see that.
 */
export function notRuledBy(style: StyleSource): (proposal: Proposal) => string | undefined {
  const byPlace = new Map<string, StyleDeclaration[]>();
  for (const one of style.declarations) {
    const key = placeOf(style, one);
    byPlace.set(key, [...(byPlace.get(key) ?? []), one]);
  }
  return ({ found }) => {
    const own = found.filter((one) => one.in === 'style');
    const holds = (declaration: StyleDeclaration) => own.some((one) => isIn(one, declaration));
    const reasons = own.map((one) => {
      const declaration = style.declarations.find((other) => isIn(one, other));
      if (!declaration?.rule || declaration.property.startsWith('--')) return undefined;
      const others = (byPlace.get(placeOf(style, declaration)) ?? []).filter(
        (other) => other !== declaration && !holds(other),
      );
      const isSetAgain = others.some(
        (other) => isConditional(other) || other.offset > declaration.offset,
      );
      if (isSetAgain || style.rules.some((rule) => isChosenOver(style, rule, declaration)))
        return `another rule of the same elements sets ${declaration.property} again`;
      return hasHalf(declaration, holds)
        ? `another length of the rule is made for this ${declaration.property}`
        : undefined;
    });
    return reasons.find((one) => one !== undefined);
  };
}

function isIn({ start, end }: Found, { valueOffset, value }: StyleDeclaration): boolean {
  return start >= valueOffset && end <= valueOffset + value.length;
}

/** What a declaration sets, and of which elements. */
function placeOf({ text }: StyleSource, { property, rule }: StyleDeclaration): string {
  const at = rule?.node.prelude.loc;
  const selector = at ? text.slice(at.start.offset, at.end.offset).replace(/\s+/g, ' ') : '';
  return `${selector} | ${property}`;
}

/** True for a rule that sets the same of an element as long as something is chosen, as one of several always is. */
function isChosenOver(
  { text }: StyleSource,
  { selectors, declarations }: StyleRule,
  { property, rule }: StyleDeclaration,
): boolean {
  const written = (node: StyleRule['selectors'][number]) =>
    text.slice(node.loc?.start.offset, node.loc?.end.offset).trim();
  const own = (rule?.selectors ?? []).map(written);
  const isSet = declarations.some(
    (one) => one.property === property || isPartOf(one.property, property),
  );
  return (
    isSet &&
    selectors.some((node) => {
      const [, subject] = /:(?:checked|target)\s*~\s*([^\s~+>]+)$/.exec(written(node)) ?? [];
      return subject !== undefined && own.includes(subject);
    })
  );
}

/** `border-color` is part of what `border-top` sets. */
function isPartOf(part: string, property: string): boolean {
  return /^border-color$/.test(part) && /^border(?:-\w+)?$/.test(property);
}

function isConditional({ rule }: StyleDeclaration): boolean {
  return (rule?.conditions.length ?? 0) > 0;
}

/** True where a place or a margin of the rule is half the size: it was made for that size alone. */
function hasHalf(
  { property, value, rule }: StyleDeclaration,
  holds: (declaration: StyleDeclaration) => boolean,
): boolean {
  const [, number, unit] = /^(\d*\.?\d+)(px|r?em)$/.exec(value) ?? [];
  if (!/^(?:width|height)$/.test(property) || number === undefined) return false;
  const half = `-?0*${String(Number(number) / 2)
    .replace('.', '\\.')
    .replace(/^0/, '0?')}${unit}(?![\\w%])`;
  const isHalf = new RegExp(`(?<![\\w.])${half}`);
  return (rule?.declarations ?? []).some(
    (other) =>
      /^(?:margin|top|left|right|bottom|inset|transform|translate)/.test(other.property) &&
      !holds(other) &&
      isHalf.test(other.value),
  );
}
