import type { Code, DataOf } from '#wording';
import type { JsonPath } from '../../../model/json-source.ts';
import { type Finding, finding } from '../../../problem/finding.ts';
import type { Edit } from '../../../text/edits.ts';
import type { Source } from '../../sources/source.ts';
import type { Subject } from '../../sources/subject.ts';

/** One thing a check found, and the edits that fix it where that is safe. */
export interface Flaw {
  readonly finding: Finding;
  readonly fix?: Fix;
}

/** Edits of one source file of a mould that fix a flaw in the only sensible way. */
interface Fix {
  readonly part: Source['part'];
  readonly edits: readonly Edit[];
}

/** Looks for one kind of flaw. It never throws on what a mould holds. */
export type Check = (subject: Subject) => readonly Flaw[];

/** A flaw at an offset of a source file. */
export function flaw<C extends Code>(
  source: Source,
  offset: number,
  code: C,
  data: DataOf<C>,
  edits?: readonly Edit[],
): Flaw {
  const found = finding(code, data, source.lines.placeAt(offset));
  if (!edits) return { finding: found };
  return { finding: { ...found, fixable: true }, fix: { part: source.part, edits } };
}

/** A flaw of what mould.json says, by the steps to it. */
export function flawOf<C extends Code>(
  { placeOf }: Subject,
  steps: JsonPath,
  code: C,
  data: DataOf<C>,
): Flaw {
  return { finding: finding(code, data, placeOf(steps)) };
}
