/** What the Encoding Standard gives every host of this code, named here for lack of their types. */
declare const TextDecoder: new () => { decode(bytes: Uint8Array): string };
declare const TextEncoder: new () => { encode(text: string): Uint8Array };

/** The text of a file, which is one already or UTF-8. */
export function textOf(file: string | Uint8Array): string {
  return typeof file === 'string' ? file : new TextDecoder().decode(file);
}

/** A text as UTF-8. */
export function bytesOf(text: string): Uint8Array {
  return new TextEncoder().encode(text);
}

/** A short name for a text: FNV-1a, 32 bits, in base 36. It tells texts apart, no more. */
export function hashOf(text: string): string {
  let hash = 0x811c9dc5;
  for (const char of text) {
    hash ^= char.codePointAt(0) as number;
    hash = Math.imul(hash, 0x01000193);
  }
  return (hash >>> 0).toString(36).padStart(7, '0');
}
