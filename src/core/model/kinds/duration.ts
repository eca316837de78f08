import { cssKind, withUnit } from './css/css-kind.ts';

/** A time such as `0.4s`; a bare number is one in ms, and script is given the number of ms. */
export const duration = cssKind(
  {
    called: 'a duration',
    control: 'line',
    accept: (value) => withUnit(value, 'ms'),
    data: (value) => (typeof value === 'string' ? msOf(value) : value),
  },
  'css-time',
);

function msOf(time: string): number {
  const number = Number.parseFloat(time);
  return /ms\s*$/i.test(time) ? number : number * 1000;
}
