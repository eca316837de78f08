/** Gives the address, or the bytes, of what a value names; undefined for what it does not know. */
export type AddressOf = (
  src: string,
) => string | Blob | undefined | Promise<string | Blob | undefined>;

/**
 * What values name and no mould holds, such as a picture that was just uploaded: frames reach nothing
 * of the site around them, so its bytes are brought to them.
 */
export class ShownFiles {
  private readonly found = new Map<string, Blob>();
  private readonly asked = new Set<string>();
  private readonly changed: () => void;

  constructor(changed: () => void) {
    this.changed = changed;
  }

  /**
   * What there is of some addresses; others are asked for, and it is told when they are there.
   *
   * @param uploaded files that somebody has just given, by their addresses
   */
  of(
    addresses: readonly string[],
    addressOf: AddressOf | undefined,
    uploaded: ReadonlyMap<string, Blob> | undefined,
  ): ReadonlyMap<string, Blob> {
    for (const src of addresses) {
      const blob = uploaded?.get(src);
      if (blob) this.found.set(src, blob);
      else if (addressOf && !this.asked.has(src)) void this.ask(src, addressOf);
    }
    return new Map([...this.found].filter(([src]) => addresses.includes(src)));
  }

  private async ask(src: string, addressOf: AddressOf): Promise<void> {
    this.asked.add(src);
    try {
      const answer = await addressOf(src);
      if (answer === undefined) return;
      this.found.set(src, typeof answer === 'string' ? await bytesAt(answer) : answer);
      this.changed();
    } catch {
      // The frame shows a stand-in, and says what it did not reach; it is not asked at each stroke.
    }
  }
}

async function bytesAt(address: string): Promise<Blob> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`${address} answered ${answer.status}.`);
  return answer.blob();
}
