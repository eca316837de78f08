import type { Kind } from '../../kind.ts';
import { address } from './address.ts';

/** Where a picture is, or the picture itself as a `data:` address. */
export const pictureAddress: Kind = {
  ...address,
  called: 'the address of an image',
  isLoaded: true,
  schema: () => ({ type: 'string', format: 'safe-picture' }),
};
