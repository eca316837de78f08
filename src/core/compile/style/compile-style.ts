import type { CssNode } from 'css-tree';
import { type Field, fieldsBelow } from '../../model/field.ts';
import type { JsonPath } from '../../model/json-source.ts';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import { walk } from '../../text/css-tree.ts';
import { urlProperty } from '../write/ids.ts';
import { isCssValue } from './css-value.ts';
import { declaredIn, registeredIn, undeclaredProperties } from './custom-properties.ts';
import { farPageType } from './far-page-type.ts';
import { fieldRule, titleOf } from './field-rule.ts';
import { guardOf } from './guard.ts';
import type { Manner } from './manner.ts';
import type { Moving } from './moving-properties.ts';
import { belowRules, narrowFields, presetsOf } from './narrow.ts';
import { type PageNames, readPageNames } from './page-names.ts';
import { takePageRules } from './page-rules.ts';
import { type ParsedStyle, parseStyle } from './parse-style.ts';
import { declarationsOf, propertiesNamedIn, styledFields } from './properties.ts';
import { pseudoElementsOf } from './pseudo-elements.ts';
import { resetOf } from './reset.ts';
import type { RootFacts } from './root-facts.ts';
import { dedented, nestedIn, type Scoping, selfOf, slotBox } from './root-selector.ts';
import { isRowName, type RowSheet } from './row-rules.ts';
import { ruleOf } from './rule-of.ts';
import { type ScopedStyle, scopeStyle } from './scope-style.ts';
import { varFaults } from './var-places.ts';

/** What the style of a mould is compiled with. */
export interface StyleSource {
  readonly mouldName: string;
  readonly style: string;
  readonly parsed: ParsedStyle;
  /** Rules that are written for each row of a list; they are not in the style. */
  readonly rowSheets: readonly RowSheet[];
  /** Style of libraries whose files came along, in order. */
  readonly libraries: readonly string[];
  /** Addresses of libraries' sheets that are loaded from elsewhere. */
  readonly farSheets: readonly string[];
  /** True where a slot is the border of what is the mould's. */
  readonly hasSlots: boolean;
  /** Names of elements whose look is said in shadow trees of their own. */
  readonly customElements: readonly string[];
  /** Scripts of libraries, which speak of custom properties by the names they know. */
  readonly libraryScripts: readonly string[];
  /** What inline style and animations set; undefined where that cannot be known. */
  readonly moving: Moving | undefined;
  readonly template: string;
  /** True for a provider's script in the template, whose style stands in the page. */
  readonly hasEmbed: boolean;
  /** All code of the mould that is at hand; undefined where some of it is not. */
  readonly scripts: readonly string[] | undefined;
  readonly root: Field;
  /** Custom properties that style, script or markup speak of. */
  readonly usedProperties: ReadonlySet<string>;
  /** Those that script or markup speak of, and so may set. */
  readonly spokenElsewhere: ReadonlySet<string>;
  /** Custom properties that markup or script sets. */
  readonly setElsewhere: ReadonlySet<string>;
  /** Custom properties that are meant to come from the host. */
  readonly needs: readonly string[];
  /** Where a field is declared in mould.json. */
  readonly placeOf: (at: JsonPath) => Place;
}

/** The style of a mould in one manner. */
export interface MouldStyle {
  /** What a host's rules, and what casts would inherit from it, are undone with; '' for none. */
  readonly reset: string;
  /** The author's rules, then the defaults of the fields. */
  readonly ofMould: string;
  /** What holds off a host's rules that are stronger than those of the mould; '' for none. */
  readonly guard: string;
  /** What the root says of its look; nothing where it is its own. */
  readonly look: 'host' | undefined;
  /** What CSS registers for a page only, for a cast in a shadow tree. */
  readonly ofPage: string;
  /** Rules that each cast writes for each of its rows. */
  readonly rows: readonly RowSheet[];
  /** Ids that style speaks of by `url(#…)`, which mean another element in each cast. */
  readonly urls: readonly string[];
}

export interface CompiledStyle {
  readonly inManner: (manner: Manner, template: StyledTemplate) => MouldStyle;
  /** True where rules for html or body need the root to be a box of its own. */
  readonly stylesPage: boolean;
  /** New names of what CSS keeps by name for a page. */
  readonly names: PageNames;
  readonly findings: readonly Finding[];
}

/** What style needs to know of the template. */
interface StyledTemplate {
  /** True for an id that each cast has one of its own of. */
  readonly ownsId: (id: string) => boolean;
  /** Names of elements that may have another on the page. */
  readonly renamed: ReadonlySet<string>;
  readonly rootFacts: RootFacts;
}

/**
 * Compiles style. Defaults come after the author's rules, so that a field beats a custom property
 * of the same name that the snippet set on `:root`.
 */
