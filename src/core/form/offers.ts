import { cleanSvg } from '../model/kinds/html/clean-svg.ts';
import type { Mould } from '../model/mould.ts';

/** What a piece has of its own that a value can be chosen from. */
export interface Offers {
  /** Colours as CSS writes them, the most used first. */
  readonly colours: readonly string[];
  /** Drawings as SVG, each once, in the order they stand. */
  readonly icons: readonly string[];
}

/** As many of each are offered. */
const most = { colours: 12, icons: 24 } as const;

/** Colours in the notations that carry no name: a word may be anything in a style sheet. */
const colour =
  /#(?:[0-9a-f]{8}|[0-9a-f]{6}|[0-9a-f]{3,4})\b|\b(?:rgb|hsl|oklch|oklab|lch|lab|hwb)a?\([^(){}]*\)/gi;

/**
 * Finds what a mould has of its own: the colours of its style and of its fields' defaults, and the
 * icons in its template and its fields' defaults.
 */
export function offersOf({ template, style, manifestText }: Mould): Offers {
  const counts = new Map<string, number>();
  for (const [found] of `${style}\n${manifestText}`.matchAll(colour)) {
    const name = found.toLowerCase();
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  const colours = [...counts].sort((a, b) => b[1] - a[1]).map(([name]) => name);
  return { colours: colours.slice(0, most.colours), icons: iconsIn(template, manifestText) };
}

/** Icons are small drawings: what is as long as a picture is none. */
const mostOfIcon = 4000;

function iconsIn(template: string, manifestText: string): string[] {
  const inFields = [...manifestText.matchAll(/"(?:[^"\\]|\\.)*<svg(?:[^"\\]|\\.)*"/g)].map(
    ([text]) => JSON.parse(text) as string,
  );
  const all = [template, ...inFields].flatMap((text) =>
    [...text.matchAll(/<svg\b[\s\S]*?<\/svg>/gi)].map(([svg]) => svg),
  );
  const clean = all
    .filter((svg) => svg.length <= mostOfIcon && !svg.includes('{~'))
    .flatMap((svg) => cleanSvg(svg) ?? []);
  return [...new Set(clean)].slice(0, most.icons);
}
