import { memoizeByName } from '../../../text/memoize.ts';
import type { StyleSource } from '../../sources/style-source.ts';
import type { Tree, TreeElement } from '../tree.ts';
import { foreignWord } from './foreign-words.ts';
import { isEnglish } from './language.ts';
import { sectionComment } from './section-comments.ts';
import { tradeWord } from './trade-words.ts';

/** Reads what names in code say to people. */
export interface SaidWords {
  /** What a name says, as words: '' for looks, layout, and words of another language. */
  readonly of: (name: string) => string;
  /** What the classes and the id of an element say, the best first. */
  readonly ofElement: (element: TreeElement) => readonly string[];
  /** True for names in English. */
  readonly isEnglish: boolean;
}

/** Class names of sheets that say one thing each, such as `text-center`, `mt-4`, `bg-[#b4430f]`. */
const utility =
  /[:[\]/]|^-?(?:m|p|w|h|min|max|gap|space|text|bg|font|border|rounded|ring|shadow|flex|grid|col|row|items|justify|self|leading|tracking|opacity|z|top|left|right|bottom|inset|overflow|object|cursor|transition|duration|ease|hover|group|sm|md|lg|xl|d|order|float|align|display|list|no|img|container|table|form|input|mx|my|mt|mb|ml|mr|px|py|pt|pb|pl|pr|fa|bi|ti|la|las|wi|ri|mdi|ph|uil|bx|lni)(?:-|$)/;

/** Makes a reader of names for one piece. */
export function saidWords(
  tree: Tree,
  style: StyleSource,
  isOwnClass: (name: string) => boolean,
): SaidWords {
  const properties = new Set(style.text.match(/(?<![\w-])--[a-z][\w-]*/gi) ?? []);
  const styled = [...style.classes.keys(), ...style.ids.keys(), ...properties];
  const used = [...new Set(tree.elements.flatMap(({ classes }) => classes))];
  const names = styled.length > 3 ? styled : [...used, ...styled];
  const repeated = repeatedIn(names);
  const prefixes = new Set([...repeated, ...rootWords(tree)]);
  const english = isEnglish(tree.root.children.map(textOf).join(' '));
  const read = memoizeByName((name: string): string => {
    const alone = wordsAlone[name.toLowerCase()];
    if (alone !== undefined) return alone;
    const parts = partsOf(name, prefixes);
    if (repeated.has(name.toLowerCase()) && tradeWord(name.toLowerCase()) === undefined) return '';
    const words = parts.map((word) => {
      if (/^\d+$/.test(word)) return '';
      return (
        wordIn(word, english) ??
        wordIn(singularOf(word), english) ??
        (english && word.length > 2 ? word : '')
      );
    });
    const kept = words.map((word, at) => (word === '' ? (kinds[parts[at] ?? ''] ?? '') : word));
    return nounLast([
      ...new Set((words.some((word) => word !== '') ? kept : words).filter((word) => word !== '')),
    ]).join(' ');
  });
  // Without a sheet, names are the author's own where they are not a library's for looks.
  const isUnstyled = styled.length === 0 && !used.some((name) => /[a-z]-\d|:/.test(name));
  const ofElement = (element: TreeElement): readonly string[] => {
    const { classes, attributes, parent } = element;
    const isTop = parent === undefined || parent.name === '';
    const own = classes.filter(
      (name) => !/^(?:is|has)-/.test(name) && (isOwnClass(name) || !utility.test(name)),
    );
    const id = attributes.get('id')?.text ?? '';
    const said = [...own, ...(isTop ? [] : [id])].map((name) =>
      isOwnClass(name) || isUnstyled || name === id || isOfTheTrade(partsOf(name, prefixes))
        ? read(name)
        : '',
    );
    const item = itemWords(attributes.get('itemprop')?.text, parent, read);
    const comment = sectionComment(tree, element);
    const told = english ? comment : comment === '' ? '' : read(comment.replace(/ /g, '-'));
    // A comment that says the same at more length says more.
    const all = said.some((words) => words !== '' && told.includes(words))
      ? [item, told, ...said]
      : [item, ...said, told];
    return [...new Set(all.filter((words) => words !== ''))];
  };
  return { of: read, ofElement, isEnglish: english };
}

