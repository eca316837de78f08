import { base64 } from '@scure/base';
import type { AssetAt } from '../compile/asset-addresses.ts';
import type { Mould } from '../model/mould.ts';
import { contentType } from '../text/content-type.ts';
import { getOrMake } from '../text/memoize.ts';
import { bytesOf } from '../text/utf8.ts';

/**
 * Puts each file into the code itself, as a `data:` address (RFC 2397).
 *
 * @example
 * const cast = compiled.cast({ values }, { assetAt: assetsInline([mould]) });
 */
export function assetsInline(moulds: readonly Mould[]): AssetAt {
  const files = new Map(moulds.map(({ manifest, files }) => [manifest.name, files]));
  const made = new Map<string, string>();
  return (mould, path) => {
    const key = `${mould} ${path}`;
    const file = files.get(mould)?.[path];
    if (file === undefined) return undefined;
    return getOrMake(made, key, () => {
      const bytes = typeof file === 'string' ? bytesOf(file) : file;
      return `data:${contentType(path).replace(' ', '')};base64,${base64.encode(bytes)}`;
    });
  };
}

/**
 * Points to the files where they have been put.
 *
 * @param base what their paths below `assets/` come after
 * @param isShared true where several moulds have theirs there, each in a folder of its name
 *
 * @example
 * const cast = compiled.cast({ values }, { assetAt: assetsAt('/media', false) });
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
