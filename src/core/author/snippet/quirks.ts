import type { StylePart } from './style-part.ts';

/** The attribute of the root of a mould whose page was shown in quirks mode. */
export const quirksMark = 'data-quirks';

/**
 * What browsers do in quirks mode that is to be seen in a widget (Quirks Mode Standard, 3; HTML
 * Standard, 15.3), at no weight, so that it comes before every rule of the author's.
 */
const quirks = `/* Without a doctype browsers show a page in quirks mode; these rules do the same. */
:where(table) {
  font-size: medium;
  font-weight: normal;
  font-style: normal;
  font-variant: normal;
  line-height: normal;
  white-space: normal;
  text-align: start;
}
:where(input:not([type='image'])) { box-sizing: border-box; }
:where(form) { margin-block-end: 1em; }
:where([${quirksMark}] > :is(h1, h2, h3, h4, h5, h6, p, ul, ol, dl, menu, blockquote, pre, figure):first-child) {
  margin-block-start: 0;
}
:where(td, th) > :where(h1, h2, h3, h4, h5, h6, p, ul, ol, dl, blockquote, pre):first-child {
  margin-block-start: 0;
}
`;

/** That, as a part of the style of the page that needs it. */
export function quirksStyle(file: string): StylePart {
  return { text: quirks, hint: '', placeAt: () => ({ file, line: 1, column: 1 }) };
}
