// The check of mould.json, made ahead of time: to make it takes longer than all that it is asked.
import { createRequire } from 'node:module';
import { bundle } from './bundle.mjs';
import { root, writeGenerated } from './root.mjs';

const require = createRequire(import.meta.url);
const { Ajv2020 } = require('ajv/dist/2020');
const { _ } = require('ajv/dist/compile/codegen');
const { default: standaloneCode } = require('ajv/dist/standalone');

/** Writes src/generated/manifest-errors.ts. */
export async function makeManifestErrors() {
  const from = 'src/core/model/manifest-schema.ts';
  const schema = await bundle({ entryPoints: [`${root}${from}`], format: 'esm' });
  const asUrl = `data:text/javascript;base64,${Buffer.from(schema).toString('base64')}`;
  const { manifestSchema } = await import(asUrl);

  const ajv = new Ajv2020({
    strict: false,
    allErrors: true,
    messages: false,
    meta: false,
    validateSchema: false,
    addUsedSchema: false,
    logger: false,
    code: { source: true, esm: true, formats: _`formats` },
  });
  ajv.addFormat('safe-address', () => true);
  const code = standaloneCode(ajv, ajv.compile(manifestSchema));
  const text = await bundle({
    stdin: {
      contents: `export function validatorWith(formats) {
${code.replace(/export (?:const validate|default)\b[^;]*;/g, '')}
return validate0; }`,
      resolveDir: root,
      loader: 'js',
    },
    format: 'esm',
  });
  writeGenerated(
    'manifest-errors',
    from,
    `// @ts-nocheck
${text.replace(/export\{(\w+) as validatorWith\};?$/, 'const validatorWith: any=$1;')}

/** What keeps a value from being a mould.json, as a validator of JSON Schema reports it. */
type ManifestErrors = (value: unknown) => readonly {
  readonly keyword: string;
  readonly instancePath: string;
  readonly params: Record<string, unknown>;
}[];

/** @param formats the checks of the formats that the schema names */
export function manifestErrorsWith(
  formats: Readonly<Record<string, (value: string) => boolean>>,
): ManifestErrors {
  const validate = validatorWith(formats);
  return (value) => (validate(value) ? [] : validate.errors);
}
`,
  );
}
