import { type CssNode, keyword, lexer, walk } from 'css-tree';
import { atRuleNamed } from './at-rules.ts';

/** Where the properties come from that something other than a rule sets. */
export interface MovingSource {
  readonly trees: readonly CssNode[];
  readonly template: string;
  /** The script, its handlers, and the libraries that came along, less jQuery itself. */
  readonly scripts: readonly string[];
}

const { properties } = lexer as unknown as { properties: Readonly<Record<string, unknown>> };
const known = new Set(Object.keys(properties).filter((name) => /^[a-z-]+$/.test(name)));

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

/**
 * Properties that inline style, animations or script set on elements: a rule that is important
 * would beat those. Too many are taken rather than too few.
 */
export function movingProperties(source: MovingSource): ReadonlySet<string> {
  const moving = new Set<string>();
  const take = (text: string) => {
    for (const [word] of text.matchAll(/[A-Za-z][A-Za-z-]*/g)) {
      const name = word.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
      if (known.has(name)) moving.add(name);
    }
  };
  for (const text of source.scripts) {
    if (setsStyle.test(text)) take(text);
    if (!/\$\(|\$\.|jQuery/.test(text)) continue;
    for (const [method, properties] of effects) if (method.test(text)) take(properties);
  }
  for (const [, value = ''] of source.template.matchAll(
    /\sstyle\s*=\s*("[^"]*"|'[^']*'|[^\s>]+)/gi,
  )) {
    take(value);
  }
  // These a visitor can make wider.
  if (/<textarea/i.test(source.template)) take('width height');
  for (const tree of source.trees) {
    walk(tree, (node) => {
      if (node.type === 'Atrule' && node.block && atRuleNamed(node.name)?.holds === 'keyframes') {
        walk(node.block, (inner) => {
          if (inner.type === 'Declaration') moving.add(keyword(inner.property).name);
        });
      } else if (node.type === 'Declaration' && node.property === 'resize') take('width height');
    });
  }
  return moving;
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
