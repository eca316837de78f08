import { memoizeByObject } from '../../../text/memoize.ts';
import { type TreeElement, within } from '../tree.ts';
import { wordsOf } from './words.ts';

/** What an element is for, by its name (HTML Standard, 4), as people who fill forms say it. */
const roles: Readonly<Record<string, string>> = {
  iframe: 'frame',
  font: 'text',
  center: 'text',
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  h5: 'heading',
  h6: 'heading',
  a: 'link',
  img: 'picture',
  image: 'picture',
  p: 'text',
  button: 'button',
  label: 'label',
  summary: 'heading',
  figcaption: 'caption',
  caption: 'caption',
  cite: 'source',
  time: 'time',
  li: 'item',
  th: 'column',
  td: 'cell',
  dt: 'term',
  dd: 'description',
  legend: 'legend',
  option: 'option',
  video: 'film',
  audio: 'sound',
  blockquote: 'quote',
  small: 'note',
  text: 'label',
  svg: 'drawing',
  select: 'select',
  input: 'box',
  textarea: 'box',
  table: 'table',
  strong: 'name',
  b: 'name',
  em: 'emphasis',
  i: 'note',
  address: 'address',
  ul: 'list',
  ol: 'list',
  tr: 'row',
  nav: 'menu',
  details: 'section',
  section: 'section',
  article: 'article',
  optgroup: 'group',
  figure: 'figure',
  form: 'form',
  thead: 'table heading',
  tbody: 'table',
};

/** Class names that say how an element looks or works, not what it is. */
const wordless =
  /^(?:js|is|has|no|u|l|o|c|active|open|show|shown|hide|hidden|current|selected|first|last|on|off|sr-only|visually-hidden|wrap|wrapper|inner|outer|in|out|container|row|cols?|grid|flex|box|content|block|body|clearfix|cf|left|right|center|fade|animated?|item|el|element|group)$/;

/** Class names of sheets that say one thing each, such as `text-center`, `mt-4`, `text-red-800`. */
const utility =
  /^(?:[a-z]+:)*-?[a-z]+(?:-[a-z]+)*-(?:\d[\w./]*|px|xs|sm|md|lg|x+l|\d?xl|auto|full|none|center|left|right|start|end|middle|top|bottom|between|around|wrap|nowrap|bold|semibold|medium|normal|light|dark|white|black|muted|primary|secondary|success|warning|danger|uppercase|italic|hidden|block|inline|flex|grid|col|row)$/;

/** The name of an element's role, such as `heading` for `h3`. */
export function nameOfTag(name: string): string {
  // A custom element says by its name what it is.
  if (/^[a-z]+(?:-[a-z]+)+$/.test(name)) return name.replace(/-/g, ' ');
  return (
    roles[name] ??
    (/^[a-z]+$/.test(name) && name.length > 2 && !/^(?:div|span)$/.test(name) ? name : '')
  );
}

/** Names of blocks, which the names of their parts begin with. */
export type Blocks = ReadonlySet<string>;

/** The names of the blocks that elements are: their classes and ids, as one and as several. */
export function blocksOf(roots: readonly TreeElement[]): Blocks {
  const names = roots.flatMap((root) => [...root.classes, root.attributes.get('id')?.text ?? '']);
  const own = names.flatMap((name) => (name === '' ? [] : [name, name.replace(/s$/, '')]));
  return new Set([...own, ...roots.flatMap(prefixOf)]);
}

/** So many elements show what an author puts before all class names. */
const looked = 24;

/** What all class names begin with, so that it says nothing: `wx` for `wx-shelf` and `wx-card`. */
function prefixOf(root: TreeElement): string[] {
  const [, prefix] = /^([a-z]{1,4})[-_]/.exec(root.classes[0] ?? '') ?? [];
  if (prefix === undefined) return [];
  const names: string[] = [];
  let count = 0;
  for (const { classes } of within(root)) {
    names.push(...classes);
    count += 1;
    if (count === looked) break;
  }
  const all = names.filter(
    (name) => name.startsWith(`${prefix}-`) || name.startsWith(`${prefix}_`),
  );
  return names.length > 2 && all.length === names.length ? [prefix] : [];
}

/**
 * Words for a class name: what comes after the block's own name, without modifiers and without
 * what only speaks of looks or states; none where nothing is left.
 */
export function classWords(name: string, blocks: Blocks): string[] {
  if ((utility.test(name) && !/__|--/.test(name)) || name.includes('[')) return [];
  const [base = '', modifier] = name.split(/--/);
  if (modifier && blocks.has(base)) return [modifier];
  const own = base.includes('__') ? (base.split('__').at(-1) ?? '') : withoutBlock(base, blocks);
  const words = own.replace(/^js[-_]/, '').replace(/^(?:is|has)[-_].*$/, '');
  if (wordless.test(words) || wordsOf(words).join('').length < 2) {
    // The body of a car is the car.
    const [block = '', part] = base.split('__');
    return part && !blocks.has(block) && !wordless.test(block) ? [block] : [];
  }
  // Code says `btn-main`, people say main button.
  const [, what, which] = /^(btn|button|link)[-_](.+)$/.exec(words) ?? [];
  return [what && which ? `${which} ${what}` : words];
}

/** Words without the name of the block at their beginning: `voices bg` → `bg`. */
export function withoutPrefix(words: string, blocks: Blocks): string {
  return withoutBlock(words.replace(/ /g, '-'), blocks).replace(/-/g, ' ');
}

function withoutBlock(name: string, blocks: Blocks): string {
  for (let at = name.length - 2; at > 0; at -= 1) {
    if (!/[-_]/.test(name[at] as string) || !blocks.has(name.slice(0, at))) continue;
    return name.slice(at).replace(/^[-_]+/, '');
  }
  return name;
}

/** Words to name what an element holds, the best first: its classes, its id, its role. */
export function elementNames(element: TreeElement): string[] {
  const blocks = blocksUnder(topOf(element));
  const classes = ownFirst(element).flatMap((name) => classWords(name, blocks));
  const id = element.attributes.get('id')?.text ?? '';
  const byId = id === '' || /\d/.test(id) || id.length < 3 ? [] : classWords(id, blocks);
  const role = nameOfTag(element.name);
  const isTop = element.parent === undefined || element.parent.name === '';
  const own = isTop ? [] : [...classes, ...byId];
  const byRole = role === '' ? [] : [role];
  const around =
    element.parent && role === '' && own.length === 0 ? aroundNames(element.parent) : [];
  return [...own, ...byRole, ...around];
}

/** Worked out once for all that stands under a top. */
const blocksUnder = memoizeByObject((top: TreeElement) => blocksOf([top]));

/** The classes of an element, those that none beside it has before the others. */
function ownFirst({ classes, parent }: TreeElement): readonly string[] {
  if (classes.length < 2 || !parent) return classes;
  const isShared = (name: string) =>
    parent.children.filter((one) => one.node === 'element' && one.classes.includes(name)).length >
    1;
  return [...classes.filter((name) => !isShared(name)), ...classes.filter(isShared)];
}

function aroundNames(parent: TreeElement): string[] {
  return parent.name === '' ? [] : elementNames(parent).slice(0, 2);
}

function topOf(element: TreeElement): TreeElement {
  let top = element;
  while (top.parent && top.parent.name !== '') top = top.parent;
  return top;
}
