import type { CssNode, Declaration, Rule } from 'css-tree';
import { atRuleNamed } from '../../compile/style/at-rules.ts';
import { generate, parse } from '../../text/css-tree.ts';
import { extentOnLines, type Range, withoutRanges } from '../../text/edits.ts';

/**
 * What becomes of the rules a snippet has for its page. By default a widget keeps those that
 * make it look as it did and leaves out those that furnish a page; `root` keeps all of them for
 * the widget's root, `drop` keeps custom properties alone.
 */
export type PageStyles = 'root' | 'drop';

/** A declaration of a rule for html or body that the widget does not bring. */
interface DroppedStyle {
  /** The declaration as written, with its selector: `body { min-height: 100vh }`. */
  readonly what: string;
  readonly why: string;
  /** Where it stands in the style given. */
  readonly offset: number;
}

/** Style without page furniture. */
export interface FurnishedStyle {
  readonly style: string;
  readonly dropped: readonly DroppedStyle[];
  /** Where a background was kept because the text colour needs it; undefined where none was. */
  readonly backgroundAt: number | undefined;
}

/** The background of a page, and the padding around its content. */
const backgroundLike = /^(?:background|padding)/;

/** Properties that furnish a page, and why a widget does without. */
const furniture: readonly (readonly [RegExp, string])[] = [
  [/^background/, 'the host has its own background'],
  [/^(?:margin|padding)/, 'the host has its own margins'],
  [/^(?:min-|max-)?(?:height|block-size)$/, 'a widget is as high as its content'],
  [/^(?:min-|max-)?(?:width|inline-size)$/, 'a widget is as wide as its container'],
  [/^(?:overflow|overscroll|scroll)/, 'scrolling belongs to the page'],
  [/^(?:position|inset|top|right|bottom|left|z-index)$/, 'a widget is placed by its host'],
];

/**
 * Takes page furniture out of a style sheet by cutting whole declarations, and rules that have
 * none left. Inherited text styles, custom properties and the arrangement of children stay: when
 * the mould is compiled, html and body mean the widget's root. Where a colour of text stays, so do
 * the background it needs and the padding between them.
 */
export function takeOutFurniture(
  style: string,
  pageStyles: PageStyles | undefined,
): FurnishedStyle {
  const nothing = { style, dropped: [], backgroundAt: undefined };
  if (pageStyles === 'root' || !/\b(?:html|body)\b|:root/i.test(style)) return nothing;
  const tree = parse(style, { positions: true, parseValue: false, parseCustomProperty: false });
  const cuts: Range[] = [];
  const dropped: DroppedStyle[] = [];
  const rules = pageRules(tree);
  const setsColor = rules.some((rule) => declarationsOf(rule).some(isColor));
  const keepsBackground = setsColor && pageStyles === undefined;
  const fills = pageStyles === undefined && rules.some(shrinksBody);
  let backgroundAt: number | undefined;
  for (const rule of rules) {
    const going: Declaration[] = [];
    for (const one of declarationsOf(rule)) {
      const why = reasonToDrop(one, pageStyles);
      if (why === undefined) continue;
      if (keepsBackground && backgroundLike.test(one.property.toLowerCase())) {
        if (/^background/i.test(one.property)) backgroundAt ??= startOf(one);
        continue;
      }
      // What would shrink to its content is as wide as its place by this alone.
      if (fills && isFullWidth(one)) continue;
      going.push(one);
      const what = `${generate(rule.prelude)} { ${generate(one)} }`;
      dropped.push({ what, why, offset: startOf(one) });
    }
    const isEmptied = going.length > 0 && going.length === rule.block.children.size;
    cuts.push(...(isEmptied ? [rangeOf(rule)] : going.map((one) => withSemicolon(style, one))));
  }
  for (const { page, ranges, declarations } of sharedRules(tree)) {
    const reasons = declarations.map((one) => reasonToDrop(one, pageStyles));
    const isBackground = (one: Declaration) =>
      keepsBackground && backgroundLike.test(one.property.toLowerCase());
    if (reasons.includes(undefined) || declarations.some(isBackground)) continue;
    for (const [at, one] of declarations.entries()) {
      const what = `${page.join(',')} { ${generate(one)} }`;
      dropped.push({ what, why: reasons[at] as string, offset: startOf(one) });
    }
    cuts.push(...ranges);
  }
  const whole = { start: 0, end: style.length };
  const extents = cuts.map((cut) => extentOnLines(style, cut));
  return {
    style: cuts.length === 0 ? style : withoutRanges(style, whole, extents),
    dropped,
    backgroundAt,
  };
}

