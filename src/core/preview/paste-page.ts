import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import type { Mould } from '../model/mould.ts';
import { hasScheme, isRemoteAddress } from '../text/address.ts';
import { textOf } from '../text/utf8.ts';
import { pageText } from './page-text.ts';

type Element = DefaultTreeAdapterTypes.Element;

/**
 * The paste as it came, as a page: its sheets and scripts within it, the files that came along
 * under the names that the mould has them by. Undefined where the mould has no paste.
 */
export function pastePage({ files }: Pick<Mould, 'files'>): string | undefined {
  const pieces = Object.keys(files).filter((path) => /^snippet\/[^/]+$/.test(path));
  const textAt = (path: string) => textOf(files[path] as string | Uint8Array);
  const isMarkup = (path: string) => /\.(?:html?|svg|txt)$/i.test(path) || !/\.\w+$/.test(path);
  const markup = pieces.filter(isMarkup);
  const [first] = markup;
  if (pieces.length === 0) return undefined;
  const whole = markup.map(textAt).join('\n');
  const page = /<html[\s>]|<head[\s>]|<body[\s>]/i.test(whole)
    ? whole
    : pageText({ body: whole, style: '', lang: 'en' });
  const inlined = withOwnFiles(page, files, first?.replace(/[^/]*$/, '') ?? 'snippet/');
  const isLoose = (path: string, ending: RegExp) =>
    ending.test(path) && !whole.includes(path.replace('snippet/', ''));
  const styles = pieces.filter((path) => isLoose(path, /\.css$/i)).map(textAt);
  const scripts = pieces.filter((path) => isLoose(path, /\.js$/i)).map(textAt);
  const end = [
    ...styles.map((text) => `<style>${text.replace(/<\/style/gi, '<\\/style')}</style>`),
    ...scripts.map((text) => `<script>${text.replace(/<\/script/gi, '<\\/script')}</script>`),
  ].join('\n');
  const at = inlined.search(/<\/body/i);
  return at < 0 ? `${inlined}\n${end}` : `${inlined.slice(0, at)}${end}${inlined.slice(at)}`;
}

/** Puts sheets and scripts beside the page into it, and names pictures as the mould has them. */
function withOwnFiles(page: string, files: Mould['files'], folder: string): string {
  const edits: { start: number; end: number; text: string }[] = [];
  const visit = (node: DefaultTreeAdapterTypes.Node): void => {
    if ('tagName' in node) edits.push(...editsOf(node, files, folder));
    if ('content' in node) visit(node.content);
    if ('childNodes' in node) node.childNodes.forEach(visit);
  };
  visit(parse(page, { sourceCodeLocationInfo: true }));
  let out = '';
  let from = 0;
  for (const { start, end, text } of edits.sort((a, b) => a.start - b.start)) {
    if (start < from) continue;
    out += page.slice(from, start) + text;
    from = end;
  }
  return out + page.slice(from);
}

function editsOf(element: Element, files: Mould['files'], folder: string) {
  const { tagName, attrs, sourceCodeLocation: location } = element;
  if (!location) return [];
  const attributeOf = (name: string) => attrs.find((one) => one.name === name)?.value;
  const address = tagName === 'link' ? attributeOf('href') : attributeOf('src');
  const own = address === undefined ? undefined : ownPath(address, folder);
  const file = own === undefined ? undefined : files[own];
  const [start, end] = [location.startOffset, location.endOffset];
  if (file !== undefined && tagName === 'link' && /stylesheet/i.test(attributeOf('rel') ?? '')) {
    return [{ start, end, text: `<style>${textOf(file)}</style>` }];
  }
  if (file !== undefined && tagName === 'script') {
    const type = attributeOf('type');
    const code = textOf(file).replace(/<\/script/gi, '<\\/script');
    return [{ start, end, text: `<script${type ? ` type="${type}"` : ''}>${code}</script>` }];
  }
  return ['src', 'poster', 'data', 'href'].flatMap((name) => {
    const value = attributeOf(name);
    const at = location.attrs?.[name];
    const asset = value === undefined || !at ? undefined : assetLike(value, files);
    if (!at || asset === undefined || tagName === 'a') return [];
    return [{ start: at.startOffset, end: at.endOffset, text: `${name}="${asset}"` }];
  });
}

function ownPath(address: string, folder: string): string | undefined {
  if (hasScheme(address) || isRemoteAddress(address) || address.startsWith('#')) return undefined;
  return folder + address.replace(/[?#].*$/, '').replace(/^(?:\.?\/)+/, '');
}

/** The mould's own file that has the name of the one asked for. */
function assetLike(address: string, files: Mould['files']): string | undefined {
  const name = /^(?![a-z][a-z0-9+.-]*:|\/\/|#).*?([^/?#]+)(?:[?#].*)?$/i.exec(address)?.[1];
  if (name === undefined) return undefined;
  return Object.keys(files).find((path) => path.startsWith('assets/') && path.endsWith(`/${name}`));
}
