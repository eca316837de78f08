import type { PageNames } from '../style/page-names.ts';

const styleAttribute = /(\sstyle\s*=\s*)("[^"]*"|'[^']*')/gi;
const animation = /(\banimation(?:-name)?\s*:)([^;"']*)/gi;

/**
 * Gives style attributes the mould's own names for what its style sheet was given such names for:
 * animations and custom properties. Undefined where the template's attributes speak of none.
 */
export function inlineNames(
  template: string,
  { keyframes, dashed }: PageNames['of'],
): ((markup: string) => string) | undefined {
  const renamed = (value: string) =>
    value
      .replace(/(?<![\w-])--[\w-]+/g, (name) => dashed.get(name) ?? name)
      .replace(animation, (_, property: string, names: string) => {
        return property + names.replace(/[A-Za-z_][\w-]*/g, (name) => keyframes.get(name) ?? name);
      });
  const inAttributes = (markup: string) =>
    markup.replace(styleAttribute, (_, start: string, value: string) => start + renamed(value));
  return inAttributes(template) === template ? undefined : inAttributes;
}
