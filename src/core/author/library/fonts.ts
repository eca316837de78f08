import type { Font } from '../../model/mould.ts';
import { withoutRanges } from '../../text/edits.ts';

/**
 * The families a style sheet of web fonts brings, by its address: services of fonts take
 * `family=Depot+Sans:wght@400;700`, once for each. Empty for the address of any other sheet.
 */
export function fontsAt(url: string): Font[] {
  const [, query = ''] = /\?([^#]*)/.exec(url.replaceAll('&amp;', '&')) ?? [];
  const families = query.split('&').flatMap((part) => {
    const [key, value = ''] = part.split('=');
    return key === 'family' || key === 'families' ? value.split('|') : [];
  });
  return families.flatMap((family) => {
    const name = decoded(family.split(':')[0] ?? '').trim();
    return name === '' ? [] : [{ family: name, style: url }];
  });
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text.replaceAll('+', ' '));
  } catch {
    return text;
  }
}

const imports =
  /@import\s+(?:url\(\s*)?(?:"([^"\n]*)"|'([^'\n]*)'|([^"'()\s;]+))\s*\)?\s*;[\t ]*(?:\r?\n)?/gi;

/** A style sheet without its imports of web fonts, and those fonts. */
export function takeFontImports(style: string): { style: string; fonts: readonly Font[] } {
  if (!/@import/i.test(style)) return { style, fonts: [] };
  const fonts: Font[] = [];
  const cuts = [...style.matchAll(imports)].flatMap(({ index, 0: whole, 1: a, 2: b, 3: c }) => {
    const found = fontsAt(a ?? b ?? c ?? '');
    fonts.push(...found);
    return found.length > 0 ? [{ start: index, end: index + whole.length }] : [];
  });
  return { style: withoutRanges(style, { start: 0, end: style.length }, cuts), fonts };
}

/** Fonts, each family once. */
export function eachOnce(fonts: readonly Font[]): Font[] {
  return fonts.filter(({ family }, at) => fonts.findIndex((one) => one.family === family) === at);
}
