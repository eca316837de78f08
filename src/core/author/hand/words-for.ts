import type { ScriptNode, Syntax } from '../../compile/script/syntax.ts';
import type { Mould } from '../../model/mould.ts';
import { findSpots } from '../bind/find-spots.ts';
import { camelName, titleWords } from '../spots/names/words.ts';
import type { TreeElement } from '../spots/tree.ts';
import type { Reading, Stand } from './stand.ts';

/** What a field of a place would be called. */
export interface Words {
  readonly name: string;
  readonly title: string;
}

const tags: Readonly<Record<string, string>> = {
  a: 'link',
  button: 'button',
  img: 'picture',
  p: 'text',
  span: 'text',
  div: 'box',
  li: 'item',
  ul: 'list',
  ol: 'list',
  svg: 'icon',
  i: 'icon',
  video: 'film',
  audio: 'sound',
  figcaption: 'caption',
  h1: 'heading',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  h5: 'heading',
  h6: 'heading',
};

/** Attributes by words, where they are none themselves. */
const attributes: Readonly<Record<string, string>> = {
  r: 'radius',
  rx: 'corner radius',
  cx: 'x',
  cy: 'y',
  d: 'drawing',
  src: 'file',
  href: 'link',
};

/** A name and a title for what stands at a place: the finder's, where it knows the place. */
export function wordsFor(mould: Mould, reading: Reading, stand: Stand): Words {
  const spot = findSpots(mould).find(({ places }) =>
    places.some(({ start, end, file }) => {
      const isIn = file.startsWith(stand.in);
      return isIn && start === stand.range.start && end === stand.range.end;
    }),
  );
  if (spot) return { name: spot.field, title: spot.title };
  const said = saidOf(reading, stand) || 'value';
  return { name: camelName(said) || 'value', title: titleWords(said) || 'Value' };
}

function saidOf(reading: Reading, stand: Stand): string {
  switch (stand.as) {
    case 'text':
      return `${elementWords(stand.element)} text`.replace(
        /^(?:text|heading|caption) text$/,
        (one) => one.replace(' text', ''),
      );
    case 'element':
      return elementWords(stand.element);
    case 'class':
      return `${elementWords(stand.element)} look`;
    case 'attribute':
      return `${elementWords(stand.element)} ${attributes[stand.attribute.name] ?? stand.attribute.name.replace(/^(?:data|aria)-/, '')}`;
    case 'value': {
      const selector = stand.declaration?.rule?.written[0] ?? '';
      const [last = ''] = selector.match(/[\w-]+(?=[^\w-]*$)/) ?? [];
      const about = stand.element ? elementWords(stand.element) : (tags[last] ?? last);
      const property = stand.property
        .replace(/^--/, '')
        .replace(/^(?:font|background|border)-(?=color|size|style|weight)/, (one) =>
          one === 'font-' ? 'text-' : one,
        );
      return `${about} ${property}${shorthandPart(reading, stand)}`;
    }
    case 'literal':
      return literalWords(reading, stand.whole.start);
  }
}

/** Which part of a line's shorthand a value is (CSS Backgrounds 3, 4.4). */
function shorthandPart(reading: Reading, stand: Extract<Stand, { as: 'value' }>): string {
  if (!/^(?:border(?:-(?:top|right|bottom|left|block|inline).*)?|outline)$/.test(stand.property))
    return '';
  const source = stand.in === 'style' ? reading.style.text : reading.tree.source;
  const value = source.slice(stand.range.start, stand.range.end);
  if (/\s/.test(value)) return '';
  if (/^-?[\d.]/.test(value)) return ' width';
  return /^[a-z]+$/i.test(value) ? ' style' : '';
}

function elementWords({ name, classes, attributes }: TreeElement): string {
  const [own] = classes.filter((one) => !/[:[\]/]|-\d/.test(one));
  const id = attributes.get('id')?.text;
  const word = own?.split('__').at(-1)?.split('--')[0] ?? id;
  return word || tags[name] || name;
}

/** What the script calls what a literal is given to. */
function literalWords({ script }: Reading, start: number): string {
  const all = ['Literal', 'TemplateLiteral', 'UnaryExpression'].flatMap((type) => script.of(type));
  let at: ScriptNode | undefined = all.find(({ node }) => node.start === start);
  for (; at?.parent; at = at.parent) {
    const { node } = at.parent;
    const named = (node.id ?? node.key ?? node.left ?? node.property) as Syntax | undefined;
    if (named && named !== at.node) return nameOf(named);
    if (node.type === 'CallExpression' && at.node !== node.callee)
      return nameOf(node.callee as Syntax);
  }
  return '';
}

function nameOf(node: Syntax): string {
  if (node.type === 'Identifier') return String(node.name);
  if (node.type === 'MemberExpression') return nameOf(node.property as Syntax);
  return typeof node.value === 'string' ? node.value : '';
}
