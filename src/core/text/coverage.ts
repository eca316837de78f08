import type { Range } from './edits.ts';

/** Which characters of a text somebody has taken. */
export class Coverage {
  private readonly taken: Uint8Array;

  constructor(length: number) {
    this.taken = new Uint8Array(length);
  }

  /** True where nothing in the stretch is taken; an empty one takes nothing. */
  isFree({ start, end }: Range): boolean {
    for (let at = start; at < end; at += 1) if (this.taken[at] === 1) return false;
    return true;
  }

  take({ start, end }: Range): void {
    this.taken.fill(1, start, end);
  }
}
