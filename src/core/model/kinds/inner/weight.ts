import type { Kind } from '../../kind.ts';
import { cssKind } from '../css/css-kind.ts';

/** How bold letters are: `normal`, `bold`, or a number from 1 to 1000 (CSS Fonts 4, 2.2). */
export const weight: Kind = cssKind(
  {
    called: 'a font weight',
    control: 'line',
    isInner: true,
    accept: (value) => (typeof value === 'number' ? String(value) : value),
  },
  'css-weight',
);
