import type { Browser } from 'playwright-core';
import { type Picture, type Shooting, shoot, usualShooting } from '../../src/node/proof/shoot.ts';

/** One picture of a document, without the accessibility engine unless that is asked for. */
export async function shotOf(
  browser: Browser,
  document: string,
  how: Partial<Shooting> & { readonly files?: Readonly<Record<string, string | Uint8Array>> } = {},
): Promise<Picture> {
  const { files = {}, ...shooting } = how;
  const reached = { origins: [], files: [], modules: [] };
  const subject = { mould: 'm', document, files, reached, isFetching: false, accepted: [] };
  const pictures = await shoot(browser, subject, {
    ...usualShooting,
    width: 360,
    isAccessible: false,
    ...shooting,
  });
  return pictures[0] as Picture;
}
