import { asText, isBlank, type Kind } from '../kind.ts';

/** The forms a date may have, by the `format` of JSON Schema. */
const formats: Readonly<Record<string, string>> = {
  date: 'date',
  time: 'clock-time',
  'date-time': 'local-date-time',
};

/** A day, or with `format` a time or both, as ISO 8601 writes it. */
export const date: Kind = {
  called: 'a date',
  control: 'date',
  isContent: true,
  isCaption: true,
  keywords: ['format'],
  schema: ({ format }) => ({ type: 'string', format: formats[String(format)] ?? 'date' }),
  blank: () => null,
  isEmpty: isBlank,
  read: (typed) => typed,
  text: asText,
};

/** `10:20` or `10:20:30`, of a day that has 24 hours. */
export function isClockTime(value: string): boolean {
  return /^(?:[01]\d|2[0-3]):[0-5]\d(?::[0-5]\d)?$/.test(value);
}

/** A date and a time joined by `T`, with or without an offset from UTC. */
export function isLocalDateTime(value: string, isDate: (value: string) => boolean): boolean {
  const [, day = '', time = ''] =
    /^([^T]+)T([\d:]+)(?:Z|[+-](?:[01]\d|2[0-3]):[0-5]\d)?$/.exec(value) ?? [];
  return isDate(day) && isClockTime(time);
}
