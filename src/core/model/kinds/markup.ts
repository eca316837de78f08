import { isBlank, type Kind } from '../kind.ts';

/** The host author's own HTML: the one kind that is inserted as given. */
export const markup: Kind = {
  called: 'markup',
  control: 'code',
  keywords: ['maxLength'],
  schema: ({ maxLength }) => ({
    type: 'string',
    contentMediaType: 'text/html',
    ...(maxLength === undefined ? {} : { maxLength }),
  }),
  blank: () => '',
  isEmpty: isBlank,
  read: (typed) => typed,
  html: (value) => String(value),
};
