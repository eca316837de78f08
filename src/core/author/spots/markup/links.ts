import type { JsonObject } from '../../../model/json-source.ts';
import { isSafeAddress } from '../../../model/safe-address.ts';
import { type Atom, type Mark, replaced } from '../atom.ts';
import { elementNames } from '../names/element-names.ts';
import { hasWords, isBoundText, type Tree, type TreeElement, type TreeText } from '../tree.ts';
import { attributeMark, cutMark, hole, type MarkupDetector } from './detector.ts';
import { isContent } from './is-content.ts';
import { onlyText } from './only-text.ts';

/** Links: the address, the text where there is one, and whether a new tab opens. */
export const links: MarkupDetector = (element, { tree, isWritten, isInScript }) => {
  const href = element.attributes.get('href');
  if (!href || (element.name !== 'a' && element.name !== 'area')) return [];
  if (isBoundText(href.text) || !isSafeAddress(href.text) || isOwn(tree, href.text)) return [];
  const isSaid = !isWritten(element) && !isNamedBefore(tree, element, href.text);
  const text = isSaid ? (onlyText(element) ?? ownText(element)) : undefined;
  // The top of the page is no place of anybody's (HTML Standard, 7.4.6.4).
  if (/^#top$/i.test(href.text) || (href.text === '#' && !text && !isWaiting(element, isInScript)))
    return [];
  const target = element.attributes.get('target');
  const opens = target?.text === '_blank' ? target : undefined;
  const marks: Mark[] = [attributeMark(href, hole())];
  if (text) marks.push(replaced('template', 'text', text.core, hole()));
  for (const name of ['title', 'aria-label']) {
    const said = element.attributes.get(name);
    // What a tooltip or a screen reader says once more changes with it.
    if (said && text && said.text.trim() === text.text) marks.push(attributeMark(said, hole()));
  }
  if (opens) marks.push(cutMark(tree.source, opens));
  const rel = opens && element.attributes.get('rel');
  if (rel) marks.push(cutMark(tree.source, rel));
  // A new tab is never given this window, so that need not be said.
  const words = rel?.text.split(/\s+/).filter((word) => word !== '' && word !== 'noopener') ?? [];
  const value: JsonObject = {
    href: href.text,
    ...(text ? { text: text.text } : {}),
    ...(opens ? { newTab: true } : {}),
    ...(words.length > 0 ? { rel: words.join(' ') } : {}),
  };
  return [
    {
      kind: 'link',
      value,
      element,
      marks,
      slot: 'link',
      names: linkNames(element, text),
      section: 'Content',
      weight: 0.9,
      why: 'a link',
      same: `link ${href.text} ${text?.text ?? ''}`,
    },
  ];
};

/** True for a link around some content whose address is still to come, and that no script handles. */
function isWaiting(element: TreeElement, isInScript: (word: string) => boolean): boolean {
  const names = [...element.classes, element.attributes.get('id')?.text ?? ''];
  return hasWords(element) && !element.attributes.has('onclick') && !names.some(isInScript);
}

/** True where a number or a mail address leads from other words as well: those are apart, it is one. */
function isNamedBefore({ elements }: Tree, element: TreeElement, href: string): boolean {
  if (!/^(?:tel|mailto):/.test(href)) return false;
  const first = elements.find(
    (one) => one.name === 'a' && one.attributes.get('href')?.text === href && onlyText(one),
  );
  return (
    first !== undefined && first !== element && onlyText(first)?.text !== onlyText(element)?.text
  );
}

/** The words of a link itself, where small print or an icon stands beside them. */
function ownText({ children }: TreeElement): TreeText | undefined {
  const texts = children.filter((one): one is TreeText => one.node === 'text');
  const [only, ...more] = texts.filter(({ text }) => isContent(text));
  const areAsides = children.every(
    (one) =>
      one.node === 'text' ||
      !one.isHtml ||
      /^(?:small|i|sup|sub|span|b|svg|img|br)$/.test(one.name),
  );
  return only && more.length === 0 && areAsides && !isBoundText(only.text) ? only : undefined;
}

/** An address that a press leads to by a handler: `location.href='/book'`. */
const leading =
  /^\s*(?:(?:window|document|self|top)\.)?(?:location(?:\.href)?\s*=\s*|location\.(?:assign|replace)\(\s*|open\(\s*)(['"])([^'"\\]+)\1/;

/** Addresses in handlers: what leads there reads it from the element itself. */
export const pressedAddresses: MarkupDetector = (element, { tree, isWritten }) => {
  const handler = element.attributes.get('onclick');
  if (!handler?.isQuoted || element.attributes.has('href') || element.attributes.has('data-href'))
    return [];
  if (tree.source.slice(handler.value.start, handler.value.end) !== handler.text) return [];
  const found = leading.exec(handler.text);
  const href = found?.[2];
  if (!found || href === undefined || !isSafeAddress(href)) return [];
  const end = handler.value.start + found[0].length;
  const literal = { start: end - href.length - 2, end };
  const insert = element.startTag.start + 1 + element.name.length;
  const address: Mark = {
    start: literal.start + 1,
    end: literal.end - 1,
    in: 'template',
    as: 'attribute',
    drafts: [
      { ...literal, text: () => 'this.dataset.href' },
      { start: insert, end: insert, text: ({ path }) => ` data-href="{~${path}.href~}"` },
    ],
  };
  const text = isWritten(element) ? undefined : onlyText(element);
  return [
    {
      kind: 'link',
      value: { href, ...(text ? { text: text.text } : {}) },
      element,
      slot: 'link',
      marks: [address, ...(text ? [replaced('template', 'text', text.core, hole())] : [])],
      names: linkNames(element, text),
      section: 'Content',
      weight: 0.85,
      why: 'where a press leads',
      same: `link ${href} ${text?.text ?? ''}`,
    },
  ];
};

/** Where a form is sent, and what a frame shows: addresses that differ from site to site. */
export const addresses: MarkupDetector = (element) => {
  const name = { form: 'action', iframe: 'src', blockquote: 'cite' }[element.name];
  const attribute = name === undefined ? undefined : element.attributes.get(name);
  if (!attribute?.text || isBoundText(attribute.text) || !isSafeAddress(attribute.text)) return [];
  if (/^(?:#|about:)/.test(attribute.text)) return [];
  const isFrame = element.name === 'iframe';
  const atom: Atom = {
    kind: 'link',
    value: { href: attribute.text },
    element,
    slot: `attr:${name}`,
    marks: [attributeMark(attribute, hole())],
    names: isFrame ? ['frame address', 'shown page'] : ['sent to', 'form address'],
    section: 'Content',
    weight: element.name === 'blockquote' ? 0.4 : 0.8,
    why: isFrame ? 'the page a frame shows' : 'the address a form is sent to',
  };
  return [atom];
};

function isOwn({ ids }: Tree, href: string): boolean {
  return href.startsWith('#') && href.length > 1 && ids.has(decode(href.slice(1)));
}

function decode(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

function linkNames(element: TreeElement, text: TreeText | undefined): string[] {
  const scheme = /^(tel|mailto|sms):/.exec(element.attributes.get('href')?.text ?? '')?.[1];
  const byScheme = { tel: 'telephone', mailto: 'mail', sms: 'message' }[scheme ?? ''];
  const own = elementNames(element);
  const words = text && text.text.length <= 24 ? [`${text.text} link`] : [];
  const named = text ? own : own.map((name) => `${name} link`);
  return [...(byScheme ? [byScheme] : []), ...named, ...words];
}
