import type { Cast } from '../compile/cast.ts';
import { type PortableMould, portable } from '../compile/portable-mould.ts';
import type { Manner } from '../compile/style/manner.ts';
import { toScriptData } from '../compile/template/sink.ts';
import { type Field, fieldsBelow } from '../model/field.ts';
import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import type { Finish, Runtime } from './delivery.ts';
import { sheetOf } from './sheet.ts';

/** Which tools a mould needs where it is cast without the rest of the library. */
export interface Needed {
  readonly html: boolean;
  readonly css: boolean;
}

export function neededTools({ made: { ready } }: Cast): Needed {
  const fields = fieldsBelow(ready.root);
  const isCss = ({ kind, declared }: Field) =>
    kind.parser === 'css' || /^css-/.test(String(kind.schema(declared).format));
  return {
    html: ready.slots.length > 0 || fields.some(({ kind }) => kind.parser === 'html'),
    css: fields.some(isCss),
  };
}

/** A mould as JSON, to be cast in one manner elsewhere, without the text of its own code. */
export function portableOf(
  { made: { ready } }: Cast,
  manner: Required<Manner>,
  { style: done = (css) => css }: Finish,
): PortableMould {
  const own = fieldsBelow(ready.root).find(({ ownKind }) => ownKind !== undefined);
  if (own?.ownKind) {
    throw new Refusal(finding('cast/own-kind', { path: own.path, kind: own.ownKind }));
  }
  const mould = portable(ready, manner);
  const { style } = mould;
  const { reset, ofMould, guard, ofPage } = style;
  // Finished as one sheet, since what finishes it may join rules.
  const [before, sheet] = manner.sealed
    ? [done(reset), done(ofMould)]
    : ['', done(sheetOf({ reset, mouldStyle: ofMould, guard }))];
  return {
    ...mould,
    style: { ...style, reset: before, ofMould: sheet, guard: '', ofPage: done(ofPage) },
  };
}

/** The parts of the code for pages that a mould can need, as an object literal. */
export function runtimeOf({ made: { ready } }: Cast, { parts }: Runtime): string {
  const script = ready.script();
  const names = new Set([
    ...(script?.parts ?? []),
    ...(ready.slots.length > 0 ? ['slots'] : []),
    ...(ready.hasIds && !script ? ['alone'] : []),
  ]);
  return toScriptData(Object.fromEntries([...names].map((name) => [name, parts[name] ?? ''])));
}

/** Where the files of a mould lie, as far as that was said. */
export function assetsOf({ assets, mould, made: { assetAt } }: Cast): Record<string, string> {
  return Object.fromEntries(
    assets.flatMap((path) => {
      const address = assetAt?.(mould, path);
      return address === undefined ? [] : [[path, address]];
    }),
  );
}
