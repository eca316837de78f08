import type { Json } from '../json-source.ts';
import { isJsonObject } from '../json-source.ts';
import { asText, type FieldSchema, type Kind } from '../kind.ts';
import { picked } from '../picked.ts';

/** One of the values that the declaration lists, by `enum` or by `oneOf` with consts. */
export const choice: Kind = {
  called: 'a choice',
  control: 'choice',
  isCaption: true,
  options: choices,
  keywords: ['enum', 'oneOf'],
  schema: (declared) => picked(declared, ['enum', 'oneOf']),
  blank: (declared) => choices(declared)[0] ?? null,
  isEmpty: (value) => value === null || value === false || value === '',
  accept: (value, declared) => {
    const all = choices(declared);
    return all.includes(value) || typeof value === 'object'
      ? value
      : (all.find((one) => String(one) === String(value)) ?? value);
  },
  read: (typed, declared) => choices(declared).find((one) => String(one) === typed) ?? typed,
  text: asText,
  css: (value) => String(value),
};

/** The values a choice may have, in the order written. */
export function choices(declared: FieldSchema): readonly Json[] {
  if (Array.isArray(declared.enum)) return declared.enum as readonly Json[];
  if (!Array.isArray(declared.oneOf)) return [];
  return (declared.oneOf as readonly Json[]).flatMap((one) =>
    isJsonObject(one) && one.const !== undefined ? [one.const] : [],
  );
}
