import { type Field, membersOf } from '../field.ts';
import type { JsonObject } from '../json-source.ts';
import type { KindName } from '../kinds.ts';

/** Types of values that are neither text nor made of members. */
const plain: Partial<Record<KindName, string>> = {
  number: 'number',
  switch: 'boolean',
  length: 'string | number',
  duration: 'string | number',
  lineheight: 'string | number',
  weight: 'string | number',
};

/** Kinds that also accept their main member alone. */
const bare: ReadonlySet<KindName> = new Set<KindName>([
  'link',
  'image',
  'media',
  'icon',
  'fill',
  'typeface',
]);

/** The types of a mould's values, and what they are called. */
export function valuesTypesOf(mould: {
  readonly name: string;
  readonly title: string;
  readonly version: string;
  readonly root: Field;
}): { readonly name: string; readonly text: string } {
  const { title, version, root } = mould;
  const name = `${pascalCase(mould.name)}Values`;
  const about = `/** Values of a cast of ${title.replaceAll('*/', '* /')}, version ${version}. */`;
  const body = bodyOf(root, membersOf(root, undefined), '');
  return { name, text: `${about}\nexport interface ${name} ${body}\n` };
}

/** `sunday-board` as `SundayBoard`. */
export function pascalCase(name: string): string {
  return name
    .split(/[-_]+/)
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
}

/** The type of one value. */
export function typeOfValue(field: Field): string {
  return typeOf(field, '');
}

function bodyOf(
  field: Field,
  names: readonly string[],
  indent: string,
  fixed: JsonObject = {},
): string {
  const inner = `${indent}  `;
  const lines = field.members
    .filter(({ name, kind }) => names.includes(name) && !kind.isValueless)
    .map((member) => {
      const { name, title, required } = member;
      const is = fixed[name];
      if (is !== undefined) return `${inner}${keyOf(name)}: ${JSON.stringify(is)};`;
      const type = typeOf(member, inner) + (required ? '' : ' | null');
      const about = title === name ? '' : `${inner}/** ${title.replaceAll('*/', '* /')} */\n`;
      return `${about}${inner}${keyOf(name)}?: ${type};`;
    });
  return `{\n${lines.join('\n')}\n${indent}}`;
}

function typeOf(field: Field, indent: string): string {
  const { kind, kindName, members, row, shapes, declared } = field;
  if (row) return `readonly (${typeOf(row, indent)})[]`;
  if (kind.options) {
    return kind
      .options(declared)
      .map((one) => JSON.stringify(one))
      .join(' | ');
  }
  if (shapes) {
    const { by, all } = shapes;
    return all
      .map(({ is, members: names }) => bodyOf(field, names, indent, { [by]: is }))
      .join(' | ');
  }
  if (members.length === 0) return kind.isGroup ? '{}' : (plain[kindName] ?? 'string');
  const body = bodyOf(field, membersOf(field, undefined), indent);
  return bare.has(kindName) ? `string | ${body}` : body;
}

function keyOf(name: string): string {
  return /^[A-Za-z_$][\w$]*$/.test(name) ? name : JSON.stringify(name);
}