export function compileStyle(source: StyleSource): CompiledStyle {
  const { mouldName, style, parsed, root, usedProperties } = source;
  const sheets = source.libraries.map((text) => ({ text, parsed: parseStyle(text) }));
  const rowSheets = source.rowSheets.map((one) => ({ ...one, parsed: parseStyle(one.css) }));
  const trees = [...[...sheets, ...rowSheets].map((one) => one.parsed.tree), parsed.tree];
  const { hasSlots } = source;
  const ofFields = new Set(fieldsBelow(root).map((field) => field.property));
  const names = hasSlots
    ? ownProperties(source, trees, ofFields)
    : readPageNames(trees, mouldName, new Set([...ofFields, ...source.needs]));
  const renamed = names.of.dashed;
  const first = scopeStyle(style, mouldName, { parsed, names });
  const styled = styledFields(root, usedProperties);
  const defaults = declarationsOf(styled, root.default, renamed);
  const titles = new Map(
    styled.map(({ field }) => [renamed.get(field.property) ?? field.property, titleOf(field)]),
  );
  const narrow = narrowFields(root, usedProperties);
  const own = [...declaredIn(trees)]
    .filter((name) => !ofFields.has(name) && !source.needs.includes(name))
    .map((name) => renamed.get(name) ?? name);
  const undeclared = hasSlots
    ? [...renamed.values()].map((name) => `${name}: initial`)
    : undeclaredProperties(trees, usedProperties, ofFields, source);
  // What lies behind its cast may not lie behind what the cast stands in.
  const sinks = trees.some(sinksIn);
  const base = {
    source,
    sheets,
    rowSheets,
    trees,
    names,
    defaults,
    titles,
    narrow,
    undeclared,
    own,
    sinks,
  };
  return {
    inManner: (manner, template) => styleInManner(base, manner, template),
    stylesPage: first.stylesPage,
    names,
    findings: [
      ...first.findings,
      ...looseChoices(source),
      ...varFaults(
        style,
        new Set([
          ...registeredIn(trees, ofFields, source.needs),
          ...declaredIn(trees),
          ...source.spokenElsewhere,
        ]),
        new Set([...ofFields, ...source.needs, ...declaredIn(trees), ...source.setElsewhere]),
        [...ofFields],
      ),
    ],
  };
}

/** What the style of a mould is in all manners alike. */
interface StyleBase {
  readonly source: StyleSource;
  readonly sheets: readonly { readonly text: string; readonly parsed: ParsedStyle }[];
  readonly rowSheets: readonly (RowSheet & { readonly parsed: ParsedStyle })[];
  /** The sheets of libraries, the rules of rows, then the mould's own. */
  readonly trees: readonly CssNode[];
  readonly names: PageNames;
  readonly defaults: readonly string[];
  /** What the fields are called in a form, by their custom properties. */
  readonly titles: ReadonlyMap<string, string>;
  readonly narrow: ReturnType<typeof narrowFields>;
  /** Custom properties that nothing declares, set to initial. */
  readonly undeclared: readonly string[];
  /** Custom properties that rules declare, by their new names, less those of fields. */
  readonly own: readonly string[];
  /** True where a rule puts something behind what it stands in. */
  readonly sinks: boolean;
}

function styleInManner(
  base: StyleBase,
  { sealed = false, look = 'own' }: Manner,
  template: StyledTemplate,
): MouldStyle {
  const { source, sheets, rowSheets, trees, names } = base;
  const { mouldName, style, parsed, hasSlots } = source;
  const { ownsId, renamed: asNames, rootFacts } = template;
  const scoping: Scoping = { mouldName, sealed, look, hasSlots: hasSlots && !sealed };
  const options = { sealed, look, names, ownsId, hasSlots, asNames, rootFacts, sheets: trees };
  // Whatever a row names is an id of the template, which has one of its own in each cast.
  const ownsNamed = (id: string) => isRowName(id) || ownsId(id);
  const scoped = [
    ...sheets.map((one) => scopeStyle(one.text, mouldName, { ...options, parsed: one.parsed })),
    scopeStyle(style, mouldName, { ...options, parsed }),
  ];
  const urls = new Set<string>();
  const written = scoped.map(({ rules }) =>
    withoutGaps(sealed ? rules : withOwnUrls(rules, ownsId, urls), rowSheets.length > 0),
  );
  const { rules, ofPage } = sealed ? takePageRules(written) : { rules: written, ofPage: '' };
  const isHeldOff = !sealed && look === 'own';
  return {
    reset: sealed
      ? sealedReset(look, source.farSheets)
      : isHeldOff
        ? resetOf({ ...source, trees, scoping, rootName: rootFacts.name })
        : '',
    guard: isHeldOff && !isFilled(source) ? guardIn(base, scoping, ownsId) : '',
    look: !sealed && look === 'host' ? 'host' : undefined,
    ofPage,
    ofMould: mouldStyle(base, scoping, scoped, rules),
    rows: rowSheets.map(({ list, css, values, parsed: own }) => {
      const one = scopeStyle(css, mouldName, { ...options, ownsId: ownsNamed, parsed: own });
      return {
        list,
        css: [nestedIn(scoping, one.rules), one.beside].filter(Boolean).join('\n'),
        values,
      };
    }),
    urls: [...urls],
  };
}

