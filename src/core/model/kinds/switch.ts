import { asText, type Kind, readJson } from '../kind.ts';

/** Yes or no. Off is empty. */
export const switchKind: Kind = {
  called: 'a switch',
  control: 'switch',
  isFlag: true,
  keywords: [],
  schema: () => ({ type: 'boolean' }),
  blank: () => false,
  isEmpty: (value) => value !== true,
  read: (typed) => readJson(typed),
  text: asText,
};