/** What short words mean where they are all of a name. */
const wordsAlone: Readonly<Record<string, string>> = { ep: 'episode' };

/** Words that say which of several, beside one that says what. */
const kinds: Readonly<Record<string, string>> = {
  first: 'first',
  last: 'last',
  off: 'off',
  open: 'open',
};

const nouns = /^(?:button|link|picture|icon|heading|text|label|logo|film|background|colour|badge)$/;

/** `btn-main` is the main button. */
function nounLast(words: readonly string[]): readonly string[] {
  const [first = '', ...others] = words;
  return nouns.test(first) && !nouns.test(others.at(-1) ?? first) ? [...others, first] : words;
}

/** What Microdata says of an element (HTML Standard, 5.2): the name of a recipe, its ingredient. */
function itemWords(
  property: string | undefined,
  parent: TreeElement | undefined,
  read: (name: string) => string,
): string {
  if (property === undefined) return '';
  let item = parent;
  while (item && !item.attributes.has('itemtype')) item = item.parent;
  const type = (item?.attributes.get('itemtype')?.text.split('/').at(-1) ?? '').toLowerCase();
  if (property === 'name' && type !== '') return `${type} name`;
  const own = splitName(property).filter((word) => word !== type);
  return own.length > 0 ? read(own.join('-')) || own.join(' ') : '';
}

function wordIn(word: string, isEnglishText: boolean): string | undefined {
  return (isEnglishText ? undefined : foreignWord(word)) ?? tradeWord(word);
}

function isOfTheTrade(words: readonly string[]): boolean {
  return words.length > 0 && words.every((word) => tradeWord(word) !== undefined);
}

function textOf(node: TreeElement['children'][number]): string {
  return node.node === 'text' ? node.text : node.children.map(textOf).join(' ');
}

function singularOf(word: string): string {
  return word.length > 3 ? word.replace(/s$/, '') : word;
}

/** The words of a name in camel, kebab or snake case, in lower case. */
function splitName(name: string): string[] {
  return name
    .replace(/([\p{Ll}\p{N}])(\p{Lu})/gu, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '');
}

/** What comes after the block's name in a name such as `voices__head`, or after a prefix. */
function partsOf(name: string, prefixes: ReadonlySet<string>): string[] {
  const own = name.includes('__') ? (name.split('__').at(-1) ?? '') : name;
  const [base = '', modifier] = own.replace(/^-+/, '').split('--');
  const words = splitName(base);
  const rest = words.length > 1 && prefixes.has(words[0] as string) ? words.slice(1) : words;
  const main = modifier === undefined ? rest : [...splitName(modifier), ...rest];
  return main.filter((word) => !(main.length > 1 && prefixes.has(word)));
}

/** What so many of the names begin with that it says nothing. */
function repeatedIn(names: readonly string[]): Set<string> {
  const counts = new Map<string, number>();
  for (const name of names) {
    const [first, ...more] = splitName(name);
    if (first !== undefined && more.length > 0) counts.set(first, (counts.get(first) ?? 0) + 1);
  }
  const isMost = (count: number) => count > 2 && count * 3 >= names.length;
  return new Set([...counts].flatMap(([word, count]) => (isMost(count) ? [word] : [])));
}

/** What the names of the roots begin with. */
function rootWords({ root }: Tree): string[] {
  const roots = root.children.filter((child) => child.node === 'element');
  return roots.flatMap(({ classes, attributes }) =>
    [...classes, attributes.get('id')?.text ?? ''].flatMap((name) => splitName(name).slice(0, 1)),
  );
}
