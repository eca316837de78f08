import { compileMould } from '../../core/compile/compile-mould.ts';
import { type Accepted, acceptedOf } from '../../core/model/accepted.ts';
import { defaultWidths } from '../../core/model/mould.ts';
import { reachedBy } from '../../core/preview/confinement.ts';
import { hostPages } from '../../core/preview/host-pages.ts';
import { pageText } from '../../core/preview/page-text.ts';
import { pastePage } from '../../core/preview/paste-page.ts';
import { placedFiles } from '../../core/preview/placed-files.ts';
import { placedPage } from '../../core/preview/placed-page.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { runtime } from '../../generated/runtime.ts';
import type { ProofOptions, ProofSubject } from './proof.ts';
import type { ShotSubject } from './shoot.ts';

/** A cast with the page it is seen on. */
export interface CastToShoot {
  readonly subject: ShotSubject;
  /** The paste as it came, where that is to be seen as well. */
  readonly paste: ShotSubject | undefined;
  readonly title: string;
  readonly sample: string;
  readonly widths: readonly number[];
  readonly accepted: readonly Accepted[];
}

/** Puts each cast on its page, and reports what is wrong with moulds and values. */
export function castsToShoot(
  subjects: readonly ProofSubject[],
  options: ProofOptions,
): { readonly casts: readonly CastToShoot[]; readonly findings: readonly Finding[] } {
  const findings: Finding[] = [];
  const casts = subjects.map((subject) => castOf(subject, options, findings));
  return { casts: toldApart(casts), findings };
}

function castOf(
  { mould, cast = {}, placeOf, placed, sample = 'default' }: ProofSubject,
  { copies = { count: 1, columns: 1 }, host, isRightToLeft, isBeside, isFetching }: ProofOptions,
  findings: Finding[],
): CastToShoot {
  const compiled = compileMould(mould);
  const moulds = (name: string) => {
    const other = placed?.get(name);
    return other && compileMould(other);
  };
  const all = [...(placed?.values() ?? []), mould];
  const { files, assetAt } = placedFiles(mould, all);
  const first = compiled.cast(cast, { placeOf, moulds, assetAt });
  const others = Array.from({ length: copies.count - 1 }, (_, at) =>
    compiled.cast({ ...cast, id: `${first.id}-${at + 2}` }, { placeOf, moulds, assetAt }),
  );
  const { accepted, findings: aboutAccepted } = acceptedOf(mould);
  findings.push(...compiled.findings, ...first.findings, ...aboutAccepted);
  const plan = {
    page: host ?? pageText({ ...hostPages.bare, lang: 'en' }),
    style: '',
    columns: copies.columns,
    isRightToLeft: isRightToLeft === true,
  };
  const about = {
    mould: first.mould,
    files,
    reached: reachedBy(all.map(({ manifest }) => manifest)),
    isFetching: isFetching === true,
    accepted: accepted.map(({ what }) => what),
  };
  const paste = isBeside ? pastePage(mould) : undefined;
  return {
    subject: { ...about, document: placedPage([first, ...others], plan, runtime) },
    paste: paste === undefined ? undefined : { ...about, document: paste },
    title: first.title,
    sample,
    accepted,
    widths: mould.manifest.widths ?? defaultWidths,
  };
}

/** Two casts of one mould, seen with values of one name, are told apart by a number. */
function toldApart(casts: readonly CastToShoot[]): CastToShoot[] {
  const seen = new Map<string, number>();
  return casts.map((cast) => {
    const key = `${cast.subject.mould} ${cast.sample}`;
    const number = (seen.get(key) ?? 0) + 1;
    seen.set(key, number);
    return number === 1 ? cast : { ...cast, sample: `${cast.sample}-${number}` };
  });
}
