import type { Finding, Mould, Spot } from 'keen-mould';
import type { Bench } from './bench.ts';
import { ask } from './beside.ts';
import type { AllBound } from './in-frames.ts';
import { heldUp } from './refused.ts';
import type { Work } from './state.ts';

/** What is found out of a mould, once for each; undefined until it is known. */
class Known<Value> {
  private readonly values = new WeakMap<Mould, Value>();
  private readonly asked = new WeakSet<Mould>();
  private readonly stopped = new WeakSet<Mould>();

  of(bench: Bench, mould: Mould, find: () => Promise<Value>): Value | undefined {
    if (!this.asked.has(mould)) {
      this.asked.add(mould);
      void this.find(bench, mould, find);
    }
    return this.values.get(mould);
  }

  isStopped(mould: Mould): boolean {
    return this.stopped.has(mould);
  }

  again(mould: Mould): void {
    this.stopped.delete(mould);
    this.asked.delete(mould);
  }

  private async find(bench: Bench, mould: Mould, find: () => Promise<Value>): Promise<void> {
    try {
      this.values.set(mould, await find());
      bench.show({});
    } catch (error) {
      this.stopped.add(mould);
      heldUp(bench)(error as Error);
    }
  }
}

const faults = new Known<readonly Finding[]>();
const proposals = new Known<{ readonly spots: readonly Spot[]; readonly framed: AllBound }>();

const found = { faults, proposals };

/** True where somebody stopped what finds this out of a mould. */
export function isStopped(what: keyof typeof found, mould: Mould): boolean {
  return found[what].isStopped(mould);
}

/** Has it found out after all. */
export function findAgain(bench: Bench, what: keyof typeof found, mould: Mould): void {
  found[what].again(mould);
  bench.show({ said: '' });
}

/** What is wrong with a paste and its mould, the worst first. */
export function faultsOf(bench: Bench, mould: Mould): readonly Finding[] | undefined {
  const { pieces, only }: Work = bench.work;
  return faults.of(bench, mould, () => ask('faults', mould, pieces, only));
}

/** What could be fields of a mould, and the mould with all of it bound on trial. */
export function proposalsOf(bench: Bench, mould: Mould) {
  return proposals.of(bench, mould, async () => {
    const { spots, onTrial } = await ask('proposals', mould);
    const ids = new Map(onTrial?.ids);
    const spotOf = (path: string) => ids.get(path.split('.')[0] ?? '');
    return { spots, framed: { mould: onTrial?.mould ?? mould, spotOf } };
  });
}
