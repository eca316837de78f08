import type { Box } from '../../facts/box.ts';
import { type FactName, factNames, faultsIn, type Shot } from './shot.ts';

/** A fault as it shows at one width. */
interface FaultAt {
  readonly shot: Shot;
  readonly text: string;
  readonly box: Box | undefined;
}

/** One fault, at however many widths it shows. */
export interface FaultGroup {
  readonly fact: FactName;
  readonly weight: number;
  /** Numbered over all of a report where it has a place on a picture. */
  readonly number: number | undefined;
  /** Of the mould, and the sample where there are several. */
  readonly title: string;
  readonly code: string;
  readonly at: readonly FaultAt[];
}

/**
 * Brings together the faults of one element that show at several widths, and what is no matter of
 * a picture, such as a file that is missing, over all of them. The worst first.
 */
export function groupFaults(shots: readonly Shot[]): FaultGroup[] {
  const samples = new Set(shots.map(({ sample }) => sample)).size;
  const groups = new Map<string, Omit<FaultGroup, 'number' | 'at'> & { at: FaultAt[] }>();
  for (const fact of factNames) {
    for (const shot of shots) {
      const title = samples > 1 ? `${shot.title}, ${shot.sample}` : shot.title;
      const seen = new Map<string, number>();
      for (const { weight, text, code, box } of faultsIn(fact, shot[fact])) {
        // Two faults of one element at one width are two.
        const nth = seen.get(code) ?? 0;
        seen.set(code, nth + 1);
        const of = box ? `${shot.mould} ${shot.sample} ${nth}` : text;
        const key = `${fact} ${of} ${code}`;
        const group = groups.get(key) ?? { fact, weight, title, code, at: [] };
        group.at.push({ shot, text, box });
        groups.set(key, group);
      }
    }
  }
  let number = 0;
  return [...groups.values()].map((group) => {
    const hasPlace = group.at.some(({ box }) => box);
    if (hasPlace) number += 1;
    return { ...group, number: hasPlace ? number : undefined };
  });
}
