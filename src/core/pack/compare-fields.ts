import { type Field, fieldsBelow } from '../model/field.ts';
import { parseJson } from '../model/json-source.ts';
import type { Mould } from '../model/mould.ts';
import { readFields } from '../model/read-fields.ts';

/** What became of the fields from one version of a mould to another, by their paths. */
export interface FieldChanges {
  readonly added: readonly string[];
  /** Gone; values given for them are kept with their casts. */
  readonly gone: readonly string[];
  readonly renamed: readonly { readonly from: string; readonly to: string }[];
  /** Of another kind by now; values are taken as far as they can be. */
  readonly otherKind: readonly {
    readonly path: string;
    readonly from: string;
    readonly to: string;
  }[];
}

/**
 * Compares the fields of two versions of a mould.
 *
 * @example
 * const { gone, renamed } = compareFields(before, after);
 */
export function compareFields(before: Mould, after: Mould): FieldChanges {
  const [old, now] = [kindsByPath(before), kindsByPath(after)];
  const renamed = [...now].flatMap(([to, { wasNamed }]) => {
    const from = old.has(to) ? undefined : wasNamed.find((one) => old.has(one) && !now.has(one));
    return from === undefined ? [] : [{ from, to }];
  });
  const [left, come] = [renamed.map(({ from }) => from), renamed.map(({ to }) => to)];
  return {
    added: [...now.keys()].filter((path) => !old.has(path) && !come.includes(path)),
    gone: [...old.keys()].filter((path) => !now.has(path) && !left.includes(path)),
    renamed,
    otherKind: [...now].flatMap(([path, { kindName: to }]) => {
      const from = old.get(path)?.kindName;
      return from === undefined || from === to ? [] : [{ path, from, to }];
    }),
  };
}

function kindsByPath({ manifest, manifestText }: Mould): ReadonlyMap<string, Field> {
  const { root } = readFields(manifest.fields, parseJson('mould.json', manifestText));
  // The parts that a kind brings come and go with it; a row has the path of its list.
  const own = fieldsBelow(root).filter(({ at, name }) => at !== undefined && name !== 'row');
  return new Map(own.map((field) => [field.path, field]));
}
