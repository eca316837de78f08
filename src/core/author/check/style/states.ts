import type { CssNode } from 'css-tree';
import { generate } from '../../../text/css-tree.ts';
import type { MarkupElement } from '../../sources/markup-source.ts';
import { matcherOf } from '../../sources/select.ts';
import type { StyleRule } from '../../sources/style-source.ts';
import type { Subject } from '../../sources/subject.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** Motion that ignores prefers-reduced-motion; one note per sheet. */
export const reducedMotion: Check = ({ style, script }) => {
  const isHeeded = [style.text, script.text].some((text) =>
    text.includes('prefers-reduced-motion'),
  );
  if (isHeeded) return [];
  const names = style.atRules.filter(({ name }) => name === 'keyframes');
  const moving = style.declarations.find(
    ({ property, value, rule }) =>
      rule &&
      /^animation(?:-name)?$/.test(property) &&
      !/^(?:none|initial|unset|inherit)$/.test(value),
  );
  if (!moving || names.length === 0) return [];
  return [flaw(style, moving.offset, 'style/no-reduced-motion', {})];
};

/** Properties by which a rule shows what was not to be seen, and values that do not. */
const reveals: Readonly<Record<string, RegExp>> = {
  display: /^none$/,
  visibility: /^(?:hidden|collapse)$/,
  opacity: /^0?\.?0*$/,
  'max-height': /^0/,
  height: /^0/,
  'grid-template-rows': /^0/,
};

const focusStates = /:(?:focus|focus-within|focus-visible|active|checked|target|open)\b|\[open\]/;

/** What shows only under a pointer: nobody gets at it by touch or by keyboard. */
export const hoverOnly: Check = ({ style, script }) => {
  if (!style.text.includes(':hover')) return [];
  const shown = style.rules.filter(
    ({ selectors, declarations }) =>
      declarations.some(({ property, value }) => reveals[property]?.test(value) === false) &&
      selectors.some((one) => hidesUntilHover(generate(one))),
  );
  const hearsElse = /\b(?:click|focus(?:in)?|touchstart|pointerdown|keydown)\b/.test(script.text);
  if (shown.length === 0 || hearsElse) return [];
  const twins = new Set(
    style.rules.flatMap(({ selectors }) =>
      selectors
        .map((one) => generate(one))
        .filter((one) => focusStates.test(one))
        .map(withoutStates),
    ),
  );
  return shown.flatMap((rule): Flaw[] => {
    const selector = rule.selectors
      .map((one) => generate(one))
      .find((one) => hidesUntilHover(one) && !twins.has(withoutStates(one)));
    if (selector === undefined) return [];
    return [flaw(style, rule.offset, 'style/hover-only', { selector })];
  });
};

/** `.card:hover .note`: another element than the one under the pointer comes to show. */
function hidesUntilHover(selector: string): boolean {
  return /:hover\b[^,]*[\s>+~]\S/.test(selector) && !focusStates.test(selector);
}

/** A selector with its states left out, and so what it shares with its twin. */
function withoutStates(selector: string): string {
  return selector.replace(
    /:(?:hover|focus(?:-within|-visible)?|active|checked|target|open)\b|\[open\]/g,
    '',
  );
}

const states = ['link', 'visited', 'hover', 'focus', 'active'];

/** Colours of links that the rule for another state of theirs hides. */
export const linkStates: Check = (subject) =>
  /:(?:visited|link)\b/.test(subject.style.text)
    ? [...lostHover(subject), ...overruled(subject)]
    : [];

/** `a:hover` before `a:visited`: of equal weight, the later wins on a link once visited. */
function lostHover({ style }: Subject): Flaw[] {
  const seen = new Map<string, StyleRule>();
  const flaws: Flaw[] = [];
  for (const rule of style.rules) {
    if (!setsColor(rule)) continue;
    for (const selector of rule.selectors.map((one) => generate(one))) {
      const [, base, state] = /^(.*):(link|visited|hover|focus|active)$/.exec(selector) ?? [];
      if (base === undefined) continue;
      const around = `${rule.conditions.join('|')} ${base}`;
      if (state === 'hover' || state === 'active' || state === 'focus') seen.set(around, rule);
      const before = seen.get(around);
      if ((state === 'visited' || state === 'link') && before) {
        const [hidden = ''] = before.selectors.map((one) => generate(one));
        flaws.push(flaw(style, before.offset, 'style/link-order', { hidden, by: selector }));
        seen.delete(around);
      }
    }
  }
  return flaws;
}

/** `a:visited` weighs more than `.button`, so a button that is a link takes its colour. */
function overruled({ markup, style }: Subject): Flaw[] {
  const links = markup.elements.filter(({ name, isHtml }) => isHtml && name === 'a');
  if (links.length === 0) return [];
  const colored = style.rules.filter(setsColor);
  const general = colored.flatMap((rule) =>
    rule.selectors
      .map((one) => ({ rule, selector: generate(one) }))
      .filter(({ selector }) => /^a:(?:link|visited)$/.test(selector)),
  );
  const [first] = general;
  if (!first) return [];
  const [, , weight] = weightOf(first.rule.selectors[0] as CssNode);
  return colored.flatMap((rule): Flaw[] => {
    if (!rule.declarations.some(({ property }) => /^background(?:-color)?$/.test(property)))
      return [];
    const selector = rule.selectors.find((one) => isLighter(weightOf(one), [0, 1, weight ?? 1]));
    if (!selector || states.some((one) => generate(selector).includes(`:${one}`))) return [];
    const text = generate(selector);
    const matches = matcherOf(text);
    if (!links.some(({ node }: MarkupElement) => matches(node))) return [];
    const data = { hidden: text, by: first.selector };
    return [flaw(style, rule.offset, 'style/link-overruled', data)];
  });
}

function setsColor({ declarations }: StyleRule): boolean {
  return declarations.some(({ property }) => property === 'color');
}

type Weight = readonly [number, number, number];

/** Specificity without functional pseudo-classes (Selectors 4, 17). */
function weightOf(selector: CssNode): Weight {
  let [ids, classes, types] = [0, 0, 0];
  if ('children' in selector && selector.children) {
    for (const part of selector.children as Iterable<CssNode>) {
      if (part.type === 'IdSelector') ids += 1;
      else if (/^(?:Class|Attribute|PseudoClass)Selector$/.test(part.type)) classes += 1;
      else if (/^(?:Type|PseudoElement)Selector$/.test(part.type)) types += 1;
    }
  }
  return [ids, classes, types];
}

function isLighter(a: Weight, b: Weight): boolean {
  for (const at of [0, 1, 2] as const) if (a[at] !== b[at]) return a[at] < b[at];
  return false;
}
