import { cleanSvg } from '#clean-svg';
import { isShallow } from '../../../text/nesting.ts';
import { isBlank, type Kind } from '../../kind.ts';

/** Inline SVG, cleaned of all but shapes and paint; stands inside an icon. */
export const drawing: Kind = {
  called: 'an SVG drawing',
  control: 'code',
  parser: 'html',
  isInner: true,
  keywords: [],
  schema: () => ({ type: 'string', format: 'svg-drawing', contentMediaType: 'image/svg+xml' }),
  blank: () => null,
  isEmpty: isBlank,
  // What is no drawing stays as it is, and so is refused: nothing else is as if it had been cleaned.
  accept: (value) => (typeof value === 'string' && isShallow(value) && cleanSvg(value)) || value,
  read: (typed) => typed,
  html: (value) => String(value),
};

/** True for a drawing that has been cleaned, and for none. */
export function isDrawing(value: string): boolean {
  return value === '' || (isShallow(value) && cleanSvg(value) === value);
}
