import { type CssNode, walk } from 'css-tree';
import { type Field, fieldsBelow } from '../../model/field.ts';
import type { JsonPath } from '../../model/json-source.ts';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import { urlProperty } from '../write/ids.ts';
import { isAtRule } from './at-rules.ts';
import { isCssValue } from './css-value.ts';
import { isMoving } from './moving-properties.ts';
import { belowRules, narrowFields, presetsOf } from './narrow.ts';
import { type PageNames, readPageNames } from './page-names.ts';
import { takePageRules } from './page-rules.ts';
import { type ParsedStyle, parseStyle } from './parse-style.ts';
import { declarationsOf, propertiesNamedIn, styledFields } from './properties.ts';
import { customReset, firmReset, importantReset, reset, resetInSlots } from './reset.ts';
import { resetWeight, rootMark, rootSelector, type Scoping, slotBox } from './root-selector.ts';
import { isRowName, type RowSheet } from './row-rules.ts';
import { ruleOf } from './rule-of.ts';
import { scopeStyle } from './scope-style.ts';
import { varFaults } from './var-places.ts';

/** How a cast is kept apart from its host. */
export interface Manner {
  /** True for a shadow root. */
  readonly sealed?: boolean;
  /** `own`, as the snippet looked; `host`, with the type and colours of the site. */
  readonly look?: 'own' | 'host';
}

/** What the style of a mould is compiled with. */
export interface StyleSource {
  readonly mouldName: string;
  readonly style: string;
  readonly parsed: ParsedStyle;
  /** Rules that are written for each row of a list; they are not in the style. */
  readonly rowSheets: readonly RowSheet[];
  /** Style of libraries whose files came along, in order. */
  readonly libraries: readonly string[];
  /** True where a slot is the border of what is the mould's. */
  readonly hasSlots: boolean;
  /** Names of elements whose look is said in shadow trees of their own. */
  readonly customElements: readonly string[];
  /** Scripts of libraries, which speak of custom properties by the names they know. */
  readonly libraryScripts: readonly string[];
  /** What has to be able to beat rules; undefined where no rule is to be important. */
  readonly moving: ReadonlySet<string> | undefined;
  /** True where a library's style is loaded from elsewhere, and needs to reach the cast. */
  readonly loadsStyle: boolean;
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
  /** What keeps a host's rules out of all casts on a page; '' where it is let in. */
  readonly reset: string;
  /** What the root says of its look; nothing where the host is let in. */
  readonly look: 'own' | 'firm' | undefined;
  /** Style that all casts share: the author's rules, then the defaults of the fields. */
  readonly ofMould: string;
  /** What CSS registers for a page only, for a cast in a shadow tree. */
  readonly ofPage: string;
  /** Rules that each cast writes for each of its rows. */
  readonly rows: readonly RowSheet[];
  /** Ids that style speaks of by `url(#…)`, which mean another element in each cast. */
  readonly urls: readonly string[];
}

export interface CompiledStyle {
  readonly inManner: (manner: Manner, ids: StyleIds) => MouldStyle;
  /** True where rules for html or body need the root to be a box of its own. */
  readonly stylesPage: boolean;
  /** New names of what CSS keeps by name for a page. */
  readonly names: PageNames;
  readonly findings: readonly Finding[];
}

