import type { Json, JsonObject } from './json-source.ts';
import type { Kind } from './kind.ts';
import { type KindName, kinds } from './kinds.ts';
import type { Violation } from './values/violation.ts';

/** A kind that somebody who embeds the library has defined. */
export interface OwnKind {
  readonly name: string;
  /** The kind it is a narrower one of: what its values are, and what edits them by default. */
  readonly base: KindName;
  readonly schema: JsonObject;
  readonly violation: Violation | undefined;
  readonly write: ((value: Json) => string) | undefined;
}

/** One for a page or a process, whichever copy of the library asks. */
const key = Symbol.for('keen-mould own kinds');
const shared = globalThis as unknown as { [key]?: Map<string, OwnKind> };

export function ownKinds(): Map<string, OwnKind> {
  shared[key] ??= new Map();
  return shared[key];
}

/** A kind of ours, narrowed to one of somebody else's where that is asked for. */
export function kindOfName(name: KindName, own: string | undefined): Kind {
  const kind: Kind = kinds[name];
  const found = own === undefined ? undefined : ownKinds().get(own);
  if (!found) return kind;
  const { schema, write } = found;
  return {
    ...kind,
    schema: (declared) => ({ ...kind.schema(declared), ...schema }),
    ...(write ? { text: write } : {}),
  };
}
