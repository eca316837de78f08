// What reads HTML in a page: its own parser, and the same rules.
export { cleanHtml, plainOf, toRoom } from '../../core/model/kinds/html/clean-html.ts';
export { cleanSvg } from '../../core/model/kinds/html/clean-svg.ts';

/** Markup of the host's own, as the page's parser closes it. */
export function closedMarkup(markup: string): string {
  const box = document.createElement('template');
  box.innerHTML = markup.trim();
  return box.innerHTML;
}

/** Who edits a page is told where its values are checked, not by the page. */
export const isLoose = (): boolean => false;
