import type { AssetAt } from '../compile/asset-addresses.ts';
import type { Mould } from '../model/mould.ts';
import { contentType } from '../text/content-type.ts';

/** What every host of this code has, named here for lack of its types. */
declare const btoa: (bytes: string) => string;

/** Puts each file into the code itself, as a `data:` address (RFC 2397). */
export function assetsInline(moulds: readonly Mould[]): AssetAt {
  const files = new Map(moulds.map(({ manifest, files }) => [manifest.name, files]));
  const made = new Map<string, string>();
  return (mould, path) => {
    const key = `${mould} ${path}`;
    const file = files.get(mould)?.[path];
    if (file === undefined) return undefined;
    const address =
      made.get(key) ?? `data:${contentType(path).replace(' ', '')};base64,${toBase64(file)}`;
    made.set(key, address);
    return address;
  };
}

/**
 * Points to the files where they have been put.
 *
 * @param base what their paths below `assets/` come after
 * @param isShared true where several moulds have theirs there, each in a folder of its name
 */
export function assetsAt(base: string, isShared: boolean): AssetAt {
  const start = base === '' || base.endsWith('/') ? base : `${base}/`;
  return (mould, path) => start + encodeURI(placeUnder(mould, path, isShared));
}

/** Where a file lies below the base of all. */
export function placeUnder(mould: string, path: string, isShared: boolean): string {
  const name = path.slice('assets/'.length);
  return isShared ? `${mould}/${name}` : name;
}

function toBase64(file: string | Uint8Array): string {
  if (typeof file === 'string') return toBase64(utf8(file));
  let bytes = '';
  for (const byte of file) bytes += String.fromCharCode(byte);
  return btoa(bytes);
}

function utf8(text: string): Uint8Array {
  const escaped = encodeURIComponent(text).replace(/%([0-9A-F]{2})/g, (_, code: string) =>
    String.fromCharCode(Number.parseInt(code, 16)),
  );
  return Uint8Array.from(escaped, (char) => char.charCodeAt(0));
}
