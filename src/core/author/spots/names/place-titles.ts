import type { TreeElement } from '../tree.ts';
import { isButton } from './pressed.ts';
import type { TitleLook } from './titles.ts';

/** What an element is for (HTML Standard, 4), as people who fill forms say it. */
export const roles: Readonly<Record<string, string>> = {
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  h5: 'heading',
  h6: 'heading',
  button: 'button',
  a: 'link',
  area: 'link',
  img: 'picture',
  image: 'picture',
  svg: 'icon',
  video: 'film',
  audio: 'sound',
  iframe: 'embedded page',
  label: 'label',
  legend: 'legend',
  caption: 'heading',
  figcaption: 'caption',
  summary: 'heading',
  cite: 'source',
  blockquote: 'quote',
  q: 'quote',
  time: 'time',
  address: 'address',
  small: 'note',
  dt: 'label',
  dd: 'value',
  option: 'option',
  th: 'heading',
  optgroup: 'group',
  output: 'value',
};

/** What a text is by where it stands among the others. */
export function placeTitle(element: TreeElement, text: string, { tree }: TitleLook): string {
  if (roles[element.name] && element.name !== 'small') return roles[element.name] ?? '';
  const words = text.split(/\s+/).length;
  if (isWithin(element, 'figcaption')) return words > 3 ? 'caption text' : 'caption';
  if (isAnnounced(element)) return words <= 6 ? 'heading' : 'message';
  const headings = tree.elements.filter(({ name }) => /^h[1-6]$/.test(name));
  const [heading] = headings;
  const last = tree.elements.findLast(
    (one) => one.isHtml && one.children.some(({ node }) => node === 'text') && !isButton(one),
  );
  const isLast = last !== undefined && (last === element || contains(element, last));
  if (heading && element.start < heading.start) return words <= 6 ? 'small heading' : 'text';
  if (element.name === 'small') return isLast ? 'small print' : 'note';
  const before =
    heading &&
    tree.elements.filter((one) => one.start > heading.start && one.start < element.start);
  const isFirst = !tree.elements.some((one) => one.start < element.start && hasOwnText(one));
  const isAlone = tree.elements.filter(hasOwnText).length === 1;
  if (!heading && isFirst && !isAlone && words <= 8 && !/[.,;:]$/.test(text)) return 'heading';
  const isNext = before?.every(
    (one) => (!hasOwnText(one) && one.name !== 'li') || contains(heading as TreeElement, one),
  );
  if (isNext && words > 3) return 'introduction';
  if (isLast && words > 2) return 'closing line';
  return 'text';
}

/** WAI-ARIA 1.2: what a dialog or an alert says. */
function isAnnounced({ parent, attributes }: TreeElement): boolean {
  const role = attributes.get('role')?.text ?? '';
  return (
    /^(?:dialog|alertdialog|alert|status)$/.test(role) ||
    (parent !== undefined && parent.name !== '' && isAnnounced(parent))
  );
}

function isWithin({ parent }: TreeElement, name: string): boolean {
  return parent !== undefined && (parent.name === name || isWithin(parent, name));
}

function hasOwnText({ children }: TreeElement): boolean {
  return children.some(({ node }) => node === 'text');
}

function contains(a: TreeElement, b: TreeElement): boolean {
  return a.start <= b.start && b.end <= a.end;
}
