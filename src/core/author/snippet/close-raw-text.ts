import { parse } from 'parse5';
import { attributeOf, elementsUnder } from './page-parts.ts';

/** A source whose raw text ends, and where an end tag was put for that. */
export interface ClosedRawText {
  readonly source: string;
  readonly added: readonly { readonly name: string; readonly start: number; readonly at: number }[];
}

/**
 * Where the content of each such element plainly is over, looked for from its start tag on. Nothing
 * after one that is never closed is read as markup (HTML Standard, 13.2.5.2 to 13.2.5.4), so its
 * end has to be guessed.
 */
const overAt: Readonly<Record<string, RegExp>> = {
  title: /[\n\r<]/,
  textarea: /[\n\r<]/,
  style: /<\/?[a-z][a-z0-9-]*[\s>]/i,
  script: /^[\t ]*<(?:\/?[a-z][a-z0-9-]*(?:[\s>])|!--)/im,
};

/** How many are looked for: each takes another parse. */
const most = 4;

/** Closes titles, styles, scripts and text areas that lost their end tags. */
export function closeRawText(source: string): ClosedRawText {
  let closed = source;
  const added: { name: string; start: number; at: number }[] = [];
  // Where each has an end tag, there is nothing to look for.
  while (added.length < most && mayBeOpen(closed)) {
    const open = lastOpen(closed);
    if (!open) break;
    const { name, start, contentStart, isLoader } = open;
    const content = closed.slice(contentStart);
    const over = isLoader ? 0 : content.search(overAt[name] as RegExp);
    // With no markup after it, all of the rest is its own.
    const kept = (over < 0 ? content : content.slice(0, over)).trimEnd().length;
    const at = contentStart + kept;
    closed = `${closed.slice(0, at)}</${name}>${closed.slice(at)}`;
    added.push({ name, start, at });
  }
  return { source: closed, added };
}

/** True where an element of raw text has more start tags than end tags. */
function mayBeOpen(source: string): boolean {
  return Object.keys(overAt).some((name) => {
    const [starts, ends] = [`<${name}\\b`, `</${name}[\\s/>]`].map(
      (tag) => source.match(new RegExp(tag, 'gi'))?.length ?? 0,
    );
    return (starts as number) > (ends as number);
  });
}

/**
 * The element of raw text without an end tag, which runs to the very end of a source; or a script
 * that loads another and has markup in it, which is what its lost end tag was to come before.
 */
function lastOpen(source: string) {
  let found: { name: string; start: number; contentStart: number; isLoader: boolean } | undefined;
  const document = parse(source, { sourceCodeLocationInfo: true });
  for (const element of elementsUnder(document.childNodes)) {
    const { tagName: name, sourceCodeLocation: at } = element;
    if (!overAt[name] || !at?.startTag) continue;
    const contentStart = at.startTag.endOffset;
    const content = source.slice(contentStart, at.endTag?.startOffset);
    const isLoader = name === 'script' && attributeOf(element, 'src') !== undefined;
    const hasMarkup = isLoader && /^\s*<|^\s*$/.test(content) && content.includes('<');
    if (!at.endTag || hasMarkup) {
      found = { name, start: at.startOffset, contentStart, isLoader };
    }
  }
  return found;
}
