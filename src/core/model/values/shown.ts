import type { Json } from '../json-source.ts';

/** A value as a message quotes it: JSON, cut where it gets long. */
export function shown(value: Json): string {
  const json = JSON.stringify(cut(value, 60));
  return json.length <= 60 ? json : `${json.slice(0, 57)}…`;
}

/** As much of a value as can be seen of it: one may nest deeper than calls can. */
function cut(value: Json, room: number): Json {
  if (typeof value !== 'object' || value === null || room <= 0) {
    return typeof value === 'object' ? null : value;
  }
  if (Array.isArray(value)) return value.slice(0, room).map((one) => cut(one, room - 1));
  const some = Object.entries(value).slice(0, room);
  return Object.fromEntries(some.map(([key, one]) => [key, cut(one, room - key.length - 3)]));
}
