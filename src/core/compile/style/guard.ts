import { isMoving, type Moving } from './moving-properties.ts';
import { anyId } from './own-id-selectors.ts';
import { layers, ownRoot, type Scoping, wrapped } from './root-selector.ts';

/** What hosts make important most: each is held off alone where something else of an element moves. */
const importantInHosts = `background border border-radius box-shadow margin padding float position
  text-decoration display width height min-width max-width min-height max-height overflow box-sizing
  opacity transform color font text-align text-transform visibility`.split(/\s+/);

/** More ids than a host's rules have, and fewer than those of casts with a look of the host's. */
const weight = '#k#m#k';

/** What a mould is guarded with. */
export interface GuardSource {
  readonly scoping: Scoping;
  /** What inline style and animations set; undefined where that cannot be known. */
  readonly moving: Moving | undefined;
  /** Pseudo-elements, as far as they may share a rule. */
  readonly parts: readonly (readonly string[])[];
  /** True for an id that each cast has one of its own of. */
  readonly ownsId: (id: string) => boolean;
  /** True where a provider's script shows something, beside itself in the element that it is in. */
  readonly hasEmbed: boolean;
  /** Custom properties of the mould's own, less those that a site may set. */
  readonly properties: readonly string[];
}

/**
 * What undoes the rules of a host inside the casts of a mould. An important declaration in a layer
 * beats all that are outside layers, and `revert-layer` then takes everything between back, down to
 * the rules of the mould (CSS Cascade 5, 6.4.3 and 7.3.5). What that would take from inline style
 * and animations is left out, and held off property by property.
 */
export function guardOf(source: GuardSource): string {
  const { moving, parts, ownsId } = source;
  const moved = moving ? movedSelectors(moving, ownsId) : [];
  const still = moving ? importantInHosts.filter((one) => !isMoving(one, moving.properties)) : [];
  const all = (head: string) => nested(head, parts, ['all: revert-layer !important']);
  const each = (head: string) =>
    nested(
      head,
      // What browsers draw does not move.
      [['::before', '::after']],
      still.map((one) => `${one}: revert-layer !important`),
    );
  const rules = !moving
    ? []
    : moving.isAnywhere
      ? each('')
      : moved.length === 0
        ? all('')
        : [...all(`&:not(${moved.join(', ')})`), ...each(`&:is(${moved.join(', ')})`)];
  const isWhole = moving !== undefined && !moving.isAnywhere && moved.length === 0;
  return [guardRule(source, rules), weakRule(source, isWhole)].filter(Boolean).join('\n');
}

function guardRule({ scoping }: GuardSource, rules: readonly string[]): string {
  if (rules.length === 0) return '';
  const [before, root] = ownRoot(scoping);
  const inside = wrapped(['&, & *'], rules.join('\n'));
  return wrapped([`@layer ${layers.guard}`, ...before, root], inside);
}

/** What undoes a host's normal rules where not all of an element can be guarded. */
function weakRule({ scoping, parts, properties, hasEmbed }: GuardSource, isWhole: boolean): string {
  const set = [
    ...(isWhole ? [] : ['all: revert-layer']),
    ...properties.map((name) => `${name}: revert-layer`),
  ];
  if (set.length === 0) return '';
  const [before, root] = ownRoot(scoping);
  const rules = nested('', isWhole ? [] : parts, set);
  const except = hasEmbed ? ':not(:has(> script[src]) *)' : '';
  return wrapped([...before, `:is(${weight}, ${root}, ${root} *)${except}`], rules.join('\n'));
}

/** Elements of which something moves. */
function movedSelectors({ inline, animated }: Moving, ownsId: GuardSource['ownsId']): string[] {
  const shortest = inline.filter(
    (name) => !inline.some((other) => other !== name && name.includes(other)),
  );
  const attributes =
    shortest.length > most ? ['[style]'] : shortest.map((name) => `[style*=${name}]`);
  const withOwnIds = (selector: string) =>
    selector.replace(/#([\w-]+)(?![^[]*\])/g, (id, name) => (ownsId(name) ? anyId(name) : id));
  return [...attributes, ...animated.map(withOwnIds)];
}

/** So many properties are looked for in style attributes, at most. */
const most = 6;

/** Declarations for elements and their pseudo-elements. */
export function nested(
  head: string,
  parts: readonly (readonly string[])[],
  declarations: readonly string[],
): string[] {
  if (declarations.length === 0) return [];
  const body = declarations.join('; ');
  const [shared = [], ...apart] = parts;
  const rules = [
    `${['&', ...shared.map((one) => `&${one}`)].join(', ')} { ${body} }`,
    ...apart.flatMap((ones) => `${ones.map((one) => `&${one}`).join(', ')} { ${body} }`),
  ];
  return head === '' ? rules : [wrapped([head], rules.join('\n'))];
}
