import { getOrMake } from '../../../text/memoize.ts';
import {
  declarationAt,
  type StyleDeclaration,
  type StyleSource,
} from '../../sources/style-source.ts';
import type { Found, Proposal } from '../atom.ts';

/**
 * Tells what keeps a field of style from ruling wherever its title says: a rule of the same elements
 * that sets the property again, later or under a width, or another length of the rule that is made
 * for the one size. What it does not rule is for those to bind who see that.
 */
export function notRuledBy(style: StyleSource): (proposal: Proposal) => string | undefined {
  const byPlace = new Map<string, StyleDeclaration[]>();
  for (const one of style.declarations) getOrMake(byPlace, placeOf(one), () => []).push(one);
  const chosen = setByChoice(style);
  return ({ found }) => {
    const own = found.filter((one) => one.in === 'style');
    const holds = (declaration: StyleDeclaration) => own.some((one) => isIn(one, declaration));
    const reasons = own.map((one) => {
      const declaration = declarationAt(style, one);
      if (!declaration?.rule || declaration.property.startsWith('--')) return undefined;
      const others = (byPlace.get(placeOf(declaration)) ?? []).filter(
        (other) => other !== declaration && !holds(other),
      );
      const isSetAgain = others.some(
        (other) => isConditional(other) || other.offset > declaration.offset,
      );
      const isChosenOver = declaration.rule.written.some((selector) =>
        chosen
          .get(selector)
          ?.some((one) => one === declaration.property || isPartOf(one, declaration.property)),
      );
      if (isSetAgain || isChosenOver)
        return `another rule of the same elements sets ${declaration.property} again`;
      return hasHalf(declaration, holds)
        ? `another length in the rule depends on this ${declaration.property}`
        : undefined;
    });
    return reasons.find((one) => one !== undefined);
  };
}

/**
 * Tells where nothing in the piece is what the rules of a field style: such rules were left over
 * from the page that the piece was cut out of.
 *
 * @param isThere true for a class or an id that an element may have
 */
export function nothingMatches(
  style: StyleSource,
  isThere: (name: string) => boolean,
): (proposal: Proposal) => string | undefined {
  const isDead = ({ rule }: StyleDeclaration) => {
    const selectors = rule?.written ?? [];
    const namesOf = (selector: string) =>
      selector.replace(/:not\([^)]*\)|\[[^\]]*\]/g, '').match(/(?<=[.#])[A-Za-z_][\w-]*/g) ?? [];
    return selectors.length > 0 && selectors.every((one) => !namesOf(one).every(isThere));
  };
  return ({ found }) => {
    const own = found.filter((one) => one.in === 'style');
    const all = own.map((one) => declarationAt(style, one));
    const areDead = all.length > 0 && all.every((one) => one?.rule && isDead(one));
    return areDead ? 'nothing in the piece matches its rule' : undefined;
  };
}

function isIn({ start, end }: Found, { valueOffset, value }: StyleDeclaration): boolean {
  return start >= valueOffset && end <= valueOffset + value.length;
}

/** What a declaration sets, and of which elements. */
function placeOf({ property, rule }: StyleDeclaration): string {
  return `${rule?.written.join(', ') ?? ''} | ${property}`;
}

/** What rules set of an element as long as something is chosen, as one of several always is. */
function setByChoice({ rules }: StyleSource): ReadonlyMap<string, readonly string[]> {
  const set = new Map<string, string[]>();
  for (const { written, declarations } of rules) {
    for (const selector of written) {
      const [, subject] = /:(?:checked|target)\s*~\s*([^\s~+>]+)$/.exec(selector) ?? [];
      if (subject === undefined) continue;
      const own = getOrMake(set, subject, () => []);
      own.push(...declarations.map(({ property }) => property));
    }
  }
  return set;
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
