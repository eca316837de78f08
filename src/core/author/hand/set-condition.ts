import { compileMould } from '../../compile/compile-mould.ts';
import { fieldsBelow } from '../../model/field.ts';
import { requireMould } from '../../model/given.ts';
import type { Mould } from '../../model/mould.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { keysOf } from '../bind/manifest-edit.ts';
import { withHandChanges } from './hand-change.ts';
import { type MarkedPlace, markPlace, readForHand } from './mark-place.ts';
import { positionOf, readPlace } from './place.ts';
import { standAt } from './stand.ts';

/**
 * Lets an element be there only under a condition: `badge` (not empty), `not sold`, `side is left`.
 * A name that no field has becomes a switch.
 *
 * @param binding `km-when` for the element, `km-shell` for its tags alone
 * @throws Refusal where there is no such element, or it has a condition
 *
 * @example
 * const { mould: changed } = setCondition(mould, 'p.note', 'hasNote', 'km-when');
 */
export function setCondition(
  mould: Mould,
  place: string,
  condition: string,
  binding: 'km-when' | 'km-shell' = 'km-when',
): MarkedPlace {
  requireMould(mould);
  const found = /^(?:not\s+)?([\w.#-]+)(?:\s+is(?:\s+not)?\s+\S.*)?$/.exec(condition.trim());
  const [, path = ''] = found ?? [];
  if (!found) throw new Refusal(finding('hand/other-condition', { condition }));
  const { root } = compileMould(mould);
  const [top = path] = path.split(/[.#]/);
  const isKnown = path.includes('#') || fieldsBelow(root).some((one) => one.path === path);
  if (!isKnown && condition.trim() === path && keysOf(mould, path)) {
    const form = binding === 'km-when' ? 'optional' : 'wrapper';
    return markPlace(mould, place, { field: path, form });
  }
  const reading = readForHand(mould);
  const at = readPlace(mould, reading, place);
  const stand = standAt(reading, at.in, at);
  if (stand?.as !== 'element')
    throw new Refusal(finding('hand/nothing-there', { place: positionOf(mould, at) }));
  const { element } = stand;
  if (element.attributes.has(binding))
    throw new Refusal(finding('hand/bound-already', { place: positionOf(mould, at) }));
  const start = element.startTag.start + 1 + element.name.length;
  const text = ` ${binding}="${condition.trim().replace(/"/g, '&quot;')}"`;
  const change = { in: 'template', start, end: start, parts: [text] } as const;
  const made = withHandChanges(mould, { field: top, kind: 'optional', path: top, filled: [] }, [
    change,
  ]);
  const wrong = compileMould(made).findings.find(({ level }) => level === 'error');
  if (wrong) throw new Refusal(wrong);
  return { mould: made, field: path, findings: [] };
}
