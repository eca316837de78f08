import { createHash } from 'node:crypto';
import { basename, dirname, join, resolve } from 'node:path';
import { compileMould } from '../../core/compile/compile-mould.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { Mould } from '../../core/model/mould.ts';
import { sampleNames, sampleOf } from '../../core/model/samples.ts';
import type {
  FolderState,
  SentMould,
  SentPreview,
  ShownFinding,
} from '../../core/preview/preview-talk.ts';
import { codeFrame } from '../../core/problem/code-frame.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { readMould } from '../files/mould-folder.ts';
import { type PlacedMould, readPlacedMoulds } from '../files/placed-moulds.ts';
import { readText } from '../files/read-text.ts';

/** A mould folder that is read again whenever its files change. */
export class PreviewedMould {
  readonly folder: string;
  /** What its page is called in addresses. */
  readonly name: string;
  /** The last version that could be cast. */
  mould: Mould | undefined;
  /** What its samples have in their slots. */
  placed: readonly PlacedMould[] = [];
  private files: ReadonlyMap<string, string | Uint8Array> = new Map();
  state: FolderState;

  /** @param taken names of the moulds on the same preview */
  constructor(folder: string, taken: ReadonlySet<string>) {
    this.folder = folder;
    const own = basename(resolve(folder)) || 'mould';
    let name = own;
    for (let number = 2; taken.has(name); number += 1) name = `${own}-${number}`;
    this.name = name;
    this.state = { title: this.name, isSound: false, findings: [], version: 0 };
  }

  /** Reads the folder; what is wrong goes into the state. */
  async read(): Promise<void> {
    try {
      const { mould, findings } = await readMould(this.folder);
      const { title, name } = mould.manifest;
      const compiled = compileMould(mould);
      const { isSound } = compiled;
      const samples = sampleNames(mould).flatMap(
        (one) => sampleOf(mould, compiled.root, one)?.cast ?? [],
      );
      const inSlots = await this.placedIn(samples);
      const own = [...findings, ...compiled.findings].map((one) => this.inFolder(one));
      const reported = [...own, ...inSlots.findings];
      this.state = {
        title: title ?? name,
        isSound,
        findings: await Promise.all(reported.map(withFrame)),
        version: this.state.version + (isSound ? 1 : 0),
      };
      if (!isSound) return;
      this.mould = mould;
      this.placed = inSlots.placed;
      const moulds = [mould, ...this.placed.map((one) => one.mould)];
      this.files = new Map(
        moulds.flatMap(({ files }) =>
          Object.values(files).map((content) => [digestOf(content), content] as const),
        ),
      );
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const findings = await Promise.all(error.findings.map(withFrame));
      this.state = { ...this.state, isSound: false, findings };
    }
  }

  /** The last version, with what stands in the slots of its samples. */
  sent(): SentPreview | undefined {
    if (!this.mould) return undefined;
    return { mould: sent(this.mould), placed: this.placed.map(({ mould }) => sent(mould)) };
  }

  /** The content of a file, by its digest. */
  file(digest: string): string | Uint8Array | undefined {
    return this.files.get(digest);
  }

  /** What stands in slots; where one of these breaks, all stay as they were, and it is reported. */
  private async placedIn(
    samples: readonly CastFile[],
  ): Promise<{ readonly placed: readonly PlacedMould[]; readonly findings: readonly Finding[] }> {
    try {
      const placed = await readPlacedMoulds(samples, [dirname(this.folder)]);
      return { placed: [...placed.values()], findings: [] };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { placed: this.placed, findings: error.findings };
    }
  }

  private inFolder(one: Finding): Finding {
    return one.file === undefined ? one : { ...one, file: join(this.folder, one.file) };
  }
}

/** The sources of a mould, with its other files by the digest of each. */
function sent({ manifestText, template, style, script, files }: Mould): SentMould {
  const digests = Object.entries(files).map(([path, content]) => [path, digestOf(content)]);
  return { manifestText, template, style, script, files: Object.fromEntries(digests) };
}

function digestOf(content: string | Uint8Array): string {
  return createHash('sha256').update(content).digest('base64url');
}

async function withFrame(one: Finding): Promise<ShownFinding> {
  const { file, line, column } = one;
  if (file === undefined || line === undefined || column === undefined) return one;
  const source = await readText(file).catch(() => undefined);
  return source ? { ...one, frame: codeFrame(source.text, line, column) } : one;
}
