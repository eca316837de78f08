// The JSON Schemas of mould.json and of pages, for editors.
import { mkdirSync, writeFileSync } from 'node:fs';
import { root } from './root.mjs';

/** Writes dist/schema, from what was compiled before. */
export async function makeSchemas() {
  const { mouldSchema, pageSchema } = await import(
    new URL('../../dist/core/model/published-schemas.js', import.meta.url).href
  );
  const folder = `${root}dist/schema`;
  mkdirSync(folder, { recursive: true });
  for (const [name, schema] of Object.entries({ mould: mouldSchema(), page: pageSchema() })) {
    writeFileSync(`${folder}/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
  }
}
