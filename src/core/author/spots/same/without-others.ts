import type { Json } from '../../../model/json-source.ts';
import { isJsonObject } from '../../../model/json-source.ts';
import type { Proposal } from '../atom.ts';

/**
 * What of a second proposal goes into the same field as the first: all but the members that it has
 * otherwise, such as another text alternative of the same picture.
 */
export function withoutOthers(
  main: Proposal,
  second: Proposal,
): Pick<Proposal, 'found' | 'drafts'> {
  const others = new Set(
    second.drafts.flatMap(({ member }) =>
      member !== undefined && !haveSame(main, second, member) ? [member] : [],
    ),
  );
  if (others.size === 0) return second;
  const isOther = ({ member }: { member?: string }) => member !== undefined && others.has(member);
  const gone = second.drafts.filter(isOther);
  return {
    drafts: second.drafts.filter((draft) => !isOther(draft)),
    found: second.found.filter(({ start, end }) =>
      gone.every((draft) => draft.end < start || end < draft.start),
    ),
  };
}

function haveSame(a: Proposal, b: Proposal, member: string): boolean {
  return a.values.every(
    (value, row) => memberOf(value, member) === memberOf(b.values[row], member),
  );
}

function memberOf(value: Json | undefined, member: string): string {
  return isJsonObject(value ?? null) ? JSON.stringify((value as Record<string, Json>)[member]) : '';
}
