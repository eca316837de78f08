import { getOrMake } from '../../../text/memoize.ts';
import type { StyleSource } from '../../sources/style-source.ts';
import type { Tree } from '../tree.ts';
import { styledIn } from './detector.ts';

/** Classes that could stand for one that an element has, or beside it. */
export interface ClassVariants {
  /** True where they take its place; false where they are added to it. */
  readonly isInstead: boolean;
  readonly names: readonly string[];
}

/** More than so many are no choice but a library. */
const most = 6;

/**
 * What a sheet has beside the classes that a piece uses: `box-left` for `box-right`, where both set
 * the same, and `card--dark` for `card`. What script or markup speaks of is no variant but a state
 * or a part.
 */
export function classVariantsIn(
  style: StyleSource,
  tree: Tree,
  isInScript: (word: string) => boolean,
): (name: string) => ClassVariants | undefined {
  const used = new Set(tree.elements.flatMap(({ classes }) => classes));
  const free = [...style.classes.keys()].filter((name) => !used.has(name) && !isInScript(name));
  if (free.length === 0) return () => undefined;
  const sets = propertiesByClass(style, tree);
  const byStem = new Map<string, string[]>();
  for (const name of free) {
    const stem = stemOf(name);
    if (stem !== '') getOrMake(byStem, stem, () => []).push(name);
  }
  return (name) => {
    const own = sets.get(name);
    if (!own) return undefined;
    const alike = byStem.get(stemOf(name)) ?? [];
    const instead = alike.filter((other) => sharesOne(own, sets.get(other)));
    // Where one of them is there, the others take its place.
    const hasOne = [...used].some((other) => other.startsWith(`${name}--`));
    const added = hasOne
      ? []
      : free.filter((other) => other.startsWith(`${name}--`) && sets.has(other));
    const names = instead.length > 0 ? instead : added;
    const isChoice = names.length > 0 && names.length <= most;
    return isChoice ? { isInstead: instead.length > 0, names } : undefined;
  };
}

/** What comes before the word that tells variants apart; '' for none. */
function stemOf(name: string): string {
  return /^[a-z][\w-]*?(?:--|-|_)(?=[a-z0-9]+$)/i.exec(name)?.[0] ?? '';
}

function sharesOne(one: ReadonlySet<string>, other: ReadonlySet<string> | undefined): boolean {
  return other !== undefined && [...other].some((property) => one.has(property));
}

/** What is set for an element by a class alone, whatever its state. */
function propertiesByClass(style: StyleSource, tree: Tree): Map<string, Set<string>> {
  const roots = tree.root.children.filter((one) => one.node === 'element');
  const sets = new Map<string, Set<string>>();
  for (const { declaration, subject, isPlain } of styledIn(style, roots)) {
    const [name, ...more] = subject.classes;
    if (name === undefined || more.length > 0 || subject.isState || !isPlain) continue;
    const set = sets.get(name) ?? new Set();
    set.add(declaration.property);
    sets.set(name, set);
  }
  return sets;
}