/** The author's rules in the rule for the root, what cannot stand there, and the fields. */
function mouldStyle(
  base: StyleBase,
  scoping: Scoping,
  scoped: readonly ScopedStyle[],
  rules: readonly string[],
): string {
  const { sinks, undeclared, defaults, narrow, names, source } = base;
  const self = selfOf(scoping);
  const { sealed, hasSlots } = scoping;
  // What stood in a body keeps its margins inside; weaker than any rule of the author's.
  const box = [
    ...(scoped.some((one) => one.stylesPage) ? ['display: flow-root'] : []),
    // What lies behind its cast may not lie behind what the cast stands in.
    ...(sinks ? ['isolation: isolate'] : []),
    // What a field sets needs no beginning.
    ...undeclared.filter((one) => !defaults.some((other) => nameIn(other) === nameIn(one))),
  ];
  const nestedRules = joined([
    ruleOf(sealed ? `:where(${self})` : self, box),
    ...rules.map(dedented),
    fieldRule(self, defaults, base.titles),
    belowRules(self, presetsOf(narrow), narrow, names.of.dashed),
  ]);
  return joined([
    ...scoped.flatMap(({ layerOrder }) => layerOrder),
    ...scoped.map(({ beside }) => beside),
    nestedIn(scoping, nestedRules),
    source.hasSlots && (hasSlots || sealed) ? ruleOf(slotBox(scoping), undeclared) : '',
  ]);
}

/** An empty element, which a provider's script may fill with what has style of its own. */
const empty = /<(div|span|section|aside|p|ins|article)\b[^>]*>\s*<\/\1>/i;

function isFilled({ hasEmbed, template }: StyleSource): boolean {
  return hasEmbed && empty.test(template);
}

function guardIn(
  { source, trees, own }: StyleBase,
  scoping: Scoping,
  ownsId: StyledTemplate['ownsId'],
): string {
  const { template, scripts, moving, hasEmbed } = source;
  const parts = pseudoElementsOf([template, ...(scripts ?? [])], trees);
  return guardOf({ scoping, moving, parts, ownsId, hasEmbed, properties: own });
}

/** The name in a declaration. */
function nameIn(declaration: string): string {
  return declaration.slice(0, declaration.indexOf(':'));
}

function joined(parts: readonly string[]): string {
  return parts.filter((part) => part.trim() !== '').join('\n\n');
}

/** Names for all custom properties of a mould with slots, so that none hides one of the host's. */
function ownProperties(
  { mouldName, usedProperties, needs, libraryScripts, setElsewhere }: StyleSource,
  trees: readonly CssNode[],
  ofFields: ReadonlySet<string>,
): PageNames {
  const set = new Set([...declaredIn(trees), ...setElsewhere, ...ofFields]);
  const ofSite = [...usedProperties].filter((name) => !set.has(name));
  const kept = new Set([...needs, ...ofSite, ...propertiesNamedIn(...libraryScripts)]);
  const names = readPageNames(trees, mouldName, kept);
  const dashed = new Map(names.of.dashed);
  for (const name of [...usedProperties, ...ofFields]) {
    if (!kept.has(name)) dashed.set(name, `${name}--${mouldName}`);
  }
  return { of: { ...names.of, dashed } };
}

/** True where a rule puts something behind what it stands in. */
function sinksIn(tree: CssNode): boolean {
  let sinks = false;
  walk(tree, (node) => {
    if (node.type === 'Declaration' && node.property.toLowerCase() === 'z-index') {
      if (node.value.type === 'Raw' && /^\s*-/.test(node.value.value)) sinks = true;
    }
  });
  return sinks;
}

/** In a shadow tree a host reaches only what it lets the whole of it inherit. */
function sealedReset(look: string, farSheets: readonly string[]): string {
  if (look !== 'own') return '';
  // The body that a framework's sheet speaks of is not in the tree.
  const types = farSheets.map(farPageType).filter((type) => type !== '');
  const reset = ':host { all: initial; display: block; -webkit-locale: inherit }';
  return [reset, ...types.map((type) => `:where([data-mould-root]) { ${type} }`)].join('\n');
}

/** Without the lines that rules of rows stood in. */
function withoutGaps(css: string, hasGaps: boolean): string {
  return (hasGaps ? css.replace(/\n(?:[ \t]*\n)+/g, '\n') : css).trimEnd();
}

/** `url(#grain)` in style that all casts share means another element in each of them. */
function withOwnUrls(css: string, ownsId: StyledTemplate['ownsId'], urls: Set<string>): string {
  return css.replace(/url\(\s*(["']?)#([\w.-]+)\1\s*\)/g, (whole, _quote, id: string) => {
    if (!ownsId(id)) return whole;
    urls.add(id);
    return `var(${urlProperty(id)})`;
  });
}

/** A choice that style makes use of is written as it stands, so each has to be a CSS value. */
function looseChoices({ root, usedProperties, placeOf }: StyleSource): Finding[] {
  return fieldsBelow(root).flatMap((field) => {
    const { kind, declared, property } = field;
    if (!kind.options || !usedProperties.has(property)) return [];
    const loose = kind.options(declared).find((one) => !isCssValue(String(one)));
    if (loose === undefined) return [];
    const data = { path: field.path, value: String(loose) };
    return [finding('field/not-css', data, placeOf(field.at ?? []), field.path)];
  });
}
