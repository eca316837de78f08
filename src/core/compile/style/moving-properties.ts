import type { CssNode, Rule } from 'css-tree';
import { cssProperties } from '../../../generated/css-properties.ts';
import { generate, keyword, walk } from '../../text/css-tree.ts';
import { atRuleNamed } from './at-rules.ts';
import { isPseudoElement } from './scope-selector.ts';

/** Where the properties come from that something other than a rule sets. */
export interface MovingSource {
  readonly trees: readonly CssNode[];
  readonly template: string;
  /** The script, its handlers, and the libraries that came along, less jQuery itself. */
  readonly scripts: readonly string[];
}

/** What inline style and animations set, which a rule that is important would beat. */
export interface Moving {
  readonly properties: ReadonlySet<string>;
  /** Properties that style attributes set, or come to set. */
  readonly inline: readonly string[];
  /** Selectors of what rules animate. */
  readonly animated: readonly string[];
  /** True where a script animates whatever elements. */
  readonly isAnywhere: boolean;
}

const known = new Set(cssProperties.filter((name) => /^[a-z-]+$/.test(name)));

/** What shows that a script may set style on elements; one that changes classes does not. */
const setsStyle = /\bstyle\b|cssText|\.animate\b|setKeyframes|\bcss\b/;

/** What methods of jQuery set that do not name it. */
const effects: readonly (readonly [method: RegExp, properties: string])[] = [
  [/(?<!classList)\.(?:show|hide|toggle|slide[A-Z]\w*|fade[A-Z]\w*)\s*\(/, 'display'],
  [/\.fade[A-Z]\w*\s*\(/, 'opacity'],
  [/\.slide[A-Z]\w*\s*\(/, 'height margin padding overflow'],
  [
    /(?<!classList)\.(?:show|hide|toggle)\s*\(\s*[^)\s]/,
    'opacity width height margin padding overflow',
  ],
  [/\.(?:outer|inner)?[wW]idth\s*\(\s*[^)\s]/, 'width'],
  [/\.(?:outer|inner)?[hH]eight\s*\(\s*[^)\s]/, 'height'],
  [/\.offset\s*\(\s*[^)\s]/, 'position top left'],
];

const usesJquery = /\$\(|\$\.|jQuery/;

/** Finds what moves. Too much is taken rather than too little. */
export function movingProperties({ trees, template, scripts }: MovingSource): Moving {
  const inline = new Set<string>();
  const others = new Set<string>();
  for (const text of scripts) {
    if (setsStyle.test(text)) for (const name of setIn(text)) inline.add(name);
    if (!usesJquery.test(text)) continue;
    for (const [method, properties] of effects) {
      if (method.test(text)) for (const name of properties.split(' ')) inline.add(name);
    }
  }
  if (scripts.some((text) => setsStyle.test(text))) {
    // What a script sets may be said in the markup: `data-open="display: none"`.
    for (const [, value = ''] of template.matchAll(/\sdata-[\w-]+\s*=\s*("[^"]*"|'[^']*')/gi)) {
      for (const name of setIn(value)) inline.add(name);
    }
  }
  for (const [, value = ''] of template.matchAll(/\sstyle\s*=\s*("[^"]*"|'[^']*'|[^\s>]+)/gi)) {
    for (const [, name = ''] of value.matchAll(/["';]\s*([a-z][a-z-]*)\s*:/gi)) inline.add(name);
  }
  const isResized = trees.some(resizes) || /<textarea/i.test(template);
  // These a visitor can make wider.
  if (isResized) for (const name of ['width', 'height']) inline.add(name);
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type !== 'Atrule' || !node.block) return;
      if (atRuleNamed(node.name)?.holds !== 'keyframes') return;
      walk(node.block, (inner) => {
        if (inner.type === 'Declaration') others.add(keyword(inner.property).name);
      });
    });
  }
  return {
    properties: new Set([...inline, ...others]),
    inline: [...inline],
    animated: trees.flatMap((tree) => animatedIn(tree)),
    isAnywhere: scripts.some(
      (text) => /\.animate\s*\(|KeyframeEffect/.test(text) && !usesJquery.test(text),
    ),
  };
}

/** Properties that code may set: as a member, in quotes, or before a colon. */
const setting =
  /(?<=\.)[A-Za-z]+(?=\s*[-+*/]?=(?![=>]))|(?<=['"`])[A-Za-z-]+(?=['"`])|[A-Za-z-]+(?=\s*:)/g;

function setIn(text: string): string[] {
  return (text.match(setting) ?? [])
    .map((word) => word.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`))
    .filter((name) => known.has(name));
}

function resizes(tree: CssNode): boolean {
  let found = false;
  walk(tree, (node) => {
    if (node.type === 'Declaration' && node.property === 'resize') found = true;
  });
  return found;
}

/** Selectors of the rules that animate, without their pseudo-elements. */
function animatedIn(tree: CssNode): string[] {
  const found: string[] = [];
  const visit = (node: CssNode, parents: readonly string[]): void => {
    if (node.type === 'StyleSheet' || node.type === 'Block') {
      for (const child of node.children) visit(child, parents);
    } else if (node.type === 'Atrule' && node.block) visit(node.block, parents);
    else if (node.type === 'Rule') {
      const own = selectorsOf(node, parents);
      if (node.block.children.some(animates)) found.push(...own);
      visit(node.block, own);
    }
  };
  visit(tree, []);
  return [...new Set(found)];
}

/** Each selector of a rule by itself; in a nested one its parent is written out. */
function selectorsOf({ prelude }: Rule, parents: readonly string[]): string[] {
  if (prelude.type !== 'SelectorList') return [];
  return prelude.children.toArray().flatMap((selector) => {
    if (selector.type !== 'Selector') return [];
    const parts = selector.children
      .filter((part) => !isPseudoElement(part) && !isVendorState(part))
      .map((part) => generate(part))
      .toArray();
    const text = parts.join('').replace(/([>+~ ])$/, '$1*') || '*';
    if (parents.length === 0) return [text];
    const parent = `:is(${parents.join(', ')})`;
    if (text.includes('&')) return [text.replaceAll('&', parent)];
    return [/^[>+~]/.test(text) ? `${parent}${text}` : `${parent} ${text}`];
  });
}

/** A state that only some browsers know would make the others drop the whole rule. */
function isVendorState(part: CssNode): boolean {
  return part.type === 'PseudoClassSelector' && part.name.startsWith('-');
}

function animates(node: CssNode): boolean {
  return (
    node.type === 'Declaration' &&
    /^(?:-webkit-)?animation(?:-name)?$/i.test(node.property) &&
    !/^\s*(?:none|inherit|initial|unset)\b/i.test(generate(node.value))
  );
}

/** Properties that are set by each other's names, though these do not begin alike. */
const families: Readonly<Record<string, string>> = {
  top: 'inset',
  right: 'inset',
  bottom: 'inset',
  left: 'inset',
  'line-height': 'font',
  'row-gap': 'gap',
  'column-gap': 'gap',
  'min-width': 'width',
  'max-width': 'width',
  'min-height': 'height',
  'max-height': 'height',
  'inline-size': 'width',
  'block-size': 'height',
  columns: 'column',
  order: 'flex',
};

/** True for a property that a moving one is part of, or that is part of a moving one. */
export function isMoving(property: string, moving: ReadonlySet<string>): boolean {
  const name = keyword(property.toLowerCase()).basename;
  const own = families[name] ?? name;
  for (const one of moving) {
    const other = families[keyword(one).basename] ?? keyword(one).basename;
    if (other === 'all' || other === own) return true;
    if (own.startsWith(`${other}-`) || other.startsWith(`${own}-`)) return true;
  }
  return false;
}
