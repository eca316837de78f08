import type { Mould } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import type { Range } from '../../text/edits.ts';
import { bindAskedList } from '../bind/bind-spots.ts';
import { unbindField } from '../bind/unbind-field.ts';
import { renderSources } from '../ties/bound-mould.ts';
import { readTies } from '../ties/ties.ts';
import { rangeBack } from './hand-change.ts';
import { mixedList } from './mixed-list.ts';
import type { Reading } from './stand.ts';

/** A mould with a list made by hand. */
export interface HandList {
  readonly mould: Mould;
  readonly name: string;
  readonly findings: readonly Finding[];
}

/**
 * Makes a list of elements that are marked: of one, with those like it beside it; of two or more,
 * with all that are like them. What was a field in one of them gives way to a field of the rows.
 *
 * @throws Refusal where they are no rows, with what stands in the way
 */
export function listByHand(mould: Mould, marked: readonly Range[], name?: string): HandList {
  const { before, ties } = readTies(mould);
  const { template } = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  );
  const starts = marked.flatMap(({ start }) => rangeBack(template, { start, end: start }) ?? []);
  if (starts.length === 0)
    throw new Refusal(finding('hand/no-rows', { why: 'no element is marked' }));
  const first = starts.map(({ start }) => start);
  let free = mould;
  const findings: Finding[] = [];
  for (let round = 0; round < 200; round += 1) {
    const found = bindAskedList(free, first, name);
    if ('mould' in found) return { ...found, findings: [...findings, ...found.findings] };
    const mixed = 'why' in found && first.length > 1 ? mixedList(free, first, name) : found;
    if ('mould' in mixed) return { ...mixed, findings };
    if ('why' in mixed) throw new Refusal(finding('hand/no-rows', { why: mixed.why }));
    const { inTheWay } = mixed;
    // What somebody has made of these very rows is not made again.
    const isSame = ties.some(
      ({ field, kind, places }) =>
        field === inTheWay && kind === 'list' && places.some(({ start }) => first.includes(start)),
    );
    if (isSame) throw new Refusal(finding('hand/no-rows', { why: `they are rows of ${inTheWay}` }));
    findings.push(finding('hand/taken-into-rows', { name: inTheWay }));
    free = unbindField(free, inTheWay).mould;
  }
  throw new Refusal(finding('hand/no-rows', { why: 'too many fields stand in them' }));
}

/** The list some of whose rows are marked together with elements that are none of them. */
export function listAmong(
  { tree }: Pick<Reading, 'tree'>,
  starts: readonly Pick<Range, 'start'>[],
): string | undefined {
  const marked = starts.flatMap(
    ({ start }) => tree.elements.find((one) => one.start === start) ?? [],
  );
  const lists = marked.map(({ attributes }) => attributes.get('km-each')?.text.trim());
  const own = lists.find((list) => list !== undefined);
  return own !== undefined && lists.includes(undefined) ? own.split('.')[0] : undefined;
}
