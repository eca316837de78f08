import { compileMould } from '../../compile/compile-mould.ts';
import { fieldsBelow } from '../../model/field.ts';
import { requireMould } from '../../model/given.ts';
import type { Mould } from '../../model/mould.ts';
import { fileOf, sourceParts } from '../../model/source-parts.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import { keysOf, manifestAt, withManifestAt } from '../bind/manifest-edit.ts';
import { unbindField } from '../bind/unbind-field.ts';
import { renderSources } from '../ties/bound-mould.ts';
import { placeIn } from '../ties/render.ts';
import { readTies } from '../ties/ties.ts';
import { clearPlace, tieAt } from './clear-place.ts';
import { type MarkedPlace, markPlace, readForHand } from './mark-place.ts';
import { positionOf, readPlace } from './place.ts';

/**
 * Makes one field of two: each place of the first is filled by the second from then on.
 *
 * @throws Refusal where there are no such fields, or a place cannot be filled by the other
 *
 * @example
 * const { mould: one } = mergeFields(mould, 'lineColour', 'accent');
 */
export function mergeFields(mould: Mould, from: string, into: string): MarkedPlace {
  requireMould(mould);
  requireField(mould, from);
  requireField(mould, into);
  const tie = readTies(mould).ties.find(({ field }) => field === from);
  const places = tie?.places ?? [];
  let { mould: made } = unbindField(mould, from);
  const findings: Finding[] = [];
  for (const { file, start, end } of places) {
    const part = sourceParts.find((one) => fileOf[one] === file);
    const { before, ties } = readTies(made);
    const now =
      part &&
      placeIn(
        renderSources(
          before,
          ties.flatMap(({ changes }) => changes),
        )[part],
        { start, end },
      );
    if (!part || !now) continue;
    const joined = markPlace(made, positionOf(made, { in: part, ...now }), { field: into });
    made = joined.mould;
    findings.push(...joined.findings);
  }
  return { mould: made, field: into, findings };
}

/**
 * Makes a field of its own of one place of a field that has several.
 *
 * @param name of the new field; by default after what stands there
 * @throws Refusal where no field fills the place, or it has no other
 *
 * @example
 * const { mould: two } = splitPlace(mould, 'style.css:9:12', 'lineColour');
 */
export function splitPlace(mould: Mould, place: string, name?: string): MarkedPlace {
  requireMould(mould);
  const at = readPlace(mould, readForHand(mould), place);
  const { tie, change } = tieAt(mould, readTies(mould), at, place);
  const declared = manifestAt(mould, keysOf(mould, tie.field) ?? []);
  const cleared = clearPlace(mould, place);
  const { before, ties } = readTies(cleared.mould);
  const made = renderSources(
    before,
    ties.flatMap(({ changes }) => changes),
  );
  const now = placeIn(made[change.in], change);
  if (cleared.isGone || !now) throw new Refusal(finding('hand/nothing-to-clear', { place }));
  const position = positionOf(cleared.mould, { in: change.in, ...now });
  const split = markPlace(cleared.mould, position, {
    ...(name === undefined ? {} : { field: name }),
    ...(isKind(tie.kind) ? { form: tie.kind } : {}),
  });
  const keys = keysOf(split.mould, split.field);
  if (!keys || typeof declared !== 'object' || declared === null) return split;
  const { section } = declared as Record<string, string>;
  if (section === undefined) return split;
  return { ...split, mould: withManifestAt(split.mould, [...keys, 'section'], section) };
}

function isKind(kind: string): boolean {
  return !/^(?:optional|repeat|wrapper|tag|class|slot|list|choice)$/.test(kind);
}

/** @throws Refusal where a mould has no such field */
function requireField(mould: Mould, path: string) {
  const fields = fieldsBelow(compileMould(mould).root);
  const found = fields.find((one) => one.path === path);
  if (found) return found;
  const known = fields.filter(({ at }) => at !== undefined).map((one) => one.path);
  throw new Refusal(finding('bind/no-field', { path, near: nearestName(path, known), known }));
}
