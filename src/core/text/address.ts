/** True for an address that a page loads from another host: `https://…` or `//…`. */
export function isRemoteAddress(address: string): boolean {
  return /^\s*(?:https?:)?\/\//i.test(address);
}

/** True for an address that begins with a scheme (RFC 3986, 3.1), whichever. */
export function hasScheme(address: string): boolean {
  return /^\s*[a-z][a-z0-9+.-]*:/i.test(address);
}

/**
 * True for an address that is found from where it stands: a path that begins neither at the top of
 * a site nor with a scheme. What is a fragment or a query alone is none.
 */
export function isRelativeAddress(address: string): boolean {
  return !hasScheme(address) && !/^\s*(?:[/\\#?]|$)/.test(address);
}

/** The origin of a remote address, such as `https://tiles.example`; undefined for any other. */
export function originOf(address: string): string | undefined {
  const [, scheme = 'https:', host] = /^\s*(https?:)?\/\/([^/?#\s"'()]+)/i.exec(address) ?? [];
  return host === undefined ? undefined : `${scheme}//${host}`.toLowerCase();
}

/** The host of a remote address, with its port; undefined for any other. */
export function hostOf(address: string): string | undefined {
  return originOf(address)?.replace(/^\w+:\/\//, '');
}
