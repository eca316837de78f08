import { DOMParser, DOMSerializer, type Node } from 'prosemirror-model';
import { richTextSchema } from './schema.ts';

const parser = DOMParser.fromSchema(richTextSchema);
const serializer = DOMSerializer.fromSchema(richTextSchema);

/** Elements that are no words in a line. */
const blocks = /<(?:blockquote|d[dlt]|fig|h[2-6]|hr|li|ol|p|pre|table|ul)\b/i;

/** Some HTML as a document of the editor; `isLines` where it held no blocks. */
export function toDoc(html: string): { readonly doc: Node; readonly isLines: boolean } {
  const { body } = new window.DOMParser().parseFromString(html, 'text/html');
  return { doc: parser.parse(body, { preserveWhitespace: true }), isLines: !blocks.test(html) };
}

/** A document as HTML. One paragraph of a text that had no blocks is written without its tags. */
export function toHtml(doc: Node, isLines: boolean): string {
  const first = doc.firstChild;
  const isOne = doc.childCount === 1 && first?.type.name === 'p' && !first.attrs.kept;
  const content = isLines && isOne ? first.content : doc.content;
  const box = document.createElement('div');
  box.append(serializer.serializeFragment(content));
  for (const line of box.querySelectorAll('[data-line]')) line.replaceWith(...line.childNodes);
  return box.innerHTML;
}

/** True where the editor would write the same HTML, but for blanks between tags. */
export function isKeptWhole(html: string): boolean {
  const { doc, isLines } = toDoc(html);
  const { body } = new window.DOMParser().parseFromString(html, 'text/html');
  return plain(toHtml(doc, isLines)) === plain(body.innerHTML);
}

function plain(html: string): string {
  return html
    .replace(/\s+/g, ' ')
    .replace(/> (?=<)/g, '>')
    .replace(/ (?=<\/(?:p|li|h\d|td|th)>)/g, '')
    .trim();
}
