import { wordsIn } from '../words-in.ts';
import { de } from './words/de.ts';
import { en, type FormWords } from './words/en.ts';

/** Every language a form speaks by its BCP 47 tag: adding one is adding a file and a row. */
const languages: { readonly en: FormWords } & Readonly<Record<string, FormWords>> = { en, de };

/** What a form says in a language, with an embedder's own words where it gives some. */
export function formWords(language: string, own?: Partial<FormWords>): FormWords {
  return wordsIn(languages, language, own);
}
