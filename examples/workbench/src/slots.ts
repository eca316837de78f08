import type { CastFile, JsonObject, Mould } from 'keen-mould';
import { titleOf } from './rack.ts';
import type { Work } from './state.ts';

type Slots = Work['slots'];
type Content = Slots[string][number];

/** A slot of a widget, and what may be put into it. */
export interface OpenSlot {
  readonly name: string;
  readonly title: string;
  readonly contents: readonly Content[];
  /** Moulds that it accepts; none where it is full. */
  readonly moulds: readonly Mould[];
  readonly isFull: boolean;
}

/** What stands in the slots, as a cast has it. */
export function slotsOf({ slots }: Work): CastFile['slots'] {
  return Object.keys(slots).length > 0 ? slots : undefined;
}

/** The slots of the widget, with what is on the rack for each. */
export function openSlots({ mould, slots }: Work, rack: readonly Mould[]): readonly OpenSlot[] {
  return Object.entries((mould?.manifest.slots ?? {}) as JsonObject).map(([name, declared]) => {
    const { title = name, accepts, max = Infinity } = declared as unknown as Declared;
    const contents = slots[name] ?? [];
    return {
      name,
      title,
      contents,
      moulds: rack.filter(
        ({ manifest }) =>
          manifest.name !== mould?.manifest.name && (accepts?.includes(manifest.name) ?? true),
      ),
      isFull: contents.length >= max,
    };
  });
}

interface Declared {
  readonly title?: string;
  readonly accepts?: readonly string[];
  readonly max?: number;
}

export function withContents(slots: Slots, name: string, contents: readonly Content[]): Slots {
  const { [name]: _, ...others } = slots;
  return contents.length > 0 ? { ...others, [name]: contents } : others;
}

/** What a placed thing is called. */
export function contentTitle(one: Content, rack: readonly Mould[]): string {
  if ('markup' in one) return 'Markup';
  const found = rack.find(({ manifest }) => manifest.name === one.mould);
  return found ? titleOf(found) : `${one.mould} (not on the rack)`;
}
