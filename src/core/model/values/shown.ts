import type { Json } from '../json-source.ts';

/** A value as a message quotes it: JSON, cut where it gets long. */
export function shown(value: Json): string {
  const json = JSON.stringify(value);
  return json.length <= 60 ? json : `${json.slice(0, 57)}…`;
}
