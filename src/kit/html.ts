// What reads HTML anywhere.
export { closedMarkup, isLoose } from '../core/compile/closed-markup.ts';
export { cleanHtml, plainOf, toRoom } from '../core/model/kinds/html/clean-html.ts';
export { cleanSvg } from '../core/model/kinds/html/clean-svg.ts';
