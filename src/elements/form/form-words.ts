import { de } from './words/de.ts';
import { en, type FormWords } from './words/en.ts';

/** Every language a form speaks by its BCP 47 tag: adding one is adding a file and a row. */
const languages: Readonly<Record<string, FormWords>> = { en, de };

/** The words in a language, by the nearest tag there is (RFC 4647, lookup); else in English. */
export function formWords(language: string): FormWords {
  for (let tag = language.toLowerCase(); tag !== ''; tag = tag.replace(/(?:^|-)[^-]*$/, '')) {
    const words = Object.hasOwn(languages, tag) ? languages[tag] : undefined;
    if (words) return words;
  }
  return en;
}
