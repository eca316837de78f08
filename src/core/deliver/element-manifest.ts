import type { ReadyMould } from '../compile/ready-mould.ts';
import { type Field, fieldsBelow } from '../model/field.ts';
import { pascalCase, typeOfValue } from '../model/values/values-types.ts';
import { type ElementField, elementFields, tagNameOf } from './element-facts.ts';

/** What the element says, by the name of the event. */
const events: Readonly<Record<string, readonly [type: string, description: string]>> = {
  'km-ready': ['Event', 'It is there, and its script has run.'],
  'km-restart': ['Event', 'It has started afresh, since its values changed.'],
  'km-problems': ['CustomEvent', 'Values were not taken; detail has the findings.'],
};

/** What a module says of its element, for editors and catalogues (Custom Elements Manifest 1). */
export function elementManifest(ready: ReadyMould): string {
  const { name, title, root, slots, declaredSlots } = ready;
  const className = pascalCase(name);
  const fields = elementFields(root).map((one) => ({ ...one, field: fieldAt(root, one) }));
  const about = ({ title: words, declared }: Field) =>
    typeof declared.description === 'string' ? `${words}. ${declared.description}` : words;
  const declaration = {
    kind: 'class',
    name: className,
    description: title,
    customElement: true,
    tagName: tagNameOf(name),
    superclass: { name: 'HTMLElement' },
    attributes: fields.map(({ attribute, property, field }) => ({
      name: attribute,
      type: { text: typeOfValue(field) },
      description: about(field),
      ...(property === undefined ? {} : { fieldName: property }),
    })),
    members: [
      ...fields.flatMap(({ property, field }) =>
        property === undefined
          ? []
          : [
              {
                kind: 'field',
                name: property,
                type: { text: typeOfValue(field) },
                default: JSON.stringify(field.default),
                description: about(field),
              },
            ],
      ),
      {
        kind: 'field',
        name: 'values',
        type: { text: `${className}Values` },
        description: 'All values that were given, by field.',
      },
    ],
    events: Object.entries(events).map(([event, [type, description]]) => ({
      name: event,
      type: { text: type },
      description,
    })),
    slots: slots.map((slot) => ({ name: slot, description: declaredSlots[slot]?.title ?? slot })),
  };
  const path = `${name}.js`;
  return `${JSON.stringify(
    {
      schemaVersion: '1.0.0',
      modules: [
        {
          kind: 'javascript-module',
          path,
          declarations: [declaration],
          exports: [
            { kind: 'js', name: className, declaration: { name: className } },
            {
              kind: 'custom-element-definition',
              name: declaration.tagName,
              declaration: { name: className, module: path },
            },
          ],
        },
      ],
    },
    null,
    2,
  )}\n`;
}

/** The type declarations of a module with an element. */
export function elementTypes(
  ready: ReadyMould,
  values: { readonly name: string; readonly text: string },
): string {
  const className = pascalCase(ready.name);
  const members = elementFields(ready.root).flatMap((one) =>
    one.property === undefined
      ? []
      : [
          `  /** ${fieldAt(ready.root, one).title.replaceAll('*/', '* /')} */\n  ${keyOf(one.property)}: ${values.name}[${JSON.stringify(one.path)}];`,
        ],
  );
  return `${values.text}
export declare class ${className} extends HTMLElement {
${members.join('\n')}
  /** All values that were given, by field. */
  values: ${values.name};
}

/** Defines the element under another name as well. */
export declare function define(tagName: string): void;

declare global {
  interface HTMLElementTagNameMap {
    ${JSON.stringify(tagNameOf(ready.name))}: ${className};
  }
}
`;
}

function fieldAt(root: Field, { path }: ElementField): Field {
  return fieldsBelow(root).find((field) => field.path === path) as Field;
}

function keyOf(name: string): string {
  return /^[A-Za-z_$][\w$]*$/.test(name) ? name : JSON.stringify(name);
}
