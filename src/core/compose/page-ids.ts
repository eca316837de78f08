import { idFor } from '../compile/cast-id.ts';
import type { CastFile, SlotContent } from '../model/cast-file.ts';
import type { JsonPath } from '../model/json-source.ts';
import { type Finding, finding, type Place } from '../problem/finding.ts';

/** Gives the casts of a page ids that are there once, and those that have one keep it. */
export class PageIds {
  /** Where each id was given. */
  private readonly given = new Map<string, string>();
  private readonly taken = new Set<string>();
  readonly findings: Finding[] = [];

  /** Notes the ids that a cast and all that is placed in it were given. */
  note(cast: CastFile, at: JsonPath, placeOf: (at: JsonPath) => Place | undefined): void {
    const where = at.join('.');
    if (cast.id !== undefined) {
      const first = this.given.get(cast.id);
      if (first === undefined) this.given.set(cast.id, where);
      else {
        const data = { id: cast.id, first, second: where };
        this.findings.push(finding('page/same-id', data, placeOf([...at, 'id'])));
      }
      this.taken.add(cast.id);
    }
    for (const [name, contents] of Object.entries(cast.slots ?? {})) {
      for (const [index, one] of contents.entries()) {
        if ('mould' in one) this.note(one, [...at, 'slots', name, index], placeOf);
      }
    }
  }

  /** The same cast, with an id for it and for all that is placed in it. */
  complete<T extends CastFile>(cast: T, name: string): T {
    const { values = {}, kept = {}, slots } = cast;
    const rest = { values, kept, ...(slots ? { slots: slots as never } : {}) };
    const id = cast.id ?? this.free(idFor(name, rest));
    if (!slots) return { ...cast, id };
    const inner = Object.entries(slots).map(([slot, contents]) => [
      slot,
      contents.map((one): SlotContent => {
        if (!('mould' in one) || one.mould === undefined) return one;
        return this.complete(one, one.mould.split('/').at(-1) ?? '');
      }),
    ]);
    return { ...cast, id, slots: Object.fromEntries(inner) };
  }

  private free(wanted: string): string {
    let id = wanted;
    for (let copy = 2; this.taken.has(id); copy += 1) id = `${wanted}-${copy}`;
    this.taken.add(id);
    return id;
  }
}
