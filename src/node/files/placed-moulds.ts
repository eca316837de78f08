import { join } from 'node:path';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { Mould } from '../../core/model/mould.ts';
import { readMould } from './mould-folder.ts';
import { isThere } from './write-safely.ts';

/** A mould that a cast in a slot names, and where it was found. */
export interface PlacedMould {
  readonly folder: string;
  readonly mould: Mould;
}

/**
 * Reads the moulds of all that casts have in their slots, at any depth. One that lies nowhere they
 * are looked for is left out; casting says so.
 *
 * @param bases folders to look in, the first that has it wins
 * @returns by the last part of the name
 * @throws Refusal when one that was found cannot be read
 */
export async function readPlacedMoulds(
  casts: readonly CastFile[],
  bases: readonly string[],
): Promise<Map<string, PlacedMould>> {
  const placed = new Map<string, PlacedMould>();
  const read = async ({ slots = {} }: CastFile): Promise<void> => {
    for (const one of Object.values(slots).flat()) {
      if (!('mould' in one) || one.mould === undefined) continue;
      const name = one.mould.split('/').at(-1) ?? '';
      const folder = placed.has(name) ? undefined : await mouldFolderIn(bases, one.mould);
      if (folder) placed.set(name, { folder, mould: (await readMould(folder)).mould });
      await read(one);
    }
  };
  for (const cast of casts) await read(cast);
  return placed;
}

/** The first of these folders that has a mould of that name, with the name after it. */
export async function mouldFolderIn(
  bases: readonly string[],
  mould: string,
): Promise<string | undefined> {
  for (const folder of bases) {
    if (await isThere(join(folder, mould, 'mould.json'))) return join(folder, mould);
  }
  return undefined;
}
