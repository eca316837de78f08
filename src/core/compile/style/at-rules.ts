import { keyword } from '../../text/css-tree.ts';

/** What CSS keeps by name for a whole page. */
export const nameKinds = [
  'keyframes',
  'counter',
  'counterStyle',
  'family',
  'container',
  'transition',
  'dashed',
] as const;

/** One of them: a name of this kind in one style sheet is seen by all others of the page. */
export type NameKind = (typeof nameKinds)[number];

/** What there is to know of an at-rule to keep it inside a widget. */
export interface AtRule {
  /**
   * What stands in its block: rules for elements, keyframes, declarations of elements, or
   * descriptors, which style no element. A statement has no block.
   */
  readonly holds: 'rules' | 'keyframes' | 'declarations' | 'descriptors' | 'nothing';
  /** How it is kept inside a widget; `dropped` is what works for a whole page or not at all. */
  readonly kept: 'scoped' | 'named' | 'dropped';
  /** The kind of name that its prelude declares or, for a container, asks for. */
  readonly names?: NameKind;
  /** True where a browser takes it from the page only, never from a shadow tree. */
  readonly isPageOnly?: boolean;
  /** True where `var()` is understood in its prelude, since declarations may stand there. */
  readonly takesVar?: boolean;
  /** True where its block holds whatever its prelude says, as far as rules for a page go. */
  readonly isConditional?: boolean;
}

const conditional = { holds: 'rules', kept: 'scoped', isConditional: true } as const;
const named = (names: NameKind) => ({ holds: 'descriptors', kept: 'named', names }) as const;
const dropped = { holds: 'nothing', kept: 'dropped' } as const;

/**
 * The at-rules of CSS, without vendor prefix. What is not in this table is reported and left out
 * of a cast: nobody knows how far it reaches.
 */
const atRules: Readonly<Record<string, AtRule>> = {
  // Conditional groups (CSS Conditional 5) and what groups rules without a condition.
  media: conditional,
  supports: { ...conditional, takesVar: true },
  container: { ...conditional, names: 'container', takesVar: true },
  document: conditional,
  layer: conditional,
  'starting-style': { holds: 'rules', kept: 'scoped' },
  // CSS Cascade 6, 2.5: its prelude holds selectors, which are scoped like any other.
  scope: { holds: 'rules', kept: 'scoped' },
  keyframes: { holds: 'keyframes', kept: 'named', names: 'keyframes' },
  'font-face': { ...named('family'), isPageOnly: true },
  'font-feature-values': named('family'),
  'font-palette-values': { ...named('dashed'), isPageOnly: true },
  'color-profile': { ...named('dashed'), isPageOnly: true },
  'counter-style': named('counterStyle'),
  property: { ...named('dashed'), isPageOnly: true },
  'position-try': { ...named('dashed'), holds: 'declarations' },
  function: { ...named('dashed'), holds: 'declarations' },
  // A page prints, turns over and is laid out as a whole.
  page: { ...dropped, holds: 'descriptors' },
  viewport: { ...dropped, holds: 'descriptors' },
  'view-transition': { ...dropped, holds: 'descriptors' },
  // Statements that hold for the sheet they begin (CSS Syntax 3, 8; CSS Namespaces 3, 2).
  charset: dropped,
  namespace: dropped,
  import: dropped,
};

/** What is known of an at-rule by its name, with or without vendor prefix; undefined where nothing is. */
export function atRuleNamed(name: string): AtRule | undefined {
  const { basename } = keyword(name.toLowerCase());
  return Object.hasOwn(atRules, basename) ? atRules[basename] : undefined;
}

/** True for the at-rule of that name, with or without vendor prefix. */
export function isAtRule(name: string, wanted: string): boolean {
  return keyword(name.toLowerCase()).basename === wanted;
}
