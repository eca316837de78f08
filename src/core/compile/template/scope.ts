import { isJsonObject, type Json, type JsonObject } from '../../model/json-source.ts';
import type { RowFact } from '../../model/path.ts';

/** How a cast stands on its page. */
export interface Placing {
  /** What ids of the cast end with; '' in a shadow root, which has ids of its own. */
  readonly suffix: string;
  /** What is placed in the slots, as markup, by name. */
  readonly slots: Readonly<Record<string, string>>;
  /** What the root says of its look. */
  readonly look: string | undefined;
}

/** Where a cast being written stands: its values, and the row of each open loop. */
export interface Scope extends Placing {
  readonly id: string;
  /** The values at 0, then the row of each open loop. */
  readonly rows: Json[];
  /** From 0, by loop. */
  readonly indexes: number[];
  readonly counts: number[];
}

/** Writes one stretch of markup for a scope. */
export type Write = (scope: Scope) => string;

/** Reads what a reference leads to. Values are complete, so every step is there. */
export type Read = (scope: Scope) => Json;

const facts: Readonly<Record<RowFact, (loop: number) => Read>> = {
  number: (loop) => (scope) => (scope.indexes[loop] as number) + 1,
  index: (loop) => (scope) => scope.indexes[loop] as number,
  first: (loop) => (scope) => scope.indexes[loop] === 0,
  last: (loop) => (scope) => scope.indexes[loop] === (scope.counts[loop] as number) - 1,
  count: (loop) => (scope) => scope.counts[loop] as number,
  // Fit for an id: a key that the form gave stays with its row, a number with its place.
  key: (loop) => (scope) => {
    const row = scope.rows[loop] ?? null;
    const key = isJsonObject(row) ? row.row : undefined;
    return String(key ?? (scope.indexes[loop] as number) + 1).replace(/[^\w-]/g, '-');
  },
};

/** What can be read: from the values or a row down, or a fact of the row. */
interface Readable {
  readonly loop: number;
  readonly steps: readonly string[];
  readonly fact?: RowFact | undefined;
}

/** Makes the reader of a reference; one and two steps are by far the most common. */
export function readerOf({ loop, steps, fact }: Readable): Read {
  if (fact) return facts[fact](loop);
  const [first, second] = steps;
  if (first === undefined) return (scope) => scope.rows[loop] as Json;
  if (second === undefined) return (scope) => (scope.rows[loop] as JsonObject)[first] as Json;
  return (scope) => {
    let value = scope.rows[loop] as Json;
    for (const step of steps) value = (value as JsonObject)[step] as Json;
    return value;
  };
}

/** Joins fixed text and writers in turn: `texts` has one more entry than `writers`. */
export function joined(texts: readonly string[], writers: readonly Write[]): Write {
  const [before = '', between = '', after = ''] = texts;
  const [first, second] = writers;
  if (!first) return () => before;
  // Most stretches have one or two; a loop for these takes longer than what it does.
  if (!second) return (scope) => before + first(scope) + between;
  if (writers.length === 2)
    return (scope) => before + first(scope) + between + second(scope) + after;
  return (scope) => {
    let out = before;
    for (let index = 0; index < writers.length; index += 1) {
      out += (writers[index] as Write)(scope) + (texts[index + 1] as string);
    }
    return out;
  };
}
