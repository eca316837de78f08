import { requireMould } from '../../model/given.ts';
import type { Json } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { withManifestAt } from '../bind/manifest-edit.ts';
import { type GivenLibrary, withGiven } from '../library/library.ts';
import { AssetShelf } from '../snippet/local-files.ts';

/**
 * Adds a library to a mould, or takes the place of one of that name: by its address, or as a file that
 * goes into its assets.
 *
 * @example
 * const dial = { name: 'dial', part: 'script', from: 'https://libs.example/dial.js' } as const;
 * const better = addLibrary(mould, dial);
 */
export function addLibrary(mould: Mould, library: GivenLibrary): Mould {
  requireMould(mould);
  const shelf = new AssetShelf(() => undefined, Object.keys(mould.files));
  const libraries = withGiven(mould.manifest.libraries ?? [], [library], shelf);
  const made = withManifestAt(mould, ['libraries'], libraries as unknown as Json);
  return { ...made, files: { ...made.files, ...shelf.files } };
}
