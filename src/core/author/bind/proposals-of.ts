import type { Mould } from '../../model/mould.ts';
import type { NearList, Proposal } from '../spots/atom.ts';
import { type NamedField, nameFields } from '../spots/names/named.ts';
import { propose } from '../spots/propose.ts';
import { isFaithfulPiece } from '../ties/faithful.ts';
import type { Change } from '../ties/render.ts';
import type { Bound } from '../ties/ties.ts';

/** What could still be made of a mould. */
export interface Open {
  readonly fields: readonly NamedField[];
  /** What nearly was a list. */
  readonly nearly: readonly NearList[];
}

/** The fields that could still be made of a mould, named; of what is bound already, none. */
export function proposalsOf(mould: Mould, bound: Bound): Open {
  const { fields, nearly } = allProposals(mould, bound);
  const made = bound.ties.flatMap(({ changes }) => changes);
  const own = ownProperties({ ...mould, ...bound.before });
  const open = fields.filter((one) => !isBound(one, made));
  return { fields: nameFields(open, declaredIn(mould), new Map(), own), nearly };
}

/** The names of the fields that a mould declares. */
function declaredIn({ manifest }: Mould): string[] {
  return Object.keys((manifest.fields.properties as object | undefined) ?? {});
}

/** All that could be made of a mould before it was bound, what is bound by now among it. */
export function allProposals(
  mould: Mould,
  { before }: Bound,
  asked?: ReadonlySet<number>,
  apart?: ReadonlySet<number>,
): { readonly fields: readonly Proposal[]; readonly nearly: readonly NearList[] } {
  const base = { ...mould, ...before };
  const own = ownProperties(base);
  // Lists in lists are tried again with each that they stand in. A page comes to a few times its
  // length; where hundreds were pasted into each other, those that are left stay as they are.
  let left = 40 * base.template.length + 200_000;
  const { proposals, nearly } = propose(
    base,
    (proposal, around) => {
      left -= lengthOf(proposal);
      if (left < 0) return false;
      return isFaithfulPiece(base, nameFields([proposal], [], new Map(), own), around);
    },
    asked,
    apart,
  );
  return { fields: proposals, nearly };
}

/** How much of the template a proposal stands in, in characters. */
function lengthOf({ drafts }: Proposal): number {
  const own = drafts.filter((one) => one.in === 'template');
  const start = own.reduce((least, one) => Math.min(least, one.start), Infinity);
  return Math.max(0, own.reduce((most, one) => Math.max(most, one.end), 0) - start);
}

/** The custom properties that a mould's own code speaks of. */
export function ownProperties({ template, style, script }: Mould): Set<string> {
  const found = [template, style, script].flatMap(
    (text) => text.match(/(?<![\w-])--[A-Za-z][\w-]*/g) ?? [],
  );
  return new Set(found.map((name) => name.toLowerCase()));
}

/** True for a proposal whose places, or some of them, are bound. */
export function isBound({ drafts, rows }: Proposal, bound: readonly Change[]): boolean {
  const all = [...drafts, ...(rows?.fields ?? []).flatMap((one) => one.drafts)];
  return all.some((draft) =>
    bound.some((one) => {
      if (one.in !== draft.in) return false;
      const isSame = one.start === draft.start && one.end === draft.end;
      const isInside = draft.start >= one.start && draft.end <= one.end && one.parts.length > 0;
      const isAround = one.start >= draft.start && one.end <= draft.end && draft.end > draft.start;
      // What stands in a row that is kept may be bound as well.
      return isSame || isAround || (isInside && !isKept(draft, one));
    }),
  );
}

function isKept(draft: { start: number; end: number }, { parts }: Change): boolean {
  return parts.some(
    (part) => typeof part !== 'string' && part.start <= draft.start && draft.end <= part.end,
  );
}
