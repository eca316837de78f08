import { join } from 'node:path';
import type { Finding } from '../../core/problem/finding.ts';
import { writeWhole } from '../files/write-safely.ts';
import type { ShownChange } from './against.ts';
import type { ProvenIsolation } from './isolation.ts';
import type { Proof } from './proof.ts';
import { reportPage } from './report.ts';
import type { Shot } from './shot.ts';

/** All that a proof has made, to be written. */
export interface MadeProof {
  readonly shots: readonly Shot[];
  readonly pngs: readonly Uint8Array[];
  readonly pastes: readonly (Uint8Array | undefined)[];
  readonly sheet: Uint8Array;
  readonly changes: readonly ShownChange[] | undefined;
  readonly isolation: readonly ProvenIsolation[] | undefined;
  readonly findings: readonly Finding[];
}

/** Writes a proof into its folder; each file whole or not at all. */
export async function writeProof(
  out: string,
  { shots, pngs, pastes, sheet, changes, isolation, findings }: MadeProof,
): Promise<Proof> {
  const reported = changes?.map(({ picture: _, ...change }) => change);
  const made: Proof = {
    format: 1,
    sheet: join(out, 'sheet.png'),
    report: join(out, 'report.html'),
    facts: join(out, 'facts.json'),
    shots,
    ...(reported ? { changes: reported } : {}),
    ...(isolation ? { isolation } : {}),
    findings,
  };
  // The facts come first: they are what says that the folder is a proof's own.
  await writeWhole(made.facts, `${JSON.stringify(made, null, 2)}\n`);
  await Promise.all(shots.map((shot, at) => writeWhole(shot.png, pngs[at] as Uint8Array)));
  for (const [at, { paste }] of shots.entries()) {
    const picture = pastes[at];
    if (paste && picture) await writeWhole(paste, picture);
  }
  for (const { shows, picture } of changes ?? []) {
    if (shows && picture) await writeWhole(shows, picture);
  }
  await writeWhole(made.report, reportPage(shots, reported, isolation));
  await writeWhole(made.sheet, sheet);
  return made;
}
