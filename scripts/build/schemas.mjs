// The JSON Schemas of mould.json, casts, pages and moulds as JSON, for editors and other programs.
import { mkdirSync, writeFileSync } from 'node:fs';
import { root } from './root.mjs';

/** Writes dist/schema, from what was compiled before. */
export async function makeSchemas() {
  const { castSchema, mouldJsonSchema, mouldSchema, pageSchema } = await import(
    new URL('../../dist/core/model/published-schemas.js', import.meta.url).href
  );
  const all = {
    cast: castSchema(),
    mould: mouldSchema(),
    'mould-json': mouldJsonSchema(),
    page: pageSchema(),
  };
  const folder = `${root}dist/schema`;
  mkdirSync(folder, { recursive: true });
  for (const [name, schema] of Object.entries(all)) {
    writeFileSync(`${folder}/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
  }
}
