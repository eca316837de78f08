// Makes the check of mould.json ahead of time: to make it takes longer than all that it is asked.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const require = createRequire(import.meta.url);
const { Ajv2020 } = require('ajv/dist/2020');
const { _ } = require('ajv/dist/compile/codegen');
const { default: standaloneCode } = require('ajv/dist/standalone');
const model = fileURLToPath(new URL('../src/core/model/', import.meta.url));

/** Writes src/core/model/manifest-errors.ts from manifest-schema.ts beside it. */
export async function makeManifestErrors() {
  const { outputFiles: schema } = await build({
    entryPoints: [`${model}manifest-schema.ts`],
    ...{ bundle: true, write: false, format: 'esm' },
  });
  const source = Buffer.from(schema[0].contents).toString('base64');
  const { manifestSchema } = await import(`data:text/javascript;base64,${source}`);

  const ajv = new Ajv2020({
    ...{ strict: false, allErrors: true, messages: false },
    ...{ meta: false, validateSchema: false, addUsedSchema: false, logger: false },
    code: { source: true, esm: true, formats: _`formats` },
  });
  ajv.addFormat('safe-address', () => true);
  const code = standaloneCode(ajv, ajv.compile(manifestSchema));
  const { outputFiles } = await build({
    stdin: {
      contents: `import { isSafeAddress } from './safe-address.ts';
const formats = { 'safe-address': isSafeAddress };
${code.replace('export default validate0;', '')}`,
      resolveDir: model,
      loader: 'js',
    },
    ...{ bundle: true, minify: true, write: false, format: 'esm', target: 'es2022' },
    external: ['./safe-address.ts'],
  });
  const text = `// Made by scripts/manifest-errors.mjs from manifest-schema.ts.
// @ts-nocheck
${outputFiles[0].text.trim().replace(/export\{(\w+) as validate\};?$/, 'const validate: any=$1;')}

/** What in a value keeps it from being a mould.json, as the validator of JSON Schema tells it. */
export function manifestErrors(value: unknown): readonly {
  readonly keyword: string;
  readonly instancePath: string;
  readonly params: Record<string, unknown>;
}[] {
  return validate(value) ? [] : validate.errors;
}
`;
  const path = `${model}manifest-errors.ts`;
  let before = '';
  try {
    before = readFileSync(path, 'utf8');
  } catch {
    // The first time there is none.
  }
  if (text !== before) writeFileSync(path, text);
}
