import { createStore, del, entries, set } from 'idb-keyval';
import { type Mould, packMould, Refusal, unpackMould } from 'keen-mould';

/** Packed moulds, kept in this browser by name and version. */
const store = createStore('keen-mould-rack', 'packs');

export interface Shelved {
  readonly key: string;
  readonly mould: Mould;
  readonly bytes: number;
}

/** All that is kept, by title; a pack that cannot be read is left out. */
export async function shelved(): Promise<readonly Shelved[]> {
  const all = await entries<string, Uint8Array>(store);
  return all
    .flatMap(([key, pack]) => {
      try {
        return [{ key, mould: unpackMould(pack), bytes: pack.byteLength }];
      } catch {
        return [];
      }
    })
    .sort((a, b) => titleOf(a.mould).localeCompare(titleOf(b.mould)) || a.key.localeCompare(b.key));
}

/** The newest version of each that is kept. */
export async function newest(): Promise<readonly Mould[]> {
  const all = (await shelved()).map(({ mould }) => mould);
  const inOrder = all.sort((a, b) =>
    a.manifest.version.localeCompare(b.manifest.version, 'en', { numeric: true }),
  );
  return [...new Map(inOrder.map((one) => [one.manifest.name, one])).values()];
}

/** Keeps a mould; a version that is there with other content is not written over. */
export async function keep(mould: Mould): Promise<'kept' | 'there' | 'other'> {
  const { name, version } = mould.manifest;
  const key = `${name}@${version}`;
  const pack = packMould(mould);
  const before = (await entries<string, Uint8Array>(store)).find(([one]) => one === key)?.[1];
  if (!before) {
    await set(key, pack, store);
    return 'kept';
  }
  return isSame(before, pack) ? 'there' : 'other';
}

export function drop(key: string): Promise<void> {
  return del(key, store);
}

/** Reads a colleague's pack; nothing in it is run. */
export function opened(bytes: Uint8Array): Mould | string {
  try {
    return unpackMould(bytes);
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
}

export function titleOf({ manifest }: Mould): string {
  return manifest.title ?? manifest.name;
}

/** The next version: one more at its end. */
export function nextVersion(version: string): string {
  const [major = '1', minor = '0', patch = '0'] = version.split('.');
  return [major, minor, Number.parseInt(patch, 10) + 1].join('.');
}

function isSame(one: Uint8Array, other: Uint8Array): boolean {
  return one.length === other.length && one.every((byte, at) => byte === other[at]);
}
