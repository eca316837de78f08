import { randomBytes } from 'node:crypto';
import { link, mkdir, readdir, readFile, rm, rmdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Field, fieldsBelow } from '../../core/model/field.ts';
import { isJsonObject, type Json, parseJson } from '../../core/model/json-source.ts';
import { type Manifest, type Mould, namePattern } from '../../core/model/mould.ts';
import { readFields } from '../../core/model/read-fields.ts';
import { compareVersions, versionPattern, versionRule } from '../../core/model/version.ts';
import { packMould } from '../../core/pack/pack-mould.ts';
import { unpackMould } from '../../core/pack/unpack-mould.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { nearestName } from '../../core/problem/nearest-name.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { textOf } from '../../core/text/utf8.ts';
import { unwritable } from '../files/refuse.ts';

/** A mould on a rack. */
export interface RackEntry {
  readonly name: string;
  readonly version: string;
  readonly title: string;
  readonly shelf: string;
  readonly summary: string;
  /** Titles of its fields. */
  readonly fields: readonly string[];
}

/** What a rack holds, and what in it cannot be read. */
export interface RackList {
  readonly entries: readonly RackEntry[];
  readonly findings: readonly Finding[];
}

/** A folder that keeps packed moulds by name and version, for other projects. */
export interface Rack {
  readonly folder: string;
  /**
   * Adds a mould. The same content once more changes nothing.
   *
   * @returns false where it was there already
   * @throws Refusal where that version is there with other content
   */
  add(mould: Mould): Promise<boolean>;
  /** All that is on it, or what all the words are found in: title, name, shelf, summary, fields. */
  list(words?: readonly string[]): Promise<RackList>;
  /**
   * One mould, by default in its newest version; under another name where one is given.
   *
   * @throws Refusal where there is none of that name and version
   */
  take(
    name: string,
    how?: { readonly version?: string | undefined; readonly as?: string | undefined },
  ): Promise<Mould>;
  /** Takes a version off, or all of a name; gives those that went. */
  drop(name: string, version?: string): Promise<readonly string[]>;
}

/**
 * Opens a rack; its folder is made when the first mould is added. Every version is a file of its own that
 * is put in its place at once and never written over, so that any number of programs may use it together.
 *
 * @example
 * const rack = openRack(usualRack());
 * await rack.add(mould);
 */
export function openRack(folder: string): Rack {
  return {
    folder,
    add: (mould) => add(folder, mould),
    list: (words = []) => list(folder, words),
    take: (name, how = {}) => take(folder, name, how),
    drop: (name, version) => drop(folder, name, version),
  };
}

async function add(folder: string, mould: Mould): Promise<boolean> {
  const { name, version } = mould.manifest;
  refuseOdd(name, version);
  const place = join(folder, name, `${version}.zip`);
  const draft = join(folder, name, `.${version}.${randomBytes(6).toString('hex')}.tmp`);
  const pack = packMould(mould);
  try {
    await mkdir(join(folder, name), { recursive: true });
    await writeFile(draft, pack);
    // A link is made whole or not at all, and not where something is: unlike a renaming.
    await link(draft, place);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw unwritable(place, error);
    const there = await readFile(place);
    if (Buffer.compare(there, pack) === 0) return false;
    throw new Refusal(finding('rack/other-content', { name, version }));
  } finally {
    await rm(draft, { force: true }).catch(() => undefined);
  }
}

/** A name or a version that is none could lead out of the rack, and would not be found on it again. */
function refuseOdd(name: string, version: string): void {
  const where = (what: string) => `The ${what}`;
  if (!namePattern.test(name)) {
    const what =
      'must start with a letter and contain only letters, digits, hyphens and underscores';
    throw new Refusal(
      finding('mould/wrong', { where: where(`name ${JSON.stringify(name)}`), what }),
    );
  }
  if (!isVersion.test(version)) {
    const said = where(`version ${JSON.stringify(version)}`);
    throw new Refusal(finding('mould/wrong', { where: said, what: versionRule }));
  }
}

const isVersion = new RegExp(versionPattern);

async function list(folder: string, words: readonly string[]): Promise<RackList> {
  const findings: Finding[] = [];
  const names = await foldersIn(folder);
  const found = names.map(async (name) => {
    const version = (await versionsOf(folder, name)).at(-1);
    if (version === undefined) return [];
    try {
      return [entryOf(await read(folder, name, version))];
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      findings.push(...error.findings);
      return [];
    }
  });
  const entries = (await Promise.all(found)).flat();
  return { entries: entries.filter((one) => isFound(one, words)), findings };
}

function entryOf({ manifest, manifestText }: Mould): RackEntry {
  const { root } = readFields(manifest.fields, parseJson('mould.json', manifestText));
  const { name, version, title = name, shelf = '', summary = '' } = manifest;
  const own = fieldsBelow(root).filter(
    ({ at, name: field }: Field) => at !== undefined && field !== 'row',
  );
  return { name, version, title, shelf, summary, fields: own.map((field) => field.title) };
}

