/** What texts are by how they look, in whatever language. */
const looks: readonly (readonly [RegExp, string])[] = [
  [
    /^(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?s?\b|^(?:montag|dienstag|mittwoch|donnerstag|freitag|samstag|sonnabend|sonntag)s?\b|^(?:mo|di|mi|do|fr|sa|so)(?:\.|\s?[–—,/&-]|:?$|\s(?:und|bis)\b)|^(?:lundi|mardi|mercredi|jeudi|vendredi|samedi|dimanche)s?\b|^(?:lunes|martes|mi[eé]rcoles|jueves|viernes|s[aá]bado|domingo)s?\b|^(?:luned|marted|mercoled|gioved|venerd)[iì]|^(?:maandag|dinsdag|woensdag|donderdag|vrijdag|zaterdag|zondag)/i,
    'day',
  ],
  [/^(?:1[5-9]|20)\d\d$/, 'year'],
  [
    /^(?:\p{Sc}|CHF|EUR|USD|GBP)\s?\d[\d.,\s]*(?:(?:\/|a |per |pro |par |al )\s?\p{L}+)?$|^\d[\d.,]*\s?(?:\p{Sc}|EUR|CHF)(?:\s?(?:\/|a |per |pro |par |al )\s?\p{L}+)?$/u,
    'price',
  ],
  [/^[-+]?\d+(?:[.,]\d+)?\s?%$/, 'percent'],
  [
    /^\d{1,2}(?:[:.]\d{2})?\s?(?:h|uhr|am|pm)?\s?[–—]\s?\d{1,2}(?:[:.]\d{2})?\s?(?:h|uhr|am|pm)?$|^\d{1,2}[:.]\d{2}\s?(?:h|uhr|am|pm)?\s?-\s?\d{1,2}[:.]\d{2}|^(?:closed|geschlossen|ruhetag|ferm[ée]|cerrado|chiuso|gesloten)$/i,
    'hours',
  ],
  [/^\d{1,2}[:.]\d{2}(?:\s?(?:am|pm|h|uhr))?$/i, 'time'],
  [/^[^\s@]+@[^\s@]+\.[a-z]+$/i, 'e-mail'],
  [/^\+?[\d(][\d\s()/.-]{5,}\d$/, 'phone'],
  [/^[-+−]?\d+(?:[.,]\d+)?\s?°[CF]?$/, 'temperature'],
  [/^\d+\s?(?:min|mins|minutes|h|hrs|hours|sec|std|uur|s)\.?$/i, 'length'],
  [/^\d[\d.,\s]*(?:\+|k|m|bn)?$/i, 'number'],
  [/^\p{Extended_Pictographic}\uFE0F?$/u, 'emoji'],
  [/^[★☆⭐]+$/u, 'stars'],
  [/\?$/, 'question'],
];

/** In characters. What is longer is a sentence, whatever it begins with. */
const longest = 48;

/** What most of some texts are; undefined where they are no more than words. */
export function contentWord(texts: readonly string[]): string | undefined {
  const there = texts.map((text) => text.trim()).filter((text) => text !== '');
  if (there.length === 0) return undefined;
  // One of several may say that there is none: closed, free, today.
  const isMost = (look: RegExp) =>
    there.filter((text) => text.length < longest && look.test(text)).length * 3 >
    there.length * 2 - 1;
  return looks.find(([look]) => isMost(look))?.[1];
}
