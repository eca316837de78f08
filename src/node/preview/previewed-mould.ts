import { createHash } from 'node:crypto';
import { basename, join, resolve } from 'node:path';
import { compileMould } from '../../core/compile/compile-mould.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { FolderState, SentMould, ShownFinding } from '../../core/preview/preview-talk.ts';
import { codeFrame } from '../../core/problem/code-frame.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { readMould } from '../files/mould-folder.ts';
import { readText } from '../files/read-text.ts';

/** A mould folder that is read again whenever its files change. */
export class PreviewedMould {
  readonly folder: string;
  /** What its page is called in addresses. */
  readonly name: string;
  /** The last version that could be cast. */
  mould: Mould | undefined;
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
      const reported = [...findings, ...compiled.findings].map((one) => this.inFolder(one));
      const { isSound } = compiled;
      this.state = {
        title: title ?? name,
        isSound,
        findings: await Promise.all(reported.map(withFrame)),
        version: this.state.version + (isSound ? 1 : 0),
      };
      if (isSound) this.mould = mould;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const findings = await Promise.all(error.findings.map(withFrame));
      this.state = { ...this.state, isSound: false, findings };
    }
  }

  /** The sources of the last version, with its other files by the digest of each. */
  sent(): SentMould | undefined {
    if (!this.mould) return undefined;
    const { manifestText, template, style, script, files } = this.mould;
    const digests = Object.entries(files).map(([path, content]) => [
      path,
      createHash('sha256').update(content).digest('base64url'),
    ]);
    return { manifestText, template, style, script, files: Object.fromEntries(digests) };
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
