import type { AssetAt } from '../compile/asset-addresses.ts';
import type { Mould } from '../model/mould.ts';

/** Files of a mould and of those in its slots, kept apart where two have one of the same name. */
export interface PlacedFiles {
  readonly assetAt: AssetAt;
  readonly files: Mould['files'];
}

/**
 * The files that a page of a cast needs. Those of the mould itself keep their paths, so that its
 * script may put them together as it likes; those of others are under a folder of their own.
 */
export function placedFiles(around: Mould, placed: readonly Mould[]): PlacedFiles {
  const own = around.manifest.name;
  const assetAt: AssetAt = (mould, path) =>
    mould === own ? undefined : path.replace(/^assets\//, `assets/~${mould}/`);
  const others = placed.filter(({ manifest }) => manifest.name !== own);
  if (others.length === 0) return { assetAt, files: around.files };
  const theirs = others.flatMap(({ manifest, files }) =>
    Object.entries(files).flatMap(([path, content]) =>
      path.startsWith('assets/') ? [[assetAt(manifest.name, path) ?? path, content] as const] : [],
    ),
  );
  return { assetAt, files: { ...around.files, ...Object.fromEntries(theirs) } };
}
