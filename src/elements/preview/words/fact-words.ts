import type { pageFactTexts } from '../../../facts/fact-texts.ts';

/** How each thing that is measured in a frame is called, and said of one element. */
export type FactWords = {
  readonly [Name in keyof typeof pageFactTexts]: Pick<
    (typeof pageFactTexts)[Name],
    'title' | 'text'
  >;
};
