import { isJsonObject, type Json } from './json-source.ts';
import type { FieldSchema, Kind } from './kind.ts';
import { choice } from './kinds/choice.ts';
import { color } from './kinds/color.ts';
import { date } from './kinds/date.ts';
import { duration } from './kinds/duration.ts';
import { fill } from './kinds/fill.ts';
import { group } from './kinds/group.ts';
import { icon } from './kinds/icon.ts';
import { image } from './kinds/image.ts';
import { address } from './kinds/inner/address.ts';
import { drawing } from './kinds/inner/drawing.ts';
import { families } from './kinds/inner/families.ts';
import { lineheight } from './kinds/inner/lineheight.ts';
import { pictureAddress } from './kinds/inner/picture-address.ts';
import { position } from './kinds/inner/position.ts';
import { weight } from './kinds/inner/weight.ts';
import { length } from './kinds/length.ts';
import { link } from './kinds/link.ts';
import { list } from './kinds/list.ts';
import { markup } from './kinds/markup.ts';
import { media } from './kinds/media.ts';
import { multiline } from './kinds/multiline.ts';
import { note } from './kinds/note.ts';
import { number } from './kinds/number.ts';
import { richtext } from './kinds/richtext.ts';
import { shape } from './kinds/shape.ts';
import { switchKind } from './kinds/switch.ts';
import { target } from './kinds/target.ts';
import { text } from './kinds/text.ts';
import { typeface } from './kinds/typeface.ts';

/** Every kind by the name a declaration gives it: adding one is adding a file and a row. */
export const kinds = {
  text,
  multiline,
  richtext,
  number,
  switch: switchKind,
  choice,
  color,
  length,
  duration,
  date,
  image,
  link,
  icon,
  media,
  typeface,
  fill,
  shape,
  markup,
  target,
  list,
  group,
  note,
  address,
  drawing,
  families,
  lineheight,
  pictureaddress: pictureAddress,
  position,
  weight,
} satisfies Record<string, Kind>;

export type KindName = keyof typeof kinds;

/** The names a person may write after "kind"; the others only stand inside one of these. */
export const kindNames = (Object.keys(kinds) as KindName[]).filter(
  (name) => !(kinds[name] as Kind).isInner,
);

const kindOfType: Readonly<Record<string, KindName>> = {
  string: 'text',
  boolean: 'switch',
  number: 'number',
  integer: 'number',
  array: 'list',
  object: 'group',
  null: 'note',
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
  if (Array.isArray(declared.oneOf) && declared.oneOf.some(hasProperties)) return 'group';
  if (typeof declared.type === 'string') return kindOfType[declared.type];
  return isJsonObject(declared.properties) ? 'group' : undefined;
}

function hasProperties(one: Json): boolean {
  return isJsonObject(one) && isJsonObject(one.properties);
}
