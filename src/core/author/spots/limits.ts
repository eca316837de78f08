import type { JsonObject } from '../../model/json-source.ts';

/** Limits of a number by what it is called, as far as its name promises any. */
const byName: readonly (readonly [name: RegExp, fits: (value: number) => boolean, JsonObject])[] = [
  [
    /(?:opacity|alpha|volume|tint|fade)$/i,
    (value) => value >= 0 && value <= 1,
    { minimum: 0, maximum: 1 },
  ],
  [
    /(?:percent|percentage|share|progress)$/i,
    (value) => value >= 0 && value <= 100,
    { minimum: 0, maximum: 100 },
  ],
  [
    /(?:count|total|limit|max|maximum|columns|rows|slides|items|visible|per[-_]?(?:view|page|row))$/i,
    (value) => value >= 1,
    { minimum: 1 },
  ],
  [
    /(?:width|height|size|gap|space|padding|radius|thickness|length|price|goal|days|speed)$/i,
    (value) => value >= 0,
    { minimum: 0 },
  ],
];

/** What a number of that name may be: `volume` from 0 to 1, `columns` from 1. */
export function limitsOf(name: string, value: number): JsonObject {
  return byName.find(([called, fits]) => called.test(name) && fits(value))?.[2] ?? {};
}
