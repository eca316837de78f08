import { wordsIn } from '../words-in.ts';
import { de } from './words/de.ts';
import { en, type PreviewWords } from './words/en.ts';

/** Every language a preview speaks by its BCP 47 tag: adding one is adding a file and a row. */
const languages: { readonly en: PreviewWords } & Readonly<Record<string, PreviewWords>> = {
  en,
  de,
};

/** What a preview says in a language, with an embedder's own words where it gives some. */
export function previewWords(language: string, own?: Partial<PreviewWords>): PreviewWords {
  return wordsIn(languages, language, own);
}
