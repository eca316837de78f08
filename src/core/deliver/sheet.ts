import type { Cast } from '../compile/cast.ts';

/** The style that casts of a mould share, as one sheet, with a line on what each part is for. */
export function sheetOf({
  reset,
  mouldStyle,
  guard,
}: Pick<Cast, 'reset' | 'mouldStyle' | 'guard'>): string {
  const parts: readonly (readonly [about: string, css: string])[] = [
    ['/* Browser defaults */\n', reset],
    ['', mouldStyle],
    ["/* Keeps the site's rules out; yours go in @layer km.site */\n", guard],
  ];
  return parts
    .filter(([, css]) => css !== '')
    .map(([about, css]) => about + css)
    .join('\n\n');
}
