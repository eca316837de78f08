import { cssKind } from './css/css-kind.ts';

/** A colour in any notation of CSS Color 4. */
export const color = cssKind({ called: 'a colour', control: 'color' }, 'css-color');