/** The ids of a template as far as style speaks of them. */
interface StyleIds {
  readonly ownsId: (id: string) => boolean;
  /** Names of elements that may have another on the page. */
  readonly renamed: ReadonlySet<string>;
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
  const narrow = narrowFields(root, usedProperties);
  const undeclared = hasSlots
    ? [...renamed.values()].map((name) => `${name}: initial`)
    : undeclaredProperties(trees, usedProperties, ofFields, source);
  // What lies behind its cast may not lie behind what the cast stands in.
  const sinks = trees.some(sinksIn);
  const base = { source, sheets, rowSheets, trees, names, defaults, narrow, undeclared, sinks };
  return {
    inManner: (manner, ids) => styleInManner(base, manner, ids),
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
  readonly narrow: ReturnType<typeof narrowFields>;
  /** Custom properties that nothing declares, set to initial. */
  readonly undeclared: readonly string[];
  /** True where a rule puts something behind what it stands in. */
  readonly sinks: boolean;
}

function styleInManner(
  { source, sheets, rowSheets, trees, names, defaults, narrow, undeclared, sinks }: StyleBase,
  { sealed = false, look = 'own' }: Manner,
  { ownsId, renamed: asNames }: StyleIds,
): MouldStyle {
  const { mouldName, style, parsed, hasSlots } = source;
  const renamed = names.of.dashed;
  const isHard = !sealed && look === 'own' && !source.loadsStyle;
  const moving = isHard ? source.moving : undefined;
  const isFirm = moving?.size === 0;
  const options = {
    moving,
    sealed,
    names,
    ownsId,
    hasSlots,
    asNames,
    sheets: trees,
    keepsRem: look === 'host',
  };
  const scoping: Scoping = { mouldName, sealed, rank: 0 };
  // Whatever a row names is an id of the template, which has one of its own in each cast.
  const ownsNamed = (id: string) => isRowName(id) || ownsId(id);
  const scoped = [
    ...sheets.map((one) => scopeStyle(one.text, mouldName, { ...options, parsed: one.parsed })),
    scopeStyle(style, mouldName, { ...options, parsed }),
  ];
  const urls = new Set<string>();
  const written = scoped.map(({ css }) =>
    withoutGaps(sealed ? css : withOwnUrls(css, ownsId, urls), rowSheets.length > 0),
  );
  const { rules, ofPage } = sealed ? takePageRules(written) : { rules: written, ofPage: '' };
  // What stood in a body keeps its margins inside; weaker than any rule of the author's.
  const set = (property: string, value: string) =>
    `${property}: ${value}${moving && !isMoving(property, moving) ? ' !important' : ''}`;
  const box = [
    ...(scoped.some((one) => one.stylesPage) ? [set('display', 'flow-root')] : []),
    ...(sinks ? [set('isolation', 'isolate')] : []),
  ];
  const mark = rootMark(scoping);
  return {
    reset: sealed
      ? sealedReset(look)
      : [isHard && (isFirm ? firmReset : reset), isHard && hasSlots && resetInSlots]
          .filter(Boolean)
          .join('\n'),
    look: isHard ? (isFirm ? 'firm' : 'own') : undefined,
    ofPage,
    ofMould: [
      moving && !isFirm ? importantReset(mark, moving, source.customElements) : '',
      isHard ? customReset(mark, source.customElements, isFirm) : '',
      ruleOf(sealed ? `:where(${mark})` : `:is(${resetWeight}, ${mark})`, [...box, ...undeclared]),
      ...rules,
      hasSlots ? ruleOf(slotBox(scoping), undeclared) : '',
      ruleOf(rootSelector(scoping), defaults),
      belowRules(rootSelector(scoping), presetsOf(narrow), narrow, renamed),
    ]
      .filter((part) => part !== '')
      .join('\n\n'),
    rows: rowSheets.map(({ list, css, values, parsed: own }) => ({
      list,
      css: scopeStyle(css, mouldName, { ...options, ownsId: ownsNamed, parsed: own }).css,
      values,
    })),
    urls: [...urls],
  };
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
function sealedReset(look: string): string {
  return look === 'own' ? ':host { all: initial; display: block; -webkit-locale: inherit }' : '';
}

/**
 * Custom properties that some of the piece sets for itself, which a host might have for something
 * else. What nothing of it sets comes from the site.
 */
function undeclaredProperties(
  trees: readonly CssNode[],
  used: ReadonlySet<string>,
  ofFields: ReadonlySet<string>,
  { needs, setElsewhere }: StyleSource,
): string[] {
  const declared = registeredIn(trees, ofFields, needs);
  const set = new Set([...declaredIn(trees), ...setElsewhere]);
  const spoken = new Set<string>();
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type !== 'Declaration') return;
      if (node.value.type === 'Raw') {
        for (const [, name = ''] of node.value.value.matchAll(/var\(\s*(--[\w-]+)/g))
          spoken.add(name);
      }
    });
  }
  return [...spoken]
    .filter((name) => used.has(name) && set.has(name) && !declared.has(name))
    .map((name) => `${name}: initial`);
}

/** Custom properties that come from a field, from the host, or from a registration. */
function registeredIn(
  trees: readonly CssNode[],
  ofFields: ReadonlySet<string>,
  needs: readonly string[],
): Set<string> {
  const declared = new Set<string>([...ofFields, ...needs]);
  for (const tree of trees) {
    walk(tree, (node) => {
      if (
        node.type === 'Atrule' &&
        isAtRule(node.name, 'property') &&
        node.prelude?.type === 'Raw'
      ) {
        declared.add(node.prelude.value.trim());
      }
    });
  }
  return declared;
}

/** Custom properties that rules declare. */
function declaredIn(trees: readonly CssNode[]): Set<string> {
  const names = new Set<string>();
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type === 'Declaration' && node.property.startsWith('--')) names.add(node.property);
    });
  }
  return names;
}

/** Without the lines that rules of rows stood in. */
function withoutGaps(css: string, hasGaps: boolean): string {
  return (hasGaps ? css.replace(/\n(?:[ \t]*\n)+/g, '\n') : css).trimEnd();
}

/** `url(#grain)` in style that all casts share means another element in each of them. */
function withOwnUrls(css: string, ownsId: StyleIds['ownsId'], urls: Set<string>): string {
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
