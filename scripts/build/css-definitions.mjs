// The definitions of CSS that css-tree holds, as data: all of them, and those that values of fields need.

import { parse, walk } from 'css-tree/definition-syntax';
import definitions from 'css-tree/definition-syntax-data';
import { bundle } from './bundle.mjs';
import { root, writeGenerated } from './root.mjs';

const { types, properties, atrules } = definitions;

/** Writes src/generated/css-definitions.ts, css-types.ts and css-properties.ts. */
export async function makeCssDefinitions() {
  write('css-definitions', 'cssDefinitions', { types, properties, atrules });
  write('css-properties', 'cssProperties', Object.keys(properties));
  write('css-types', 'cssTypes', await typesOfFields());
}

function write(name, called, data) {
  // A text that is parsed when it is loaded takes half of the time of a literal of that size.
  const text = JSON.stringify(JSON.stringify(data));
  const type = Array.isArray(data) ? 'readonly string[]' : 'CssData';
  const head = Array.isArray(data)
    ? ''
    : `
interface CssData {
  readonly types: Readonly<Record<string, string>>;
  readonly properties?: Readonly<Record<string, string>>;
  readonly atrules?: Readonly<Record<string, object>>;
}
`;
  writeGenerated(
    name,
    'css-tree',
    `${head}\nexport const ${called}: ${type} = JSON.parse(${text});\n`,
    'css-definitions',
  );
}

/** The definitions that the formats of fields name, and all that these are made of. */
async function typesOfFields() {
  const from = `${root}src/core/model/values/css-formats.ts`;
  const code = await bundle({ entryPoints: [from], format: 'esm' });
  const { cssFormats } = await import(
    `data:text/javascript;base64,${Buffer.from(code).toString('base64')}`
  );
  const all = { Type: types, Property: properties };
  const found = { Type: {}, Property: {} };
  const waiting = Object.values(cssFormats);
  while (waiting.length > 0) {
    walk(parse(waiting.pop()), ({ type, name }) => {
      if (!found[type] || name in found[type] || !(name in all[type])) return;
      found[type][name] = all[type][name];
      waiting.push(all[type][name]);
    });
  }
  return { types: found.Type, properties: found.Property };
}
