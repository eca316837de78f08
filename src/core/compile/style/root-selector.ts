/**
 * Selectors for the casts of one mould. The author's rules are nested in a rule for the root (CSS
 * Nesting 1, 3), so each keeps the selector that it was written with; what is here is for the few
 * that need another.
 */

/** What a mould's rules are nested in. */
export interface Scoping {
  readonly mouldName: string;
  /** In a shadow tree nothing has to be kept apart but the root. */
  readonly sealed: boolean;
  /** `own`, as the snippet looked; `host`, with the type and colours of the site. */
  readonly look: 'own' | 'host';
  /** True where a slot is the border of what a rule may reach. */
  readonly hasSlots: boolean;
}

/** The layers of casts. What is in a layer itself beats the layers in it (CSS Cascade 5, 6.4.3). */
export const layers = {
  /** Holds off the host. */
  guard: 'km',
  /** For whatever a site adds; nothing of ours is in it. */
  site: 'km.site',
  mould: 'km.site.mould',
  reset: 'km.site.mould.reset',
} as const;

/**
 * More ids than a host's rules have: no element has two, so a selector list that begins with it
 * matches by the rest, at its weight.
 */
const weight = '#k#m#k#m';

/** What marks the root; in a shadow tree, the element that holds the content. */
export function rootMark({ mouldName, sealed }: Pick<Scoping, 'mouldName' | 'sealed'>): string {
  return sealed ? '[data-mould-root]' : `[data-mould="${mouldName}"]`;
}

/** The roots of casts that have a look of their own, and no other. */
function ownMark(scoping: Pick<Scoping, 'mouldName' | 'sealed'>): string {
  return `${rootMark(scoping)}:not([data-look])`;
}

/** The root as rules further in than the first level name it: `&` is another there. */
function markWithin(scoping: Scoping): string {
  return scoping.hasSlots && !scoping.sealed ? ':scope' : rootMark(scoping);
}

/** The root, as a rule that is nested in its rule says it. */
export function selfOf({ sealed }: Scoping): string {
  return sealed ? '[data-mould-root]' : '&';
}

/** The root of one cast, or of each where no id is given. */
export function castSelector(scoping: Scoping, id?: string): string {
  const mark = rootMark(scoping);
  if (scoping.sealed) return mark;
  const own = id === undefined ? mark : `${mark}[data-cast="${id}"]`;
  return scoping.look === 'own' ? own : `:is(${weight}, ${own})`;
}

/** What encloses rules that end where a slot begins (CSS Cascade 6, 2.5). */
function slotBorder(mark: string): string {
  return `@scope (${mark}) to (:scope [data-slot])`;
}

/** The root of casts with a look of their own as a rule names it, and what stands around that rule. */
export function ownRoot(scoping: Scoping): [around: string[], root: string] {
  const mark = ownMark(scoping);
  return scoping.hasSlots ? [[slotBorder(mark)], ':scope'] : [[], mark];
}

/** What holds the content of a slot, where the mould's custom properties end. */
export function slotBox(scoping: Scoping): string {
  return scoping.sealed ? '::slotted([data-slot])' : `${rootMark(scoping)} [data-slot]`;
}

/** Anything inside the root, at no weight: keeps a sibling combinator from leaving the cast. */
export function insideGuard(scoping: Scoping): string {
  return scoping.sealed ? '' : `:where(${markWithin(scoping)} *)`;
}

/** The root or anything in it, at no weight: for what may choose any element of the page. */
export function castGuard(scoping: Scoping): string {
  const mark = markWithin(scoping);
  return scoping.sealed ? '' : `:where(${mark}, ${mark} *)`;
}

/** The root where a selector speaks of `html`, `body` or `:root` in passing, with their weight. */
export function pageMark(scoping: Scoping, isElement: boolean): string {
  const mark = markWithin(scoping);
  return isElement ? `:where(${mark}):not(html)` : mark;
}

/** Nested rules in the rule for the root of each cast. */
export function nestedIn(scoping: Scoping, rules: string): string {
  const { hasSlots, look, sealed } = scoping;
  if (sealed || rules.trim() === '') return rules;
  const [before, root] = hasSlots
    ? [[slotBorder(rootMark(scoping))], look === 'own' ? ':scope' : `:is(${weight}, :scope)`]
    : [[], castSelector(scoping)];
  const layer = look === 'own' ? [`@layer ${layers.mould}`] : [];
  return wrapped([...layer, ...before, root], rules);
}

/** The full name of a layer of the author's: it is the mould's own, whatever another calls its. */
export function layerOf({ mouldName }: Scoping, name: string): string {
  return `${layers.mould}.${mouldName}.${name}`;
}

/** Rules in blocks that stand in each other, as people write them. */
export function wrapped(openings: readonly string[], rules: string): string {
  const open = openings.map((one) => `${one} {`).join(' ');
  return `${open}\n${indented(rules)}\n${openings.map(() => '}').join(' ')}`;
}

/** Rules without the blanks that all their lines begin with. */
export function dedented(rules: string): string {
  if (/\\\r?\n/.test(rules)) return rules;
  const depths = [...rules.matchAll(/^([ \t]*)\S/gm)].map(([, blanks = '']) => blanks);
  const [shared = ''] = [...depths].sort((a, b) => a.length - b.length);
  return shared === '' || !depths.every((one) => one.startsWith(shared))
    ? rules
    : rules.replace(new RegExp(`^${shared}`, 'gm'), '');
}

/** Two blanks before each line, but for text with strings that go over lines. */
function indented(rules: string): string {
  return /\\\r?\n/.test(rules) ? rules : rules.replace(/^(?=[^\r\n])/gm, '  ');
}
