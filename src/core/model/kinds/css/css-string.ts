/**
 * Writes any text as a CSS string (CSSOM, serialize a string).
 *
 * `<` is escaped too, so that no value can end the `<style>` element it stands in.
 */
export function cssString(value: string): string {
  const escaped = value.replace(/[\u0000-\u001f\u007f"\\<\u2028\u2029]/g, (char) =>
    char === '\u0000' ? '\ufffd' : `\\${char.charCodeAt(0).toString(16)} `,
  );
  return `"${escaped}"`;
}

/** An address as CSS loads it. */
export function cssUrl(address: string): string {
  return `url(${cssString(address)})`;
}
