import {
  attributeOf,
  attributeStart,
  isWithin,
  type MarkupElement,
  textOf,
} from '../../sources/markup-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** Pictures that say nothing to who does not see them. */
export const noAlt: Check = ({ markup }) =>
  markup.named('img', 'input', 'area').flatMap((element): Flaw[] => {
    const { name, isHtml } = element;
    const isPicture =
      name === 'img' ||
      (name === 'input' && attributeOf(element, 'type')?.toLowerCase() === 'image') ||
      (name === 'area' && attributeOf(element, 'href') !== undefined);
    if (!isHtml || !isPicture || attributeOf(element, 'alt') !== undefined) return [];
    if (isHidden(element) || isNamed(element)) return [];
    return [flaw(markup, element.start, 'markup/no-alt', { name })];
  });

function isHidden(element: MarkupElement): boolean {
  const role = attributeOf(element, 'role');
  if (role === 'presentation' || role === 'none') return true;
  for (let at: MarkupElement | undefined = element; at; at = at.parent) {
    if (attributeOf(at, 'aria-hidden') === 'true' || attributeOf(at, 'hidden') !== undefined)
      return true;
  }
  return false;
}

function isNamed(element: MarkupElement): boolean {
  return ['aria-label', 'aria-labelledby', 'title'].some((name) => attributeOf(element, name));
}

/** Headings whose level is fixed, though each page has its own outline. */
export const headingLevel: Check = ({ markup }) => {
  const fixed = markup
    .named('h1', 'h2', 'h3', 'h4', 'h5', 'h6')
    .filter((one) => one.isHtml && attributeOf(one, 'km-as') === undefined);
  const [first] = fixed;
  if (!first) return [];
  const levels = [...new Set(fixed.map(({ name }) => name))].sort().join(', ');
  return [flaw(markup, first.start, 'markup/heading-rank', { levels })];
};

/** Links to a new tab that leave the page within its reach. */
export const newTab: Check = ({ markup }) =>
  markup.having('target').flatMap(({ element }): Flaw[] => {
    const { name, startTag } = element;
    if (!['a', 'area', 'form'].includes(name)) return [];
    if (attributeOf(element, 'target')?.toLowerCase() !== '_blank') return [];
    const rel = attributeOf(element, 'rel');
    if (/\b(?:noopener|noreferrer|opener)\b/i.test(rel ?? '') || /\{~/.test(rel ?? '')) return [];
    const at = attributeStart(element, 'target');
    const bare = markup.text[startTag.end - 2] === '/' ? 2 : 1;
    const end = startTag.end - bare;
    const edit = { start: end, end, text: ' rel="noopener"' };
    return [flaw(markup, at, 'markup/new-tab', {}, rel === undefined ? [edit] : undefined)];
  });

/** Classes by which common sets of icons are called for, and words in their files' names. */
const iconSets: readonly (readonly [RegExp, string, RegExp])[] = [
  [/^fa[srlbdt]?$|^fa-(?:solid|regular|brands|light)$/, 'Font Awesome', /font-?awesome|\bfa\b/i],
  [/^bi$/, 'Bootstrap Icons', /bootstrap-icons/i],
  [/^material-(?:icons|symbols)(?:-\w+)?$/, 'Material Icons', /material[+ -]?(?:icons|symbols)/i],
  [/^glyphicon$/, 'Glyphicons', /bootstrap|glyphicon/i],
  [/^(?:ti|tabler-icon)$/, 'Tabler Icons', /tabler/i],
  [/^mdi$/, 'Material Design Icons', /materialdesignicons|mdi/i],
  [/^ion(?:icons)?$/, 'Ionicons', /ionicons/i],
  [/^(?:ri|remixicon)$|^ri-[\w-]+-(?:line|fill)$/, 'Remix Icon', /remixicon/i],
  [/^bx[sl]?$/, 'Boxicons', /boxicons/i],
  [/^dashicons$/, 'Dashicons', /dashicons/i],
];

/** Icons that a class calls for, while neither style nor library brings their font. */
export const noIcons: Check = ({ markup, style, manifest }) =>
  iconSets.flatMap(([pattern, called, source]) => {
    const name = [...markup.classes.keys()].find((one) => pattern.test(one));
    if (name === undefined || style.classes.has(name)) return [];
    const loaded = JSON.stringify([manifest.libraries ?? [], manifest.fonts ?? []]);
    if (source.test(loaded) || source.test(importsOf(style.atRules))) return [];
    const isEmpty = markup.elements.some(
      (one) => attributeOf(one, 'class')?.split(/\s+/).includes(name) && isIconLike(one),
    );
    if (!isEmpty) return [];
    return [flaw(markup, markup.classes.get(name) ?? 0, 'markup/no-icons', { name, called })];
  });

function importsOf(rules: readonly { name: string; prelude: string }[]): string {
  return rules.map(({ name, prelude }) => (name === 'import' ? prelude : '')).join(' ');
}

/** Empty, or containing only the name of an icon. */
function isIconLike(element: MarkupElement): boolean {
  return !isWithin(element, 'svg') && /^[a-z_0-9]*$/.test(textOf(element.node));
}
