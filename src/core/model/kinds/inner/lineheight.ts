import type { Kind } from '../../kind.ts';
import { cssKind } from '../css/css-kind.ts';

/** The height of a line: a number of times the size of type, or a length. */
export const lineheight: Kind = cssKind(
  {
    called: 'a line height',
    control: 'line',
    isInner: true,
    accept: (value) => (typeof value === 'number' ? String(value) : value),
  },
  'css-line-height',
);
