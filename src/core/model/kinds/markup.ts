import { isBlank, type Kind } from '../kind.ts';
import { richtext } from './richtext.ts';

/** The host author's own HTML: the one kind that is inserted as given. */
export const markup: Kind = {
  called: 'markup',
  control: 'code',
  isContent: true,
  isHostMarkup: true,
  parser: 'html',
  keywords: ['maxLength'],
  schema: richtext.schema,
  blank: () => '',
  isEmpty: isBlank,
  read: (typed) => typed,
  html: (value) => String(value),
};
