import { dirname, join, relative } from 'node:path';
import type { AssetAt } from '../core/compile/asset-addresses.ts';
import { assetsAt, assetsInline, placeUnder } from '../core/deliver/assets.ts';
import type { Mould } from '../core/model/mould.ts';
import { writeWhole } from '../node/files/write-safely.ts';

/** Where the files of moulds go, and the address that is given for them. */
export interface CastAssets {
  readonly assetAt: AssetAt | undefined;
  /** Writes those that some code speaks of; says where, or where they are counted on. */
  readonly place: (code: string) => Promise<string | undefined>;
}

/**
 * Reads `--assets inline|DIR|URL`.
 *
 * @param out where the code is written, from which a folder is addressed
 */
export function castAssets(
  where: string | undefined,
  moulds: readonly Mould[],
  out: { readonly path: string | undefined; readonly isFolder: boolean },
): CastAssets {
  if (where === undefined) return { assetAt: undefined, place: async () => undefined };
  if (where === 'inline') return { assetAt: assetsInline(moulds), place: async () => undefined };
  const isShared = moulds.filter(({ files }) => Object.keys(files).some(isAsset)).length > 1;
  const isAddress = /^(?:[a-z][a-z0-9+.-]+:)?\//i.test(where);
  const from = out.path === undefined ? '.' : out.isFolder ? out.path : dirname(out.path);
  const base = isAddress ? where : relative(from, where).replaceAll('\\', '/');
  const assetAt = assetsAt(base, isShared);
  const used = (code: string) =>
    moulds.flatMap(({ manifest, files }) =>
      Object.entries(files).flatMap(([path, file]) => {
        if (!isAsset(path)) return [];
        const address = assetAt(manifest.name, path);
        if (address === undefined || !code.includes(address)) return [];
        return [{ path: placeUnder(manifest.name, path, isShared), file }];
      }),
    );
  return {
    assetAt,
    async place(code) {
      const files = used(code);
      if (files.length === 0) return undefined;
      const count = files.length === 1 ? '1 file' : `${files.length} files`;
      if (isAddress) {
        const paths = files.map(({ path }) => path).join(', ');
        return `Upload ${count} to ${where}: ${paths}.`;
      }
      for (const { path, file } of files) await writeWhole(join(where, path), file);
      return `Copied ${count} that the code uses to ${where}.`;
    },
  };
}

function isAsset(path: string): boolean {
  return path.startsWith('assets/');
}
