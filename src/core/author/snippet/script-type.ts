/** Script types that a browser runs (HTML Standard, 4.12.1.1, and MIME Sniffing 4.6). */
const runs = /^(?:|module|(?:text|application)\/(?:x-)?(?:java|ecma)script)$/i;

/** Types of data blocks that pages commonly hold; any other type is a compiler's. */
const holdsData =
  /^(?:(?:application|text)\/(?:[\w.+-]*\+)?(?:json|xml|plain|html|template|x-[\w-]*template)|importmap|speculationrules|x-shader\/.+)$/i;

/** What a browser makes of a script element of some type. */
export function scriptRole(type: string): 'script' | 'data' | 'unknown' {
  if (runs.test(type)) return 'script';
  return holdsData.test(type) ? 'data' : 'unknown';
}
