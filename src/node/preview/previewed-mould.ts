import { basename, join, resolve } from 'node:path';
import { compileMould } from '../../core/compile/compile-mould.ts';
import { deliver } from '../../core/deliver/deliver.ts';
import { defaultWidths } from '../../core/model/mould.ts';
import { codeFrame } from '../../core/problem/code-frame.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { runtime } from '../../runtime/text.ts';
import { readMould } from '../files/mould-folder.ts';
import { readText } from '../files/read-text.ts';

/** A finding as the page shows it, with the lines around its place. */
export interface ShownFinding extends Finding {
  readonly frame?: string;
}

/** What the page of one mould shows; sent to it whole whenever it changes. */
export interface PreviewState {
  readonly title: string;
  readonly widths: readonly number[];
  /** False while the mould cannot be cast; the frames then hold the last version that could. */
  readonly isSound: boolean;
  readonly findings: readonly ShownFinding[];
  /** Counts up with each version that could be cast; 0 before the first. */
  readonly version: number;
}

/** A mould folder that is read again whenever its files change. */
export class PreviewedMould {
  readonly folder: string;
  /** What its page is called in addresses. */
  readonly name: string;
  /** The document of the last version that could be cast. */
  document = '';
  state: PreviewState;

  /** @param taken names of the moulds on the same preview */
  constructor(folder: string, taken: ReadonlySet<string>) {
    this.folder = folder;
    const own = basename(resolve(folder)) || 'mould';
    let name = own;
    for (let number = 2; taken.has(name); number += 1) name = `${own}-${number}`;
    this.name = name;
    const nothing = { isSound: false, findings: [], version: 0 };
    this.state = { title: this.name, widths: defaultWidths, ...nothing };
  }

  /** Reads the folder and makes the document anew; what is wrong goes into the state. */
  async read(): Promise<void> {
    try {
      const { mould, findings } = await readMould(this.folder);
      const { manifest } = mould;
      const compiled = compileMould(mould);
      const told = [...findings, ...compiled.findings].map((one) => this.inFolder(one));
      this.state = {
        title: manifest.title ?? manifest.name,
        widths: manifest.widths ?? defaultWidths,
        isSound: compiled.isSound,
        findings: await Promise.all(told.map(withFrame)),
        version: this.state.version,
      };
      if (!compiled.isSound) return;
      const cast = compiled.cast();
      const { parts } = deliver(cast, { form: 'block', document: true, runtime });
      this.document = parts.document ?? '';
      this.state = { ...this.state, version: this.state.version + 1 };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const findings = await Promise.all(error.findings.map(withFrame));
      this.state = { ...this.state, isSound: false, findings };
    }
  }

  private inFolder(one: Finding): Finding {
    return one.file === undefined ? one : { ...one, file: join(this.folder, one.file) };
  }
}

async function withFrame(one: Finding): Promise<ShownFinding> {
  const { file, line, column } = one;
  if (file === undefined || line === undefined || column === undefined) return one;
  const source = await readText(file).catch(() => undefined);
  return source ? { ...one, frame: codeFrame(source.text, line, column) } : one;
}
