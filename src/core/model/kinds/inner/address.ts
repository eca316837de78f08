import { asText, isBlank, type Kind } from '../../kind.ts';

/** Where a link leads: a relative address, or an absolute one of a safe scheme. */
export const address: Kind = {
  called: 'an address',
  control: 'address',
  link: 'member',
  isInner: true,
  isAddress: true,
  keywords: [],
  schema: () => ({ type: 'string', format: 'safe-address' }),
  blank: () => '',
  isEmpty: isBlank,
  read: (typed) => typed,
  text: asText,
  address: (value) => String(value),
};
