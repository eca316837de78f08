import { dirname, join, normalize } from 'node:path';
import { type CompiledMould, compileMould } from '../core/compile/compile-mould.ts';
import { type CastFile, readCastFile } from '../core/model/cast-file.ts';
import { isJsonObject, parseJson } from '../core/model/json-source.ts';
import type { Mould } from '../core/model/mould.ts';
import { sampleNames, sampleOf } from '../core/model/samples.ts';
import type { PlaceOfValue } from '../core/model/values/check-values.ts';
import { fillValue } from '../core/model/values/fill.ts';
import { type Finding, finding, type Place } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';
import { readMould } from '../node/files/mould-folder.ts';
import { mouldFolderIn, readPlacedMoulds } from '../node/files/placed-moulds.ts';
import { readText } from '../node/files/read-text.ts';
import { isThere } from '../node/files/write-safely.ts';

/** A mould and a cast of it as a command was given them. */
export interface Subject {
  readonly folder: string;
  readonly mould: Mould;
  readonly compiled: CompiledMould;
  readonly cast: CastFile;
  readonly placeOf: PlaceOfValue;
  /** Moulds of the casts placed in its slots, by name. */
  readonly placed: ReadonlyMap<string, Mould>;
  readonly moulds: (name: string) => CompiledMould | undefined;
  /** What is wrong with the mould or the files of values, by path from where the command runs. */
  readonly findings: readonly Finding[];
}

/** What else a cast is made of. */
export interface SubjectOptions {
  /** A sample of the mould's to begin with. */
  readonly sample?: string | undefined;
  /** `WIDTH:PATH=VALUE`, for viewports narrower than that. */
  readonly below?: readonly string[] | undefined;
  /** `NAME=FILE`: markup, or a cast, for a slot. */
  readonly slot?: readonly string[] | undefined;
}

/** Values from a file that a command names, with where each stands. */
interface ValuesFile {
  readonly cast: CastFile;
  readonly placeOf: PlaceOfValue;
  readonly findings: readonly Finding[];
}

/**
 * Reads a mould folder or a cast file, and what `--fill` gives on top; later ones win.
 *
 * @throws Refusal when a file cannot be read or a path names no field
 */
export async function readSubject(
  path: string,
  fills: readonly string[],
  { sample, below = [], slot = [] }: SubjectOptions = {},
): Promise<Subject> {
  const given = path.endsWith('.json') ? await readValues(path) : undefined;
  const folder = given ? await mouldOf(path, given.cast) : path;
  const { mould, findings } = await readMould(folder);
  const compiled = compileMould(mould);
  const filled = new Filling(compiled, given);
  if (sample !== undefined) filled.takeSample(mould, sample);
  for (const fill of fills) await filled.add(fill);
  for (const one of below) filled.addBelow(one);
  for (const one of slot) await filled.addContent(one);
  const bases = [given ? dirname(path) : '.', dirname(folder)];
  const read = await readPlacedMoulds([filled.cast], bases);
  const placed = new Map([...read].map(([name, one]) => [name, one.mould]));
  const others = new Map([...placed].map(([name, one]) => [name, compileMould(one)]));
  return {
    folder,
    mould,
    compiled,
    placed,
    moulds: (name) => others.get(name),
    cast: filled.cast,
    placeOf: filled.placeOf,
    findings: [
      ...[...findings, ...compiled.findings].map((one) => inFolder(folder, one)),
      ...filled.findings,
    ],
  };
}

/** Names a mould's own file in a finding by its path from where the command runs. */
export function inFolder(folder: string, one: Finding): Finding {
  return one.file === undefined ? one : { ...one, file: join(folder, one.file) };
}

/** `PATH=VALUE`; anything else names a file, and `./` before a name makes it one. */
const assignment = /^([A-Za-z][\w.-]*)=(.*)$/s;

class Filling {
  cast: CastFile;
  readonly findings: Finding[] = [];
  private readonly compiled: CompiledMould;
  private readonly places = new Map<string, PlaceOfValue>();

