import { compileMould } from '../../compile/compile-mould.ts';
import { fieldsBelow } from '../../model/field.ts';
import type { Mould } from '../../model/mould.ts';
import { type Finding, finding, hasErrors } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import { withDeclarations } from '../ties/bound-mould.ts';
import type { Tie } from '../ties/tie.ts';
import { readTies, withTies } from '../ties/ties.ts';
import { withDefaultBack } from './default-back.ts';
import { dropMember } from './drop-member.ts';
import { withManifestAt } from './manifest-edit.ts';

/** A mould with a field taken out of it. */
export interface Unbound {
  readonly mould: Mould;
  /** What was put back; undefined where it was never noted. */
  readonly tie: Tie | undefined;
  readonly findings: readonly Finding[];
}

/**
 * Takes a field out of a mould and puts back what stood in its places, byte for byte, as ties.json
 * has it; else its default. Values that casts give it are theirs to keep.
 *
 * @param path the field's name; of a member of rows, its path; of a slot, `slots.NAME`
 * @throws Refusal when there is no such field, or it cannot be taken out
 *
 * @example
 * const { mould: without } = unbindField(mould, 'heading'); // the code as it was pasted
 */
export function unbindField(mould: Mould, path: string): Unbound {
  if (path.startsWith('slots.')) return withoutSlot(mould, path);
  const { root } = compileMould(mould);
  const fields = fieldsBelow(root);
  const field = fields.find((one) => one.path === path);
  if (!field) {
    const known = root.members.map((one) => one.path);
    throw new Refusal(finding('bind/no-field', { path, near: nearestName(path, known), known }));
  }
  const [name = path] = path.split('.');
  if (name !== path) return dropMember(mould, path);
  const { before, ties, findings } = readTies(mould);
  const tie = ties.find((one) => one.field === path);
  const declared = withDeclarations(mould, [{ name, declared: undefined }]);
  if (tie) {
    const rest = ties.filter((one) => one !== tie);
    return { mould: withTies({ ...mould, ...declared }, before, rest), tie, findings };
  }
  const back = withDefaultBack(mould, field);
  if (hasErrors(back.findings)) throw new Refusal(...(back.findings as [Finding, ...Finding[]]));
  const reported = back.isChanged ? [finding('bind/default-put-back', { name })] : [];
  const edited = { ...mould, ...declared, ...back.sources };
  // The ties of the other fields are of the sources as they were; they are read anew from here.
  const kept = ties.length > 0 ? readTies(edited) : { before: edited, ties: [], findings: [] };
  return {
    mould: ties.length > 0 ? withTies(edited, kept.before, kept.ties) : edited,
    tie: undefined,
    findings: [...findings, ...kept.findings, ...reported, ...back.findings],
  };
}

/** A slot that was made by hand goes as it came. */
function withoutSlot(mould: Mould, path: string): Unbound {
  const { before, ties, findings } = readTies(mould);
  const tie = ties.find((one) => one.field === path);
  const known = Object.keys(mould.manifest.slots ?? {}).map((name) => `slots.${name}`);
  if (!tie)
    throw new Refusal(finding('bind/no-field', { path, near: nearestName(path, known), known }));
  const rest = ties.filter((one) => one !== tie);
  const free = withManifestAt(mould, path.split('.'), undefined);
  return { mould: withTies(free, before, rest), tie, findings };
}
