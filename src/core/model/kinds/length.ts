import { cssKind, unitOf, withUnit } from './css/css-kind.ts';

/** A length or a percentage; a bare number is one in the unit declared, by default px. */
export const length = cssKind(
  {
    called: 'a length',
    control: 'line',
    keywords: ['unit'],
    accept: (value, declared) => withUnit(value, unitOf(declared, 'px')),
  },
  'css-length',
);
