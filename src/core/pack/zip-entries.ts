/** A file in a zip, as its list of contents says. */
export interface ZipEntry {
  readonly path: string;
  /** In bytes, as it is in the zip and as it would be outside. */
  readonly packedBytes: number;
  readonly bytes: number;
  readonly isFolder: boolean;
  /** True for what is no file: a link, a device. */
  readonly isSpecial: boolean;
}

const endMark = 0x06054b50;
const entryMark = 0x02014b50;

/**
 * Reads the list of contents at the end of a zip (APPNOTE 4.3.12), without opening anything. Undefined
 * where there is none that holds together.
 */
export function zipEntries(zip: Uint8Array): ZipEntry[] | undefined {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  const end = endOf(view);
  if (end === undefined) return undefined;
  const count = view.getUint16(end + 10, true);
  const entries: ZipEntry[] = [];
  let at = view.getUint32(end + 16, true);
  for (let index = 0; index < count; index += 1) {
    if (at + 46 > end || view.getUint32(at, true) !== entryMark) return undefined;
    const nameLength = view.getUint16(at + 28, true);
    const extraLength = view.getUint16(at + 30, true);
    const commentLength = view.getUint16(at + 32, true);
    const nameEnd = at + 46 + nameLength;
    if (nameEnd > end) return undefined;
    const path = latinOrUtf8(zip.subarray(at + 46, nameEnd));
    // The upper half holds the mode of Unix, where the program that made the zip gave one.
    const mode = view.getUint32(at + 38, true) >>> 16;
    const kind = mode & 0o170000;
    entries.push({
      path,
      packedBytes: view.getUint32(at + 20, true),
      bytes: view.getUint32(at + 24, true),
      isFolder: path.endsWith('/'),
      isSpecial: kind !== 0 && kind !== 0o100000 && kind !== 0o040000,
    });
    at = nameEnd + extraLength + commentLength;
  }
  return entries;
}

/** Where the end record begins; a comment may stand after it. */
function endOf(view: DataView): number | undefined {
  const first = Math.max(0, view.byteLength - 22 - 0xffff);
  for (let at = view.byteLength - 22; at >= first; at -= 1) {
    if (view.getUint32(at, true) === endMark) return at;
  }
  return undefined;
}

function latinOrUtf8(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += `%${byte.toString(16).padStart(2, '0')}`;
  try {
    return decodeURIComponent(text);
  } catch {
    return String.fromCharCode(...bytes);
  }
}
