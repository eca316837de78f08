// What editors and catalogues know of the elements: a Custom Elements Manifest, read from their types.
import { readFileSync, writeFileSync } from 'node:fs';
import { root } from './root.mjs';

/** The attributes of properties; all other properties have none. */
const attributes = {
  'km-form': {
    language: 'language',
    delay: 'delay',
    disabled: 'disabled',
    readOnly: 'readonly',
    name: 'name',
  },
  'km-preview': { language: 'language', framePage: 'frame-page' },
};

const looks = [
  'paper',
  'bench',
  'line',
  'ink',
  'soft',
  'kiln',
  'patina',
  'warn',
  'fault',
  'sans',
  'mono',
]
  .concat(['size', 'radius', 'gap', 'pad', 'control'])
  .map((name) => ({ name: `--km-${name}` }));

/** Writes dist/custom-elements.json. */
export async function makeElementsManifest() {
  const { formPartNames, previewPartNames } = await import(
    new URL('../../dist/elements/parts.js', import.meta.url).href
  );
  const modules = [
    moduleOf('km-form', 'KmForm', 'form', formPartNames),
    moduleOf('km-preview', 'KmPreview', 'preview', previewPartNames),
  ];
  const manifest = { schemaVersion: '2.1.0', modules };
  writeFileSync(`${root}dist/custom-elements.json`, `${JSON.stringify(manifest, null, 2)}\n`);
}

function moduleOf(tagName, name, file, parts) {
  const path = `dist/ui/${file}.js`;
  const types = readFileSync(`${root}dist/elements/${file}/${file}-element.d.ts`, 'utf8');
  const members = membersIn(types, `${name}Element`);
  const own = attributes[tagName];
  return {
    kind: 'javascript-module',
    path,
    declarations: [
      {
        kind: 'class',
        customElement: true,
        tagName,
        name,
        superclass: { name: 'HTMLElement' },
        members,
        attributes: members.flatMap((one) =>
          own[one.name]
            ? [{ ...one, kind: undefined, name: own[one.name], fieldName: one.name }]
            : [],
        ),
        events: membersIn(types, `${name}EventMap`).map(({ name: event, type, description }) => ({
          name: event.replaceAll("'", ''),
          type,
          ...(description ? { description } : {}),
        })),
        slots: [
          { name: 'header', description: 'Above everything.' },
          { name: 'footer', description: 'Below everything.' },
        ],
        cssParts: Object.keys(parts).map((part) => ({ name: part })),
        cssProperties: looks,
      },
    ],
    exports: [
      { kind: 'js', name, declaration: { name } },
      { kind: 'custom-element-definition', name: tagName, declaration: { name } },
    ],
  };
}

/** The members of an interface, with what their comments say. */
function membersIn(types, name) {
  const [, body = ''] =
    new RegExp(`interface ${name}[^{]*\\{\\n([\\s\\S]*?)\\n\\}`).exec(types) ?? [];
  const found = new Map();
  let description;
  const each =
    /^ {4}(?:\/\*\*\s*([\s\S]*?)\s*\*\/|(get |set )?(?:readonly )?('?[\w-]+'?)(\(\))?(?:<[^>]*>)?(\([^)]*\))?\??(?:: ([^;]*))?;)/gm;
  for (const [, said, accessor, member, empty, parameters, type] of body.matchAll(each)) {
    if (said !== undefined) {
      description = said.replace(/\s*\n\s*\*\s*/g, ' ');
      continue;
    }
    if (member !== 'addEventListener' && !found.has(member)) {
      const isMethod = accessor === undefined && (empty ?? parameters) !== undefined;
      found.set(member, {
        kind: isMethod ? 'method' : 'field',
        name: member,
        ...(type && !isMethod ? { type: { text: type } } : {}),
        ...(description ? { description } : {}),
      });
    }
    description = undefined;
  }
  return [...found.values()];
}