  constructor(compiled: CompiledMould, first: ValuesFile | undefined) {
    this.compiled = compiled;
    this.cast = {};
    if (first) this.take(first);
  }

  readonly placeOf: PlaceOfValue = (at) => this.places.get(String(at[0]))?.(at);

  async add(fill: string): Promise<void> {
    const [, path, typed] = assignment.exec(fill) ?? [];
    if (path === undefined || typed === undefined) {
      if (!(await isThere(fill))) {
        const why = 'is neither PATH=VALUE nor an existing file';
        throw new Refusal(finding('call/bad-fill', { path: fill, why }));
      }
      return this.take(await readValues(fill));
    }
    const { values = {} } = this.cast;
    const filled = fillValue(this.compiled.root, values, path, typed);
    if (filled.finding) throw new Refusal(filled.finding);
    this.cast = { ...this.cast, values: filled.values };
    this.places.delete(path.split('.')[0] as string);
  }

  takeSample(mould: Mould, name: string): void {
    const sample = sampleOf(mould, this.compiled.root, name);
    if (!sample) throw new Refusal(finding('call/no-sample', { name, known: sampleNames(mould) }));
    this.take({ ...sample, placeOf: () => undefined });
  }

  addBelow(given: string): void {
    const [, width = '', path = '', typed = ''] = /^([1-9]\d*):([^=]+)=(.*)$/s.exec(given) ?? [];
    if (path === '') {
      const why = 'is not WIDTH:PATH=VALUE';
      throw new Refusal(finding('call/bad-fill', { path: given, why }));
    }
    const { below = {} } = this.cast;
    const before = below[width] ?? null;
    const filled = fillValue(this.compiled.root, isJsonObject(before) ? before : {}, path, typed);
    if (filled.finding) throw new Refusal(filled.finding);
    this.cast = { ...this.cast, below: { ...below, [width]: filled.values } };
  }

  async addContent(given: string): Promise<void> {
    const [, name = '', path = ''] = /^([A-Za-z][\w-]*)=(.+)$/s.exec(given) ?? [];
    const what = `--slot must be NAME=FILE, such as notes=notes.html, not ${given}.`;
    if (name === '') throw new Refusal(finding('call/usage', { what, command: 'cast' }));
    const content = path.endsWith('.json')
      ? (await readValues(path)).cast
      : { markup: (await readText(path)).text.trim() };
    const { slots = {} } = this.cast;
    this.cast = { ...this.cast, slots: { ...slots, [name]: [...(slots[name] ?? []), content] } };
  }

  private take({ cast, placeOf, findings }: ValuesFile): void {
    const { mould: _, ...rest } = cast;
    this.cast = { ...this.cast, ...rest, values: { ...this.cast.values, ...cast.values } };
    for (const name of Object.keys(cast.values ?? {})) this.places.set(name, placeOf);
    this.findings.push(...findings);
  }
}

async function readValues(path: string): Promise<ValuesFile> {
  const { text } = await readText(path);
  const source = parseJson(path, text);
  const { cast, findings } = readCastFile(source);
  if (!cast) throw new Refusal(...(findings as [Finding, ...Finding[]]));
  const isFramed = cast.format !== undefined;
  const placeOf = (at: readonly (string | number)[]): Place =>
    source.placeOf(isFramed ? ['values', ...at] : at);
  return { cast, placeOf, findings };
}

/** A cast names its mould; the folder lies beside its file, one above it, or where we are. */
async function mouldOf(path: string, { mould }: CastFile): Promise<string> {
  if (mould === undefined) {
    const where = `${path} does not name a mould, so it`;
    const what =
      'is not a cast. Add "format": 1 and "mould", or give the mould and use --fill with this file';
    throw new Refusal(finding('cast/wrong', { where, what }, { file: path }));
  }
  const here = dirname(path);
  const looked = [here, join(here, '..'), join(here, '..', 'moulds'), '.'].map(normalize);
  const found = await mouldFolderIn(looked, mould);
  if (found !== undefined) return found;
  throw new Refusal(
    finding('call/mould-not-found', { name: mould, looked: [...new Set(looked)] }, { file: path }),
  );
}
