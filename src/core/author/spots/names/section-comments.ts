import { memoizeByObject } from '../../../text/memoize.ts';
import type { Tree, TreeElement } from '../tree.ts';

/** In words. What is longer is said to the person who reads the code. */
const longest = 3;

/** Words that begin a request or a marker rather than a name. */
const isTold =
  /^(?:edit|change|put|add|insert|replace|note|todo|copy|duplicate|repeat|here|this|these|your|remove|delete|do|don't|if|for|see|use|original|old|new|was|by|from|required|optional)\b/;

/** The comments of a template, by where each ends. */
const commentsOf = memoizeByObject(({ source }: Pick<Tree, 'source'>) => {
  const all = source.matchAll(/<!--(?!\[)([\s\S]*?)-->/g);
  return new Map([...all].map((one) => [one.index + one[0].length, one[1] ?? ''] as const));
});

/** What the comment just before an element calls it, in lower case; '' where none does. */
export function sectionComment(tree: Tree, { start }: TreeElement): string {
  const comments = commentsOf(tree);
  if (comments.size === 0) return '';
  const end = tree.source.slice(0, start).trimEnd().length;
  return nameIn(comments.get(end) ?? '');
}

function nameIn(comment: string): string {
  const [first = ''] = comment.split(/[:;(.|=,]|\s[-–—]\s/);
  const words = first
    .replace(/[-=*#~_\s]+/g, ' ')
    .trim()
    .toLowerCase()
    .replace(
      /^(?:the|begin|start|section)\s+|\s+(?:\d+|begins?|starts?|here|section|area|wrapper)$/g,
      '',
    );
  const isName = /^\p{L}[\p{L}' ]*$/u.test(words) && words.split(' ').length <= longest;
  return isName && !isTold.test(words) && !/^end\b/.test(words) ? words : '';
}
