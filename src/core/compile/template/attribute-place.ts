import type { Element } from './markup.ts';

/** What an attribute's value is to a browser; decides what may be written there, and how. */
export type AttributePlace =
  | 'plain'
  | 'boolean'
  | 'enumerated'
  | 'address'
  | 'picture'
  | 'addresses'
  | 'candidates'
  | 'class'
  | 'option'
  | 'style'
  | 'handler'
  | 'markup'
  | 'code';

/** HTML Standard, index of attributes: those whose value is a URL. */
const addresses = new Set([
  'action',
  'background',
  'cite',
  'data',
  'formaction',
  'href',
  'longdesc',
  'manifest',
  'poster',
  'src',
  'usemap',
  'xlink:href',
  // SVG animation can write its values into an href.
  'from',
  'to',
  'by',
  'values',
]);

/** HTML Standard, index of attributes: those marked as boolean attributes. */
const booleans = new Set([
  'allowfullscreen',
  'async',
  'autofocus',
  'autoplay',
  'checked',
  'controls',
  'default',
  'defer',
  'disabled',
  'formnovalidate',
  'hidden',
  'inert',
  'ismap',
  'itemscope',
  'loop',
  'multiple',
  'muted',
  'nomodule',
  'novalidate',
  'open',
  'playsinline',
  'readonly',
  'required',
  'reversed',
  'selected',
  'shadowrootclonable',
  'shadowrootdelegatesfocus',
]);

/** Attributes that say false by the word, not by their absence. */
const enumerated = /^(?:aria-.+|contenteditable|draggable|spellcheck|writingsuggestions)$/;

/** Elements whose address loads code into the page or changes how the page reads addresses. */
const loaders = new Set(['script', 'base', 'meta', 'embed', 'object']);

/** True where nothing but a picture can come of an address. */
function showsPicture({ name, isHtml }: Element, attribute: string): boolean {
  if (!isHtml) return name === 'image' && /^(?:xlink:)?href$/.test(attribute);
  return attribute === 'poster' || (attribute === 'src' && (name === 'img' || name === 'input'));
}

/** Says what an attribute's value is to a browser. */
export function attributePlace(element: Element, name: string): AttributePlace {
  if (name.startsWith('on')) return 'handler';
  if (name === 'srcdoc') return 'markup';
  if (name === 'style') return 'style';
  if (name === 'srcset' && element.isHtml) return 'candidates';
  if (name === 'imagesrcset' || name === 'ping' || name === 'archive') return 'addresses';
  if (name === 'class') return 'class';
  if (loaders.has(element.name) && (addresses.has(name) || name === 'content')) return 'code';
  if (element.name === 'link' && name === 'href') return 'code';
  if (name === 'from' || name === 'to' || name === 'by' || name === 'values') {
    return element.isHtml ? 'plain' : 'address';
  }
  if (showsPicture(element, name)) return 'picture';
  if (addresses.has(name)) return 'address';
  if (name === 'value' && element.name === 'option') return 'option';
  if (element.isHtml && booleans.has(name)) return 'boolean';
  return enumerated.test(name) ? 'enumerated' : 'plain';
}

/** Places that take no value, with the words to say so. */
export const closedPlaces: Partial<Record<AttributePlace, { where: string; hint: string }>> = {
  handler: {
    where: 'an event-handler attribute',
    hint: 'Read mould.values in script.js, or write the value into a data- attribute.',
  },
  markup: {
    where: 'srcdoc',
    hint: 'Put the markup into the template itself.',
  },
  addresses: {
    where: 'a list of addresses',
    hint: 'Bind src or href instead.',
  },
  code: {
    where: 'an address that the page loads code or settings from',
    hint: 'Write the address itself, or list the file under libraries in mould.json.',
  },
};
