import type { CssNode } from 'css-tree';
import { walk } from '../../text/css-tree.ts';

/** What shows in a template that parts of its elements are drawn by the browser. */
const drawnParts: readonly (readonly [shows: RegExp, parts: string])[] = [
  [/\splaceholder\b/i, '::placeholder'],
  [/<(?:li|summary)\b/i, '::marker'],
  [/<dialog\b|\spopover\b/i, '::backdrop'],
  [/type\s*=\s*["']?file\b/i, '::file-selector-button'],
  [
    /type\s*=\s*["']?range\b/i,
    '::-webkit-slider-runnable-track ::-webkit-slider-thumb ::-moz-range-track ::-moz-range-thumb ::-moz-range-progress',
  ],
  [
    /type\s*=\s*["']?color\b/i,
    '::-webkit-color-swatch-wrapper ::-webkit-color-swatch ::-moz-color-swatch',
  ],
  [/type\s*=\s*["']?search\b/i, '::-webkit-search-decoration ::-webkit-search-cancel-button'],
  [/type\s*=\s*["']?number\b/i, '::-webkit-inner-spin-button'],
  [/type\s*=\s*["']?(?:date|time|month|week)/i, '::-webkit-calendar-picker-indicator'],
  [/<progress\b/i, '::-webkit-progress-bar ::-webkit-progress-value ::-moz-progress-bar'],
  [
    /<meter\b/i,
    '::-webkit-meter-bar ::-webkit-meter-optimum-value ::-webkit-meter-suboptimum-value ::-webkit-meter-even-less-good-value',
  ],
];

/**
 * The pseudo-elements of a mould that a host's rules could change: those of any element, those
 * that browsers draw, and those that the author styles. One that a browser does not know would
 * make it drop the rule it is in, so those of Firefox alone are apart.
 */
export function pseudoElementsOf(
  markup: readonly string[],
  trees: readonly CssNode[],
): readonly (readonly string[])[] {
  const text = markup.join('\n');
  const names = new Set(['::before', '::after']);
  for (const [shows, parts] of drawnParts) {
    if (shows.test(text)) for (const part of parts.split(' ')) names.add(part);
  }
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.type === 'PseudoElementSelector' && !node.children && !isOfPage.test(node.name)) {
        names.add(`::${node.name.toLowerCase()}`);
      }
    });
  }
  const [shared, ofFirefox] = [false, true].map((isFirefox) =>
    [...names].filter((name) => name.startsWith('::-moz-') === isFirefox),
  ) as [string[], string[]];
  return [shared, ...ofFirefox.map((name) => [name])];
}

/** What is of the page, or is chosen by what stands in its brackets. */
const isOfPage = /^(?:view-transition|-ms-|-o-)/i;
