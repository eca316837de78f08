import { cleanHtml, plainOf, toRoom } from '#clean-html';
import { isShallow } from '../../text/nesting.ts';
import type { Json } from '../json-source.ts';
import { isBlank, type Kind } from '../kind.ts';

/** Text with emphasis, links, lists and headings, as HTML; cleaned of all else. */
export const richtext: Kind = {
  called: 'rich text',
  control: 'richtext',
  isContent: true,
  isCaption: true,
  parser: 'html',
  keywords: ['maxLength', 'classes'],
  schema: ({ maxLength }) => ({
    type: 'string',
    format: 'html-text',
    contentMediaType: 'text/html',
    ...(maxLength === undefined ? {} : { maxLength }),
  }),
  blank: () => '',
  isEmpty: isBlank,
  accept: (value, { classes }) =>
    typeof value === 'string' && isShallow(value)
      ? cleanHtml(value, isNames(classes) ? classes : [])
      : value,
  read: (typed) => typed,
  text: (value) => plainOf(String(value)),
  html: (value, room) => (room === 'flow' ? String(value) : toRoom(String(value), room)),
};

function isNames(value: Json | undefined): value is string[] {
  return Array.isArray(value) && value.every((one) => typeof one === 'string');
}
