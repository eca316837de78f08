import type { Cast } from '../compile/cast.ts';
import type { CastOptions } from '../compile/caster.ts';
import type { CompiledMould } from '../compile/compile-mould.ts';
import { deliver } from '../deliver/deliver.ts';
import type { Runtime } from '../deliver/delivery.ts';
import type { CastFile } from '../model/cast-file.ts';

/** One copy of a cast as a frame is given it. */
export interface FramedCast {
  readonly id: string;
  /** All of it in one piece, but for what a copy before it brings and for the style of its values. */
  readonly html: string;
  readonly ownStyle: string;
}

/** Copies of one cast side by side, and what has to be sent where they change. */
export interface Copies {
  readonly casts: readonly Cast[];
  readonly framed: readonly FramedCast[];
}

/** Casts so many copies of the same values, each under an id of its own. */
export function castCopies(
  compiled: CompiledMould,
  file: CastFile,
  {
    count,
    options,
    runtime,
  }: { readonly count: number; readonly options: CastOptions; readonly runtime: Runtime },
): Copies {
  const casts = Array.from({ length: count }, (_, at) =>
    compiled.cast({ ...file, id: `${compiled.name.slice(0, 60)}-${at + 1}` }, options),
  );
  return { casts, framed: framedAfter(casts, [], runtime) };
}

/** The copies as they come after others of the same mould, whose shared code is there already. */
export function framedAfter(
  casts: readonly Cast[],
  before: readonly Cast[],
  runtime: Runtime,
): FramedCast[] {
  return casts.map((cast, at) => {
    const earlier = [...before.slice(0, 1), ...casts.slice(0, Math.min(at, 1))];
    const { parts } = deliver(
      { ...cast, castStyle: '' },
      { form: 'block', runtime, before: earlier },
    );
    return { id: cast.id, html: parts.html ?? '', ownStyle: cast.castStyle };
  });
}

/** How much a change of values changes: nothing, style alone, or what has to start afresh. */
export function changeBetween(
  before: readonly Cast[],
  after: readonly Cast[],
): 'nothing' | 'style' | 'restart' {
  const same = (part: (cast: Cast) => string) =>
    before.length === after.length &&
    before.every((one, at) => part(one) === part(after[at] as Cast));
  const isSame =
    same(({ markup }) => markup) &&
    same(({ scriptData }) => scriptData) &&
    same(({ light }) => light) &&
    same(({ inner }) => inner.flatMap(partsOf).join('\n'));
  if (!isSame) return 'restart';
  return same(({ castStyle }) => castStyle) ? 'nothing' : 'style';
}

/** All that a cast in a slot is, with what it has in its own. */
function partsOf({ castStyle, scriptData, inner }: Cast): string[] {
  return [castStyle, scriptData, ...inner.flatMap(partsOf)];
}
