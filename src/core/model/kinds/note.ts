import type { Kind } from '../kind.ts';

/** Words in a form, said by `"type": "null"` and a description; it has no value. */
export const note: Kind = {
  called: 'a note in the form',
  control: 'words',
  isValueless: true,
  keywords: [],
  schema: () => ({ type: 'null' }),
  blank: () => null,
  isEmpty: () => true,
  read: () => null,
};
