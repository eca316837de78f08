import { htmlTagNames } from 'html-tag-names';
import { svgTagNames } from 'svg-tag-names';
import type { Subject } from '../../sources/subject.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { nearSlip } from '../flaw/near-slip.ts';

const elementNames = new Set([...htmlTagNames, ...svgTagNames.map((name) => name.toLowerCase())]);

/** MathML Core, 2.1; only those that stand in pages. */
const mathNames = new Set([
  'math',
  'mi',
  'mn',
  'mo',
  'mrow',
  'mfrac',
  'msqrt',
  'mroot',
  'msup',
  'msub',
  'mtable',
  'mtr',
  'mtd',
  'mtext',
  'mspace',
  'munder',
  'mover',
  'munderover',
  'msubsup',
  'from',
  'to',
]);

/** Rules whose names match nothing, where a near name or a lost mark makes that a slip. */
export const unmatchedRules: Check = ({ markup, style, script }) => {
  const flaws: Flaw[] = [];
  for (const [name, offset] of style.types) {
    if (name === '*' || name.includes('|') || markup.names.has(name)) continue;
    if (elementNames.has(name.toLowerCase()) || mathNames.has(name)) continue;
    const mark = markup.classes.has(name) ? '.' : markup.ids.has(name) ? '#' : undefined;
    const edit = { start: offset, end: offset, text: mark ?? '' };
    if (mark) {
      flaws.push(flaw(style, offset, 'style/lost-mark', { name, meant: mark + name }, [edit]));
    }
  }
  const sides = [
    { mark: '.', used: style.classes, own: markup.classes, otherMark: '#', other: markup.ids },
    { mark: '#', used: style.ids, own: markup.ids, otherMark: '.', other: markup.classes },
  ] as const;
  for (const { mark, used, own, otherMark, other } of sides) {
    // Only what is styled nowhere can be what a rule meant.
    const isFree = (name: string) => !style.classes.has(name) && !style.ids.has(name);
    const free = [...own.keys()].filter(isFree);
    for (const [name, offset] of used) {
      if (own.has(name) || script.count(name) > 0) continue;
      const near = nearSlip(name, free);
      const meant = other.has(name) ? otherMark + name : near && mark + near;
      if (meant)
        flaws.push(flaw(style, offset, 'style/no-match', { selector: mark + name, meant }));
    }
  }
  return flaws;
};

/** Classes that neither style nor script speaks of; one note for all. */
export const unusedClasses: Check = ({ markup, style, script, manifest }: Subject) => {
  const unused = [...markup.classes.keys()].filter(
    // One whose dot was lost is reported where the rule stands.
    (name) => !style.classes.has(name) && !style.types.has(name) && script.count(name) === 0,
  );
  const [first] = unused;
  const hasSheet = manifest.libraries?.some((one) => one.style !== undefined) ?? false;
  if (first === undefined || hasSheet) return [];
  const some = unused.slice(0, 5).join(', ');
  const data = { count: unused.length, some: unused.length > 5 ? `${some}, …` : some };
  return [flaw(markup, markup.classes.get(first) ?? 0, 'markup/unused-classes', data)];
};
