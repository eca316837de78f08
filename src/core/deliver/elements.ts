import { styleElement } from '../compile/placed-markup.ts';
import { toHtmlText } from '../compile/template/sink.ts';
import type { CodePieces } from './code-pieces.ts';

/** The style sheets that a page has to load, as elements. */
export function linkElements({ links }: CodePieces): string[] {
  return links.map((href) => `<link rel="stylesheet" href="${toHtmlText(href)}">`);
}

/** Style as elements, each text in one of its own. */
export function styleElements({ styles }: CodePieces): string[] {
  return styles.flatMap((style) => styleElement([style]));
}

/** Style that goes when the script has run; it stands by itself, so that it can be taken away. */
export function firstStateElements({ firstStates }: CodePieces): string[] {
  return firstStates.flatMap(([id, style]) =>
    styleElement([style]).map((one) => one.replace('<style', `<style data-first="${id}"`)),
  );
}

/** Scripts as elements. */
export function scriptElements({ scripts }: CodePieces): string[] {
  return scripts.map((one) =>
    'src' in one
      ? `<script src="${toHtmlText(one.src)}"></script>`
      : `<script>${one.code}</script>`,
  );
}
