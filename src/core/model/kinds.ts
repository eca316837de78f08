import { isJsonObject } from './json-source.ts';
import type { FieldSchema, Kind } from './kind.ts';
import { address } from './kinds/address.ts';
import { choice } from './kinds/choice.ts';
import { color } from './kinds/color.ts';
import { group } from './kinds/group.ts';
import { link } from './kinds/link.ts';
import { list } from './kinds/list.ts';
import { number } from './kinds/number.ts';
import { switchKind } from './kinds/switch.ts';
import { target } from './kinds/target.ts';
import { text } from './kinds/text.ts';

/** Every kind by the name a declaration gives it. */
export const kinds = {
  text,
  link,
  color,
  number,
  switch: switchKind,
  choice,
  list,
  group,
  target,
  address,
} satisfies Record<string, Kind>;

export type KindName = keyof typeof kinds;

/** The names a person may write after "kind"; `address` only stands inside a link. */
export const kindNames = Object.keys(kinds).filter((name) => name !== 'address') as KindName[];

const kindOfType: Readonly<Record<string, KindName>> = {
  string: 'text',
  boolean: 'switch',
  number: 'number',
  integer: 'number',
  array: 'list',
  object: 'group',
};

/** The kind a declaration means without saying it, or undefined when it says too little. */
export function impliedKind(declared: FieldSchema): KindName | undefined {
  if (Array.isArray(declared.enum)) return 'choice';
  if (
    Array.isArray(declared.oneOf) &&
    declared.oneOf.every((one) => isJsonObject(one) && 'const' in one)
  ) {
    return 'choice';
  }
  if (typeof declared.type === 'string') return kindOfType[declared.type];
  return isJsonObject(declared.properties) ? 'group' : undefined;
}
