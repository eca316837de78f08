import { createHash } from 'node:crypto';
import { dirname, join } from 'node:path';
import { type CompiledMould, compileMould } from '../../core/compile/compile-mould.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { Library, Mould } from '../../core/model/mould.ts';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { isRemoteAddress } from '../../core/text/address.ts';
import { memoize } from '../../core/text/memoize.ts';
import { readMould } from '../files/mould-folder.ts';
import { isThere } from '../files/write-safely.ts';
import type { Rack } from '../rack/rack.ts';
import type { BuildRecord } from './page-record.ts';

/** A mould that pages make use of, compiled once for all of them. */
export interface ShelvedMould {
  readonly mould: Mould;
  /** Its folder, or `rack:NAME@VERSION`. */
  readonly place: string;
  /** Made when it is first asked for. */
  readonly compiled: CompiledMould;
  /** Of all its files, by which a page knows whether it is still the same. */
  readonly digest: string;
}

/** Finds moulds for pages, and keeps what it has found. */
export class MouldShelf {
  readonly findings: Finding[] = [];
  private readonly rack: Rack;
  private readonly digestOf: ((address: string) => Promise<string | undefined>) | undefined;
  /** Where moulds that were asked for lie. */
  private readonly places = new Map<string, Promise<string | undefined>>();
  private readonly byPlace = new Map<string, Promise<ShelvedMould | undefined>>();

  /** @param digestOf fetches a file from elsewhere and gives its digest */
  constructor(rack: Rack, digestOf?: (address: string) => Promise<string | undefined>) {
    this.rack = rack;
    this.digestOf = digestOf;
  }

  /** All the moulds of a cast and of what is placed in it, by the names that it gives. */
  async findAll(
    cast: CastFile,
    folders: readonly string[],
    found: Map<string, ShelvedMould> = new Map(),
  ): Promise<Map<string, ShelvedMould>> {
    const { mould = '', version, slots = {} } = cast;
    let beside = folders;
    if (!found.has(mould)) {
      const asked = JSON.stringify([mould, version, folders]);
      const looked = this.places.get(asked) ?? this.placeOf(mould, version, folders);
      this.places.set(asked, looked);
      const place = await looked;
      const one = await this.at(place);
      if (one) found.set(mould, one);
      if (place && !place.startsWith('rack:')) beside = [...folders, dirname(place)];
    }
    for (const one of Object.values(slots).flat()) {
      if ('mould' in one) await this.findAll(one, beside, found);
    }
    return found;
  }

  /** All that were made use of. */
  async used(): Promise<readonly ShelvedMould[]> {
    return (await Promise.all(this.byPlace.values())).filter((one) => one !== undefined);
  }

  private async placeOf(
    mould: string,
    version: string | undefined,
    folders: readonly string[],
  ): Promise<string | undefined> {
    for (const folder of folders) {
      for (const path of [join(folder, mould), folder]) {
        if (path === folder && !folder.endsWith(mould)) continue;
        if (await isThere(join(path, 'mould.json'))) return path;
      }
    }
    return mould.includes('/') ? undefined : `rack:${mould}@${version ?? ''}`;
  }

  private at(place: string | undefined): Promise<ShelvedMould | undefined> {
    if (place === undefined) return Promise.resolve(undefined);
    const known = this.byPlace.get(place);
    if (known) return known;
    const read = this.read(place);
    this.byPlace.set(place, read);
    return read;
  }

  private async read(place: string): Promise<ShelvedMould | undefined> {
    const given = place.startsWith('rack:') ? await this.fromRack(place) : await fromFolder(place);
    if (!given) return undefined;
    const mould = await this.withDigests(given);
    const compiled = memoize(() => compileMould(mould));
    return {
      mould,
      place,
      digest: digestOfMould(mould),
      get compiled() {
        return compiled();
      },
    };
  }

  /**
   * The parts of the code for pages that each mould in use needs.
   *
   * @param known those of moulds in which nothing was found in an earlier build, by digest
   */
  async parts(known: BuildRecord['moulds']): Promise<BuildRecord['moulds']> {
    const used = await this.used();
    return Object.fromEntries(
      used.flatMap((one) => {
        const { digest, place } = one;
        const before = known[digest];
        if (before) return [[digest, before]];
        const { compiled } = one;
        const errors = compiled.findings.filter(({ level }) => level === 'error');
        const isOnRack = place.startsWith('rack:');
        this.findings.push(
          ...errors.map((fault) =>
            fault.file && !isOnRack ? { ...fault, file: join(place, fault.file) } : fault,
          ),
        );
        return errors.length > 0 ? [] : [[digest, compiled.ready.script()?.parts ?? []]];
      }),
    );
  }

  private async fromRack(place: string): Promise<Mould | undefined> {
    const [, name = '', version = ''] = /^rack:(.*)@(.*)$/.exec(place) ?? [];
    for (const wanted of new Set([version || undefined, undefined])) {
      try {
        return await this.rack.take(name, { version: wanted });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
      }
    }
    return undefined;
  }

  /** Has what is loaded from elsewhere held to a digest, or says that it is not. */
  private async withDigests(mould: Mould): Promise<Mould> {
    const { libraries = [], name } = mould.manifest;
    const held: Library[] = [];
    for (const library of libraries) {
      const address = library.script ?? library.style ?? '';
      const isRemote = isRemoteAddress(address) && !library.module;
      if (!isRemote || library.integrity) {
        held.push(library);
        continue;
      }
      const integrity = await this.digestOf?.(address);
      held.push(integrity ? { ...library, integrity } : library);
      if (!integrity) this.findings.push(finding('page/no-integrity', { address, mould: name }));
    }
    return libraries.length === 0
      ? mould
      : { ...mould, manifest: { ...mould.manifest, libraries: held } };
  }
}

async function fromFolder(folder: string): Promise<Mould> {
  return (await readMould(folder)).mould;
}

function digestOfMould({ manifestText, template, style, script, files, manifest }: Mould): string {
  const hash = createHash('sha256');
  const { libraries = [] } = manifest;
  for (const part of [manifestText, template, style, script, JSON.stringify(libraries)]) {
    hash.update(part).update('\0');
  }
  for (const path of Object.keys(files).sort()) {
    if (path.startsWith('assets/'))
      hash
        .update(path)
        .update('\0')
        .update(files[path] ?? '');
  }
  return hash.digest('hex');
}

/** Of a file from elsewhere; undefined where it cannot be had. */
export async function digestOfFile(address: string): Promise<string | undefined> {
  const url = address.startsWith('//') ? `https:${address}` : address;
  const response = await fetch(url).catch(() => undefined);
  if (!response?.ok) return undefined;
  const bytes = new Uint8Array(await response.arrayBuffer());
  return `sha384-${createHash('sha384').update(bytes).digest('base64')}`;
}
