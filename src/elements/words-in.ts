/**
 * The words in a language, by the nearest tag there is (RFC 4647, lookup), else in English; and where
 * an embedder has words of its own, those.
 */
export function wordsIn<Words extends object>(
  tables: Readonly<Record<string, Words>> & { readonly en: Words },
  language: string,
  own: Partial<Words> = {},
): Words {
  let found = tables.en;
  for (let tag = language.toLowerCase(); tag !== ''; tag = tag.replace(/(?:^|-)[^-]*$/, '')) {
    if (!Object.hasOwn(tables, tag)) continue;
    found = tables[tag] ?? found;
    break;
  }
  return Object.keys(own).length === 0 ? found : { ...found, ...own };
}
