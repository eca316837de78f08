import type { PageNames } from '../style/page-names.ts';

const styleAttribute = /(\sstyle\s*=\s*)("[^"]*"|'[^']*')/gi;
const animation = /(\banimation(?:-name)?\s*:)([^;"']*)/gi;

/** New names that style attributes may speak of. */
export type InlineNames = Pick<PageNames['of'], 'keyframes' | 'dashed'>;

/**
 * Gives style attributes the mould's own names for what its style sheet was given such names for:
 * animations and custom properties.
 */
export function withInlineNames(markup: string, { keyframes, dashed }: InlineNames): string {
  const renamed = (value: string) =>
    value
      .replace(/(?<![\w-])--[\w-]+/g, (name) => dashed.get(name) ?? name)
      .replace(animation, (_, property: string, names: string) => {
        return property + names.replace(/[A-Za-z_][\w-]*/g, (name) => keyframes.get(name) ?? name);
      });
  return markup.replace(
    styleAttribute,
    (_, start: string, value: string) => start + renamed(value),
  );
}

/** True where style attributes of a template speak of names that are new. */
export function speaksOfNew(template: string, names: InlineNames): boolean {
  return withInlineNames(template, names) !== template;
}
