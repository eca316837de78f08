import { type DefaultTreeAdapterTypes, parseFragment } from 'parse5';
import type { Range } from '../../text/edits.ts';
import { memoizeByName } from '../../text/memoize.ts';
import { colorKey } from '../spots/style/values.ts';

/** How the page of one markup differs from that of another. */
export interface Difference {
  /** Where in the template the first difference is, as far as that can be told. */
  readonly at?: Range | undefined;
}

/** Two casts: one of a template, and what is to make the same page. */
export interface Pair {
  readonly before: string;
  readonly after: string;
  /** The style of the other. */
  readonly style: string;
  /** The script of both. */
  readonly script: string;
  /** What the first is a cast of. */
  readonly template: string;
}

/** True for casts that make the same page, but for the order of attributes and of classes. */
export function isSamePage(pair: Pair): boolean {
  return compare(pair, lookOf(pair)) === undefined;
}

/** The first thing in which two casts make another page. */
export function differenceOf(pair: Pair): Difference | undefined {
  const look = lookOf(pair);
  const found = compare(pair, look);
  if (!found || found.at === undefined) return found && {};
  return { at: placeOf(pair.template, look, found.at, found.length) };
}

function lookOf({ after, style, script, template }: Pair): Look {
  const classes = [...after.matchAll(/\bclass=(["'])(.*?)\1/gis)].map(([, , names = '']) => names);
  const words = new Set(classes.join(' ').split(/\s+/));
  return {
    // A class that nothing speaks of any more may be gone.
    isGone: (name) => !words.has(name) && !style.includes(name),
    // What rows set for their own style is new.
    isNew: (property) => !template.includes(property),
    isMute: memoizeByName((name) => !style.includes(`[${name}`) && isReadAsText(script, name)),
  };
}

/** The first token that is another, of so many; without one where only blanks are others. */
function compare({ before, after }: Pair, look: Look) {
  const [one, other] = [shapeOf(before, look), shapeOf(after, look)];
  const length = one.tokens.length;
  for (let at = 0; at < Math.max(length, other.tokens.length); at += 1) {
    if (one.tokens[at] !== other.tokens[at]) return { at, length };
  }
  const gaps = Math.abs(one.gaps - other.gaps);
  const most = Math.max(2, Math.max(one.gaps, other.gaps) * 0.3);
  return gaps <= most ? undefined : { at: undefined, length };
}

interface Look {
  readonly isGone: (className: string) => boolean;
  readonly isNew: (property: string) => boolean;
  /** True for an attribute of data that says the same where it is empty as where it is not there. */
  readonly isMute: (name: string) => boolean;
}

/** Where in a template a token of its cast comes from, with the one before it. */
function placeOf(template: string, look: Look, at: number, length: number): Range | undefined {
  const { tokens, places } = shapeOf(template, look, true);
  // Where a template has several roots, a cast stands in an element of its own.
  const around = (length - tokens.length) / 2;
  if (around !== 0 && around !== 1) return undefined;
  const last = places.length - 1;
  const placeAt = (index: number) => places[Math.min(Math.max(index - around, 0), last)];
  const [from, to] = [placeAt(at - 1), placeAt(at)];
  return from && to && { start: from.start, end: Math.max(from.end, to.end) };
}

/** Elements, attributes and words, each with its place; blanks between elements are counted. */
function shapeOf(markup: string, look: Look, sourceCodeLocationInfo = false) {
  const tokens: string[] = [];
  const places: Range[] = [];
  let gaps = 0;
  const add = (token: string, start = 0, end = 0) => {
    tokens.push(token);
    places.push({ start, end });
  };
  const visit = (node: DefaultTreeAdapterTypes.ChildNode) => {
    const at = node.sourceCodeLocation;
    if ('value' in node) {
      const text = node.value.replace(/[\t\n\f\r ]+/g, ' ').trim();
      if (text === '') gaps += 1;
      else add(text, at?.startOffset, at?.endOffset);
    } else if ('tagName' in node) {
      const attributes = node.attrs.map((one) => attribute(one, look)).filter((one) => one !== '');
      const tag = (at && 'startTag' in at ? at.startTag : undefined) ?? at;
      for (const token of [`<${node.tagName}`, ...attributes.sort()]) {
        add(token, tag?.startOffset, tag?.endOffset);
      }
      const content = 'content' in node ? node.content.childNodes : node.childNodes;
      for (const child of content) visit(child);
      add('>', tag?.startOffset, at?.endOffset);
    }
  };
  for (const node of parseFragment(markup, { sourceCodeLocationInfo }).childNodes) visit(node);
  return { tokens, places, gaps };
}

/** True where script puts an attribute of data into text, or takes something else if it is empty. */
function isReadAsText(script: string, name: string): boolean {
  const key = name.slice('data-'.length).replace(/-([a-z])/g, (_, letter) => letter.toUpperCase());
  const reads = [...script.matchAll(new RegExp(`\\bdataset\\.${key}\\b`, 'g'))];
  if (script.includes(name) || reads.length === 0) return false;
  return reads.every(({ index, 0: read }) => {
    const isText = /\b(?:textContent|innerText)\s*=\s*[\w$.[\]]*$/.test(script.slice(0, index));
    return isText || /^\s*\|\|/.test(script.slice(index + read.length));
  });
}

/** JSON without what is blank in it. */
function plainJson(text: string): string {
  try {
    return JSON.stringify(JSON.parse(text));
  } catch {
    return text;
  }
}

/** What may be a colour; words and functions that are none stay as they are. */
const colorLike = /#[\da-f]{3,8}\b|\b[a-z]+(?:\([^()]*\))?/gi;
const holdsColor = /^(?:fill|stroke|color|bgcolor|(?:stop|flood|lighting)-color)$/;

function attribute(
  { name, value }: { readonly name: string; readonly value: string },
  { isGone, isNew, isMute }: Look,
): string {
  // A picture in a list is written with what all have, where some say nothing.
  if (name === 'alt' && value === '') return '';
  if (value === '' && name.startsWith('data-') && isMute(name)) return '';
  if (/^\s*[[{]/.test(value)) return `${name}=${plainJson(value)}`;
  // A drawing written by its kind is kept from screen readers, as drawings without words are, or is
  // said to be a picture.
  // Handlers, and what marks a cast, are written otherwise.
  if (name === 'role' && value === 'img') return '';
  // A parser of HTML needs no names of XML, and drawings take the focus by none.
  if (/^(?:xmlns|xlink|focusable)$/.test(name)) return '';
  // What a handler reads of its element is new.
  if (name === 'data-href' && isNew(name)) return '';
  if (name === 'aria-hidden' || /^(?:on|data-(?:mould|cast|look|km-on)$)/.test(name)) return '';
  if (name === 'rel') {
    const words = value.split(/\s+/).filter((word) => word !== '' && word !== 'noopener');
    return words.length > 0 ? `rel=${words.sort().join(' ')}` : '';
  }
  if (name === 'style') {
    const reported = value.split(';').filter((one) => !isNew(/--[\w-]+/.exec(one)?.[0] ?? ''));
    // Addresses are written in quotes of one sort.
    const style = reported.map((one) =>
      one
        .replace(/\s*:\s*/, ':')
        .trim()
        .replace(/["']/g, '')
        .replace(colorLike, colorKey),
    );
    return style.join('') === '' ? '' : `style=${style.join(';').replace(/;+$/, '')}`;
  }
  // Ids end in the cast's own where something refers to them.
  if (holdsColor.test(name)) return `${name}=${value.replace(colorLike, colorKey)}`;
  if (name !== 'class') return `${name}=${value.replace(/~c\b/g, '')}`;
  const classes = value.split(/\s+/).filter((one) => one !== '' && !isGone(one));
  return classes.length > 0 ? `class=${classes.sort().join(' ')}` : '';
}
