import { type Finding, finding } from '../problem/finding.ts';
import { textOf } from '../text/utf8.ts';
import { isJsonObject, parseJson } from './json-source.ts';
import type { Mould } from './mould.ts';

/** A fault of a proof that is as it should be, with the reason. */
export interface Accepted {
  /** The fact it is of, such as `smallText`. */
  readonly fact: string;
  /** A selector that the element matches, or words that a message or an address holds. */
  readonly what: string;
  readonly why: string;
}

/** The file of a mould that holds them. */
const acceptedFile = 'accepted.json';

/** What a mould accepts, and what is wrong with how it says so. */
export function acceptedOf({ files }: Pick<Mould, 'files'>): {
  readonly accepted: readonly Accepted[];
  readonly findings: readonly Finding[];
} {
  const text = Object.hasOwn(files, acceptedFile) ? files[acceptedFile] : undefined;
  if (text === undefined) return { accepted: [], findings: [] };
  const source = parseJson(acceptedFile, textOf(text));
  const { value } = source;
  if (value === undefined) return { accepted: [], findings: source.findings };
  const all = isJsonObject(value) && Array.isArray(value.accepted) ? value.accepted : undefined;
  const wrong = (at: readonly (string | number)[], what: string) =>
    finding('proof/accepted', { what }, source.placeOf([...at]));
  if (!all) return { accepted: [], findings: [wrong([], 'accepted is not a list')] };
  const findings: Finding[] = [];
  const accepted = all.flatMap((one, at): Accepted[] => {
    const { fact, what, why } = isJsonObject(one as never) ? (one as Record<string, unknown>) : {};
    const isWhole = [fact, what, why].every(
      (part) => typeof part === 'string' && part.trim() !== '',
    );
    if (isWhole) return [{ fact, what, why } as Accepted];
    findings.push(wrong(['accepted', at], 'an entry needs fact, what and why'));
    return [];
  });
  return { accepted, findings };
}