function reasonToDrop({ property }: Declaration, pageStyles: PageStyles | undefined) {
  if (property.startsWith('--')) return undefined;
  if (pageStyles === 'drop') return '--page-styles drop was given';
  return furniture.find(([pattern]) => pattern.test(property.toLowerCase()))?.[1];
}

function isColor({ property }: Declaration): boolean {
  return property.toLowerCase() === 'color';
}

/** True for a rule by which a body is not as wide as what it stands in, unless it says so. */
function shrinksBody(rule: Rule): boolean {
  const isOfHtml = /(?:^|,)(?:html|:root)/i.test(generate(rule.prelude));
  return declarationsOf(rule).some((one) => {
    const value = generate(one.value).trim().toLowerCase();
    const property = one.property.toLowerCase();
    if (property === 'float') return value !== 'none';
    if (property !== 'display') return false;
    return isOfHtml ? /flex|grid/.test(value) : /^inline|table|fit-content/.test(value);
  });
}

function isFullWidth({ property, value }: Declaration): boolean {
  return property.toLowerCase() === 'width' && generate(value).trim() === '100%';
}

/** Rules all of whose selectors mean the page's root or body, and nothing in it. */
function pageRules(node: CssNode): Rule[] {
  if (node.type === 'StyleSheet' || node.type === 'Block') {
    return node.children.toArray().flatMap(pageRules);
  }
  if (node.type === 'Atrule') {
    return node.block && atRuleNamed(node.name)?.isConditional ? pageRules(node.block) : [];
  }
  if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') return [];
  const selectors = node.prelude.children.toArray();
  return selectors.every((one) => isPageSelector(generate(one))) ? [node] : [];
}

/** Rules that mean the page and other elements alike, with the stretches that mean the page. */
function sharedRules(
  node: CssNode,
): { page: string[]; ranges: Range[]; declarations: Declaration[] }[] {
  if (node.type === 'StyleSheet' || node.type === 'Block') {
    return node.children.toArray().flatMap(sharedRules);
  }
  if (node.type === 'Atrule') {
    return node.block && atRuleNamed(node.name)?.isConditional ? sharedRules(node.block) : [];
  }
  if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') return [];
  const selectors = node.prelude.children.toArray();
  const isPage = selectors.map((one) => isPageSelector(generate(one)));
  const declarations = declarationsOf(node);
  if (!isPage.includes(true) || !isPage.includes(false) || declarations.length === 0) return [];
  const last = isPage.lastIndexOf(false);
  const ranges = selectors.flatMap((one, at) => {
    if (!isPage[at]) return [];
    // With the comma after it; after the last that stays there is none.
    return at < last
      ? [{ start: startOf(one), end: startOf(selectors[at + 1] as CssNode) }]
      : [{ start: rangeOf(selectors[at - 1] as CssNode).end, end: rangeOf(one).end }];
  });
  const page = selectors.filter((_, at) => isPage[at]).map((one) => generate(one));
  return [{ page, ranges, declarations }];
}

/** `html`, `body`, `:root` with or without classes and states, and `html body`. */
function isPageSelector(selector: string): boolean {
  const part =
    '(?:html|body|:root)(?:[.#][\\w-]+|\\[[^\\]]*\\]|:(?:not|is|where|has|lang|dir)\\([^)]*\\))*';
  return new RegExp(`^${part}(?:[ >]${part})?$`, 'i').test(selector);
}

function declarationsOf(rule: Rule): Declaration[] {
  return rule.block.children
    .toArray()
    .filter((one): one is Declaration => one.type === 'Declaration');
}

/** A declaration with the semicolon after it and the blanks before it. */
function withSemicolon(style: string, node: CssNode): Range {
  const { start, end: rawEnd } = rangeOf(node);
  // A value read raw goes on through the blanks after it.
  const end = start + style.slice(start, rawEnd).trimEnd().length;
  const more = /^\s*;/.exec(style.slice(end, end + 200))?.[0].length ?? 0;
  const blank = /[\t ]*$/.exec(style.slice(Math.max(0, start - 200), start))?.[0].length ?? 0;
  return { start: start - blank, end: end + more };
}

function rangeOf(node: CssNode): Range {
  return { start: startOf(node), end: node.loc?.end.offset ?? 0 };
}

function startOf(node: CssNode): number {
  return node.loc?.start.offset ?? 0;
}
