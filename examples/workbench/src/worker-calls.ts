import type { Finding, Mould, SnippetPiece, Spot } from 'keen-mould';
import { loadCompiler } from './compilers.ts';
import { type Bound, proposalsIn, takeSpots } from './fields.ts';
import { boundOnTrial, type OnTrial } from './in-frames.ts';
import { faultsOf, fixed, type Pasted, paste, saidOf } from './paste.ts';
import { nothing, type Work } from './state.ts';

/** What could be fields, and the mould in which all of it is one. */
export interface Proposals {
  readonly spots: readonly Spot[];
  readonly onTrial: OnTrial | undefined;
}

/** What takes longer than a picture lasts, and so runs beside the page: data in, data out. */
export const calls = {
  /** Code that has run once runs sooner the next time. */
  warmUp: (): void => {
    const text = '<p class="a">a</p><style>.a { color: red }</style><script>var a = 1;</script>';
    const pasted = paste(nothing, [{ name: 'paste.html', text }]);
    if ('work' in pasted && pasted.work.mould) faultsOf(pasted.work.mould);
  },
  paste: async (before: Work, pieces: readonly SnippetPiece[], name?: string): Promise<Pasted> => {
    const pasted = paste(before, pieces, name);
    const [first] = 'refused' in pasted ? pasted.refused : [];
    const missing = first?.code === 'call/no-package' ? String(first.data?.name) : '';
    const isThereNow = missing !== '' && (await loadCompiler(missing));
    return isThereNow ? paste(before, pieces, name) : pasted;
  },
  faults: (mould: Mould, pieces: readonly SnippetPiece[], only: string): readonly Finding[] => [
    ...saidOf(pieces, only),
    ...faultsOf(mould),
  ],
  fix: (mould: Mould, only?: Finding) => fixed(mould, only),
  proposals: (mould: Mould): Proposals => {
    const spots = proposalsIn(mould);
    return { spots, onTrial: boundOnTrial(mould, spots) };
  },
  take: (mould: Mould, spots: 'recommended' | string): Bound => takeSpots(mould, spots),
};

export type Calls = typeof calls;
