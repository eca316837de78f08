/** Schemes that lead somewhere and run nothing. */
const safeSchemes = new Set(['http', 'https', 'mailto', 'tel', 'sms']);

/**
 * True when an address is relative, or absolute with a scheme that runs nothing.
 *
 * The URL Standard drops tabs and line ends anywhere and C0 controls or blanks at the start
 * before it looks for a scheme, so they are dropped here first: `java\nscript:` is a script.
 */
export function isSafeAddress(address: string): boolean {
  // Most addresses are paths; a scheme needs a colon.
  if (!address.includes(':')) return true;
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(bareOf(address))?.[1];
  return scheme === undefined || safeSchemes.has(scheme.toLowerCase());
}

/**
 * True for an address that is safe where nothing but a picture can come of it: a picture may be in
 * the address itself (RFC 2397). Scripts in a drawing do not run there (HTML Standard, 4.8.4.3).
 */
export function isSafePicture(address: string): boolean {
  return (
    isSafeAddress(address) ||
    /^data:image\/(?:avif|gif|jpeg|png|svg\+xml|webp)[;,]/i.test(bareOf(address))
  );
}

function bareOf(address: string): string {
  return address.replace(/[\t\n\r]/g, '').replace(/^[\u0000-\u0020]+/, '');
}

/** What an address has to be, as words that follow a title. */
export const safeAddressRule =
  'must be a relative address or start with http:, https:, mailto:, tel: or sms:';

/** The same of an address of a picture. */
export const safePictureRule = `${safeAddressRule}, or be an image as data:image/…`;
