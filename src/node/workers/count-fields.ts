import { isJsonObject, type Json } from '../../core/model/json-source.ts';
import type { Mould } from '../../core/model/mould.ts';

/** How many fields a mould declares, those of rows and groups among them. */
export function countFields(mould: Mould | undefined): number {
  return mould ? countIn(mould.manifest.fields) : 0;
}

function countIn(declared: Json | undefined): number {
  if (!isJsonObject(declared)) return 0;
  const { properties, items } = declared;
  const members = isJsonObject(properties) ? Object.values(properties) : [];
  return members.reduce((sum: number, one) => sum + 1 + countIn(one), countIn(items));
}
