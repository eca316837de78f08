import type { LostTag, MarkupElement, MarkupSource } from '../../sources/markup-source.ts';

/**
 * End tags that come when their elements have been ended already, with the element each was meant
 * for. A block ends a paragraph, a link ends a link, and the end tag of an element ends all that is
 * open in it, so their own end tags find nothing any more (HTML Standard, 13.2.6.4.7).
 */
export function lateEnds({ elements, lostTags }: MarkupSource): Map<LostTag, MarkupElement> {
  const late = new Map<LostTag, MarkupElement>();
  if (lostTags.length === 0) return late;
  const open = elements.filter(({ endTag }) => !endTag).sort((a, b) => a.end - b.end);
  const waiting = new Map<string, MarkupElement[]>();
  let seen = 0;
  for (const tag of lostTags) {
    if (!tag.isEnd) continue;
    for (let one = open[seen]; one && one.end <= tag.start; one = open[seen]) {
      const before = waiting.get(one.name);
      if (before) before.push(one);
      else waiting.set(one.name, [one]);
      seen += 1;
    }
    const meant = waiting.get(tag.name)?.pop();
    if (meant) late.set(tag, meant);
  }
  return late;
}
