import type { Place } from '../../problem/finding.ts';

/** A stretch of style, and where its offsets stand in the paste. */
export interface StylePart {
  readonly text: string;
  /** What its tag or its file name says of the language it is written in. */
  readonly hint: string;
  readonly placeAt: (offset: number) => Place;
}

/** Style for some media alone, as a rule around it, since a mould has one sheet for all. */
export function underMedia(part: StylePart, media: string | undefined): StylePart {
  if (!media || media.trim() === '' || media.trim() === 'all') return part;
  const opening = `@media ${media.trim()} {\n`;
  return {
    ...part,
    text: `${opening}${part.text}\n}`,
    placeAt: (offset) => part.placeAt(Math.max(0, offset - opening.length)),
  };
}
