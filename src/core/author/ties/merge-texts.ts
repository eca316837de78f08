import { diff3Merge } from 'node-diff3';

/**
 * Carries the changes from one text to another over to a third: `base` became `mine` by somebody's
 * work, and `theirs` by a newer paste. Lines that only one side changed are as that side has them;
 * where both did, the same is asked word by word.
 *
 * - A place that is gone from `theirs` stays gone.
 * - A binding keeps its place, whatever now stands there in `theirs`.
 * - Other words are taken from `theirs`.
 */
export function mergeTexts(base: string, mine: string, theirs: string): string {
  if (mine === base) return theirs;
  if (theirs === base) return mine;
  return merge(base, mine, theirs, toLines, (a, o, b) => merge(o, a, b, toWords, settle));
}

type Settle = (mine: string, base: string, theirs: string) => string;

function merge(
  base: string,
  mine: string,
  theirs: string,
  split: (text: string) => string[],
  settleConflict: Settle,
): string {
  const regions = diff3Merge(split(mine), split(base), split(theirs), {
    excludeFalseConflicts: true,
  });
  const texts = regions.map(({ ok, conflict }) => {
    if (ok) return ok.join('');
    const { a = [], o = [], b = [] } = conflict ?? {};
    return settleConflict(a.join(''), o.join(''), b.join(''));
  });
  return texts.join('');
}

function toLines(text: string): string[] {
  return text.match(/[^\n]*\n|[^\n]+$/g) ?? [];
}

/** Words with the blanks before them, marks one by one; a binding is one word. */
function toWords(text: string): string[] {
  return text.match(/\s*(?:\{~[^~]*~\}|km-[a-z]+="[^"]*"|[\w-]+|[^\w\s])|\s+$/g) ?? [];
}

/** What binds a place: a value, a directive, a custom property, or the values in script. */
const binding = /\{~|\bkm-[a-z]+=|var\(\s*--|\bmould\./;

const settle: Settle = (mine, _base, theirs) => {
  if (theirs.trim() === '') return theirs;
  return mine.trim() === '' || binding.test(mine) ? mine : theirs;
};
