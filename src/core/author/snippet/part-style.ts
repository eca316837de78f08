import type { Range } from '../../text/edits.ts';
import type { MarkupElement } from '../sources/markup-source.ts';
import { matcherOf } from '../sources/select.ts';
import type { StyleRule, StyleSource } from '../sources/style-source.ts';

/** What a selector is asked of. */
export interface PartMarkup {
  /** The elements that are taken, with all that is in them. */
  readonly taken: readonly MarkupElement[];
  /** What they stand in, outermost first. */
  readonly around: readonly MarkupElement[];
  /** True for a class or an id that an element of the paste has. */
  readonly isWritten: (name: string) => boolean;
  /** True for a name that the script speaks of. */
  readonly isInScript: (name: string) => boolean;
}

/** What becomes of the rules of a sheet when part of the markup is taken. */
export interface PartStyle {
  /** What is left out, with what a person would call it. */
  readonly cuts: readonly (Range & { readonly what: string })[];
  /** Elements around that have to stay as bare tags, so that rules go on to match. */
  readonly wrappers: ReadonlySet<MarkupElement>;
}

/** Properties that elements take from what they are in (CSS Cascade 5, 7.2), as far as people set them. */
const inherited =
  /^(?:--.*|color|cursor|direction|font(?:-.*)?|letter-spacing|line-height|list-style(?:-.*)?|quotes|text-(?:align|indent|rendering|shadow|transform|wrap)|visibility|white-space|word-(?:break|spacing)|-webkit-(?:font-smoothing|text-fill-color))$/;

/** Decides which rules of a sheet a part of the markup needs, in any state that it may come to. */
export function partStyle(style: StyleSource, markup: PartMarkup): PartStyle {
  const needed = new Set<StyleRule>();
  const trimmed = new Set<StyleRule>();
  const wrappers = new Set<MarkupElement>();
  for (const rule of style.rules) {
    const selectors = selectorsOf(rule).map((one) => atRest(one, markup));
    if (rule.selectors.length === 0 || selectors.some(isOfPage)) {
      needed.add(rule);
      continue;
    }
    const matchers = selectors.map(matcherOf);
    const matches = ({ node }: MarkupElement) => matchers.some((is) => is(node));
    if (markup.taken.some(matches)) {
      needed.add(rule);
      for (const one of markup.around) if (isSpokenOf(one, selectors)) wrappers.add(one);
      continue;
    }
    const holders = markup.around.filter(matches);
    if (holders.length > 0 && rule.declarations.some(({ property }) => inherited.test(property))) {
      trimmed.add(rule);
      for (const one of holders) wrappers.add(one);
    }
  }
  return { cuts: cutsIn(style, needed, trimmed), wrappers };
}

/** The selectors of a rule, those of nested ones written out (CSS Nesting 1, 3). */
function selectorsOf({ written, parent }: StyleRule): readonly string[] {
  if (!parent) return written;
  const around = `:is(${selectorsOf(parent).join(', ')})`;
  return written.map((one) =>
    one.includes('&') ? one.replaceAll('&', around) : `${around} ${one}`,
  );
}

/** A selector for the element whatever state it is in, and with the classes that script gives. */
function atRest(selector: string, { isWritten, isInScript }: PartMarkup): string {
  return selector
    .replace(/::[\w-]+(?:\([^)]*\))?|:(?:before|after|first-line|first-letter)\b/g, ':is(*)')
    .replace(
      /:(?:hover|focus(?:-visible|-within)?|active|visited|link|any-link|checked|indeterminate|disabled|enabled|target|open|closed|valid|invalid|user-valid|user-invalid|required|optional|placeholder-shown|autofill|default|read-only|read-write|modal|fullscreen|popover-open|playing|paused)\b/g,
      ':is(*)',
    )
    .replace(/[.#]([A-Za-z_][\w-]*)/g, (whole, name: string) =>
      !isWritten(name) && isInScript(name) ? ':is(*)' : whole,
    );
}

/** True for what is of every element or of the page as a whole. */
function isOfPage(selector: string): boolean {
  return /^(?::root|html|body|\*|:is\(\*\)|:host)(?:\s*,|\s*$)/.test(selector.trim());
}

/** True for an element that a selector names by its class, its id or its tag. */
function isSpokenOf({ node, name }: MarkupElement, selectors: readonly string[]): boolean {
  const words = node.attrs.flatMap((one) =>
    one.name === 'class' || one.name === 'id' ? one.value.split(/\s+/) : [],
  );
  return selectors.some((selector) => {
    const names = selector.match(/(?<=[.#])[A-Za-z_][\w-]*/g) ?? [];
    const ancestors = selector.slice(0, Math.max(0, selector.search(/[\s>+~][^\s>+~]*$/)));
    const types: readonly string[] =
      ancestors.match(/(?<![\w.#:-])[a-z][a-z0-9-]*(?![\w(-])/g) ?? [];
    return names.some((one) => words.includes(one)) || types.includes(name);
  });
}

function cutsIn(
  style: StyleSource,
  needed: ReadonlySet<StyleRule>,
  trimmed: ReadonlySet<StyleRule>,
): (Range & { readonly what: string })[] {
  const isKept = (rule: StyleRule): boolean =>
    needed.has(rule) ||
    trimmed.has(rule) ||
    style.rules.some((other) => other.parent === rule && isKept(other));
  const rules = style.rules.flatMap((rule) => {
    const { loc } = rule.node;
    if (!loc) return [];
    if (!isKept(rule)) {
      const isInside = rule.parent !== undefined && !isKept(rule.parent);
      const what = rule.written.join(', ');
      return isInside ? [] : [{ start: loc.start.offset, end: loc.end.offset, what }];
    }
    if (needed.has(rule)) return [];
    return rule.declarations.flatMap(({ property, offset, valueOffset, value }) => {
      if (inherited.test(property)) return [];
      const end =
        valueOffset +
        (style.text.slice(valueOffset).match(/^[^;}]*;?[ \t]*/)?.[0].length ?? value.length);
      return [{ start: offset, end, what: `${property} of ${rule.written.join(', ')}` }];
    });
  });
  return rules;
}
