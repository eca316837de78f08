import { isBlank, type Kind } from '../kind.ts';
import { cleanHtml, plainOf, toRoom } from './clean-html.ts';

/** Text with emphasis, links, lists and headings, as HTML; cleaned of all else. */
export const richtext: Kind = {
  called: 'a rich text',
  control: 'richtext',
  keywords: ['maxLength'],
  schema: ({ maxLength }) => ({
    type: 'string',
    contentMediaType: 'text/html',
    ...(maxLength === undefined ? {} : { maxLength }),
  }),
  blank: () => '',
  isEmpty: isBlank,
  accept: (value) => (typeof value === 'string' ? cleanHtml(value) : value),
  read: (typed) => typed,
  text: (value) => plainOf(String(value)),
  html: (value, room) => (room === 'flow' ? String(value) : toRoom(String(value), room)),
};
