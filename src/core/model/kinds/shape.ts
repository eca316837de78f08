import { cssKind } from './css/css-kind.ts';

/** A CSS basic shape, such as `circle(50%)` or `inset(4% round 12px)`. */
export const shape = cssKind({ called: 'a shape', control: 'line' }, 'css-shape');