function isFound(entry: RackEntry, words: readonly string[]): boolean {
  const { name, title, shelf, summary, fields } = entry;
  const said = [name, title, shelf, summary, ...fields].join(' ').toLowerCase();
  return words.every((word) => said.includes(word.toLowerCase()));
}

async function take(
  folder: string,
  name: string,
  { version, as }: { readonly version?: string | undefined; readonly as?: string | undefined },
): Promise<Mould> {
  const versions = await versionsOf(folder, name);
  const wanted = version ?? versions.at(-1);
  if (wanted === undefined || !versions.includes(wanted)) {
    const known = versions.length > 0 ? versions : await foldersIn(folder);
    const asked = version === undefined ? name : `${name} ${version}`;
    const near = versions.length > 0 ? undefined : nearestName(name, known);
    throw new Refusal(finding('rack/not-there', { asked, near, known }));
  }
  const mould = await read(folder, name, wanted);
  return as === undefined || as === name ? mould : renamed(mould, as);
}

/** The mould as the beginning of another: under a name of its own, at its first version. */
function renamed(mould: Mould, name: string): Mould {
  if (!namePattern.test(name)) {
    const where = `The name ${JSON.stringify(name)}`;
    const what =
      'must start with a letter and contain only letters, digits, hyphens and underscores';
    throw new Refusal(finding('mould/wrong', { where, what }));
  }
  const before = mould.manifest.name;
  const words = name.replace(/[-_]+/g, ' ').replace(/^./, (letter) => letter.toUpperCase());
  const own = { name, title: words, version: '1.0.0' };
  const saved = JSON.parse(mould.manifestText) as Record<string, Json>;
  const changed = { ...(underNewName(saved, before, name) as object), ...own };
  const files = Object.entries(mould.files).map(([path, content]) => {
    if (!/^samples\/[^/]+\.json$/.test(path)) return [path, content];
    const text = textOf(content);
    const { value } = parseJson(path, text);
    if (value === undefined || !text.includes(before)) return [path, content];
    return [path, `${JSON.stringify(underNewName(value, before, name), null, 2)}\n`];
  });
  return {
    ...mould,
    manifest: changed as unknown as Manifest,
    manifestText: `${JSON.stringify(changed, null, 2)}\n`,
    files: Object.fromEntries(files),
  };
}

/** JSON in which a mould says its own name where it names moulds: in slots, and in casts of itself. */
function underNewName(value: Json, before: string, name: string): Json {
  if (Array.isArray(value)) return value.map((one: Json) => underNewName(one, before, name));
  if (!isJsonObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => {
      if (key === 'mould' && one === before) return [key, name];
      const isList = (key === 'accepts' || key === 'within') && Array.isArray(one);
      return [
        key,
        isList
          ? one.map((each: Json) => (each === before ? name : each))
          : underNewName(one, before, name),
      ];
    }),
  );
}

async function drop(folder: string, name: string, version?: string): Promise<readonly string[]> {
  const versions = await versionsOf(folder, name);
  const gone = versions.filter((one) => version === undefined || one === version);
  if (gone.length === 0) {
    const known = versions.length > 0 ? versions : await foldersIn(folder);
    const asked = version === undefined ? name : `${name} ${version}`;
    const near = versions.length > 0 ? undefined : nearestName(name, known);
    throw new Refusal(finding('rack/not-there', { asked, near, known }));
  }
  for (const one of gone) {
    const place = join(folder, name, `${one}.zip`);
    await rm(place).catch((error) => {
      throw unwritable(place, error);
    });
  }
  // Where another program has put something there since, it stays.
  await rmdir(join(folder, name)).catch(() => undefined);
  return gone;
}

async function read(folder: string, name: string, version: string): Promise<Mould> {
  const path = join(folder, name, `${version}.zip`);
  try {
    return unpackMould(new Uint8Array(await readFile(path)));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const [first, ...rest] = error.findings.map((one) => ({ ...one, file: path }));
    throw new Refusal(first as Finding, ...rest);
  }
}

async function foldersIn(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true }).catch(() => []);
  return entries
    .filter((one) => one.isDirectory() && namePattern.test(one.name))
    .map(({ name }) => name)
    .sort();
}

/** The versions there are of a mould, the newest last. */
async function versionsOf(folder: string, name: string): Promise<string[]> {
  if (!namePattern.test(name)) return [];
  const names = await readdir(join(folder, name)).catch((): string[] => []);
  return names
    .filter((one) => one.endsWith('.zip') && isVersion.test(one.slice(0, -4)))
    .map((one) => one.slice(0, -4))
    .sort(compareVersions);
}
