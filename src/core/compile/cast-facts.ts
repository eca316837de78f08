import { htmlTagNames } from 'html-tag-names';
import type { CastFile } from '../model/cast-file.ts';
import { namePattern } from '../model/mould.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { idFor } from './cast-id.ts';

/** @throws Refusal when the cast is of another mould, or its id cannot be one */
export function idOf(castFile: CastFile, name: string): string {
  const { id, values = {}, kept = {}, slots } = castFile;
  const wanted = nameOf(castFile);
  if (wanted && wanted !== name) {
    throw new Refusal(finding('cast/other-mould', { wanted, found: name }));
  }
  const given = id ?? idFor(name, { values, kept, ...(slots ? { slots: slots as never } : {}) });
  if (!namePattern.test(given)) throw new Refusal(finding('cast/bad-id', { id: given }));
  return given;
}

export function isOtherVersion({ version }: CastFile, now: string): boolean {
  return version !== undefined && version !== now;
}

/** What is to be said of a cast before its values are looked at. */
export function aboutPlacing(
  castFile: CastFile,
  mould: { readonly name: string; readonly version: string; readonly within: readonly string[] },
  within: string | undefined,
): Finding[] {
  const { version = '' } = castFile;
  const { name, version: now, within: only } = mould;
  const isAlone =
    only.length > 0 && !only.some((one) => one === within || htmlTagNames.includes(one));
  return [
    ...(isOtherVersion(castFile, now) ? [finding('cast/older', { version, now })] : []),
    ...(isAlone ? [finding('cast/not-within', { mould: name, known: only })] : []),
  ];
}

/** The name of the mould that a cast is of, whatever folder it gives. */
export function nameOf({ mould = '' }: CastFile): string {
  return mould.split('/').at(-1) ?? '';
}
