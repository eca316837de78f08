/** Words that most sentences of a language have, and few of another. */
const frequent: Readonly<Record<string, readonly string[]>> = {
  en: [
    'the',
    'and',
    'of',
    'to',
    'is',
    'you',
    'with',
    'for',
    'your',
    'from',
    'at',
    'we',
    'our',
    'it',
  ],
  de: ['der', 'die', 'das', 'und', 'ist', 'nicht', 'mit', 'für', 'ein', 'eine', 'wir', 'sie', 'zu'],
  fr: ['le', 'la', 'les', 'et', 'des', 'un', 'une', 'est', 'pour', 'dans', 'vous', 'nous', 'du'],
  es: ['el', 'la', 'los', 'las', 'de', 'y', 'que', 'en', 'una', 'para', 'con', 'por', 'del', 'se'],
  it: ['il', 'lo', 'gli', 'di', 'e', 'che', 'una', 'per', 'con', 'della', 'nel', 'sono', 'non'],
  nl: ['de', 'het', 'een', 'en', 'van', 'voor', 'niet', 'met', 'zijn', 'wij', 'je', 'op'],
};

/**
 * True for text in English, or too little of any to tell. Names in code mostly are in the language
 * of the text.
 */
export function isEnglish(text: string): boolean {
  const words = text.toLowerCase().match(/\p{L}+/gu) ?? [];
  const counts = Object.entries(frequent).map(([language, some]) => {
    const known = new Set(some);
    return [language, words.filter((word) => known.has(word)).length] as const;
  });
  const own = counts.find(([language]) => language === 'en')?.[1] ?? 0;
  return counts.every(([, count]) => count <= own);
}
