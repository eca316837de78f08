import { nameOf } from '../../core/compile/cast-facts.ts';
import type { CastMaker } from '../../core/compile/caster.ts';
import { compileMould } from '../../core/compile/compile-mould.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { Manifest, Mould } from '../../core/model/mould.ts';
import { type PlacedFiles, placedFiles } from '../../core/preview/placed-files.ts';

/** What a preview needs of the moulds that stand in the slots of another. */
export interface PlacedMoulds extends PlacedFiles {
  readonly around: Mould;
  readonly inSlots: readonly Mould[];
  readonly moulds: (name: string) => CastMaker | undefined;
  /** Of these and of the mould around them. */
  readonly manifests: readonly Manifest[];
}

/**
 * Compiles each mould when it is first placed.
 *
 * @param before what there was, which stays where nothing else stands in the slots now
 */
export function placedIn(
  around: Mould,
  slots: CastFile['slots'],
  moulds: readonly Mould[],
  before?: PlacedMoulds,
): PlacedMoulds {
  const found = mouldsIn(slots, moulds);
  const isSame =
    found.length === before?.inSlots.length && found.every((one, at) => one === before.inSlots[at]);
  if (before && isSame && before.around === around) return before;
  const inSlots = before && isSame ? before.inSlots : found;
  const byName = new Map([...inSlots, around].map((one) => [one.manifest.name, one]));
  const makers = new Map<string, CastMaker | undefined>();
  return {
    around,
    inSlots,
    ...placedFiles(around, inSlots),
    moulds: (name) => {
      if (!makers.has(name)) makers.set(name, makerOf(byName.get(name)));
      return makers.get(name);
    },
    manifests: [...byName.values()].map(({ manifest }) => manifest),
  };
}

/** What cannot be cast is as good as not there; casting names it. */
function makerOf(mould: Mould | undefined): CastMaker | undefined {
  const compiled = mould && compileMould(mould);
  return compiled?.isSound ? compiled : undefined;
}

/** Of these moulds those that stand in slots, at any depth: a frame may reach no more than they do. */
function mouldsIn(slots: CastFile['slots'], moulds: readonly Mould[]): readonly Mould[] {
  const names = new Set(namesIn(slots));
  return moulds.filter(({ manifest }) => names.has(manifest.name));
}

function namesIn(slots: CastFile['slots'] = {}): string[] {
  return Object.values(slots)
    .flat()
    .flatMap((one) => ('markup' in one ? [] : [nameOf(one), ...namesIn(one.slots)]));
}
