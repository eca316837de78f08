import type { Field } from '../../model/field.ts';

/** What a field is called in a form; '' where its custom property says as much. */
export function titleOf({ declared, property }: Field): string {
  const title = String(declared.title ?? '');
  const words = (text: string) => text.toLowerCase().match(/[\p{L}\d]+/gu) ?? ([] as string[]);
  const said = words(property);
  return words(title).every((word) => said.includes(word)) ? '' : title;
}

/** The defaults of fields, each with its title; a site may set them, where they are not sealed. */
export function fieldRule(
  self: string,
  defaults: readonly string[],
  titles: ReadonlyMap<string, string>,
): string {
  if (defaults.length === 0) return '';
  const comment = (text: string) => `/* ${text.replace(/\*\//g, '* /').replace(/\s+/g, ' ')} */`;
  const lines = defaults.map((one) => {
    const title = titles.get(one.slice(0, one.indexOf(':')));
    return `  ${one};${title ? ` ${comment(title)}` : ''}`;
  });
  return ['/* Fields */', `${self} {`, ...lines, '}'].join('\n');
}
