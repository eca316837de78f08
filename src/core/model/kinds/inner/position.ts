import { cssKind } from '../css/css-kind.ts';

/** Where a picture stands in its box: `center` or `20% 30%`. */
export const position = cssKind(
  { called: 'a position', control: 'line', isInner: true },
  'css-position',
);
