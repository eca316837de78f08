import { toHtmlText } from '../compile/template/sink.ts';
import type { CodePieces, FilePiece, ScriptPiece, StylePiece } from './code-pieces.ts';
import { farSheet } from './far-sheet.ts';

/** How pieces are written as elements. */
export interface Writing {
  /** What a content security policy asks of a page's own style and scripts; '' for none. */
  readonly nonce: string;
}

/** What loads a style sheet: a link, or style that imports it for one mould alone. */
export function linkElement({ src, integrity, mould }: FilePiece, writing: Writing): string {
  const { nonce } = writing;
  if (mould !== undefined) return styleElement(farSheet(src, mould), writing);
  return `<link rel="stylesheet" href="${toHtmlText(src)}"${integrityOf(integrity)}${nonceOf(nonce)}>`;
}

/** The style sheets that a page has to load, as elements. */
export function linkElements({ links }: Pick<CodePieces, 'links'>, writing: Writing): string[] {
  return links.map((one) => linkElement(one, writing));
}

/** Style as elements: what is of casts alone comes last, with what they share before it. */
export function styleElements(styles: readonly StylePiece[], writing: Writing): string[] {
  const shared = styles.filter(({ isOwn }) => !isOwn).map(({ text }) => text);
  const last = [shared.pop() ?? '', ownStyle(styles)].filter((text) => text !== '').join('\n\n');
  return [...shared, last].filter((text) => text !== '').map((text) => styleElement(text, writing));
}

/** The style of casts alone, in one piece. */
export function ownStyle(styles: readonly StylePiece[]): string {
  return styles.flatMap(({ text, isOwn }) => (isOwn ? [text] : [])).join('\n');
}

/** Style that goes when the script has run; it is separate, so that it can be removed. */
export function firstStateElements(
  { firstStates }: Pick<CodePieces, 'firstStates'>,
  writing: Writing,
): string[] {
  return firstStates.map(([id, style]) =>
    styleElement(style, writing).replace('<style', `<style data-first="${id}"`),
  );
}

/** Scripts as elements. */
export function scriptElements(
  { scripts }: Pick<CodePieces, 'scripts'>,
  { nonce }: Writing,
): string[] {
  const own = nonceOf(nonce);
  return merged(scripts).map((one) =>
    'src' in one
      ? `<script src="${toHtmlText(one.src)}"${integrityOf(one.integrity)}${own}></script>`
      : `<script${own}>${one.code}</script>`,
  );
}

/** The call that starts casts stands in one element with the code of their mould. */
function merged(scripts: readonly ScriptPiece[]): ScriptPiece[] {
  const out: ScriptPiece[] = [];
  for (const one of scripts) {
    const before = out.at(-1);
    const marked =
      before && 'code' in before ? /^(.*)(\n\/\/# sourceURL=\S+)$/s.exec(before.code) : null;
    if (marked && 'code' in one && !one.name) {
      out.splice(-1, 1, { ...before, code: `${marked[1]}\n${one.code}${marked[2]}` });
    } else out.push(one);
  }
  return out;
}

function styleElement(style: string, { nonce }: Writing): string {
  // `<\/style` reads the same in strings and comments, and does not end the element.
  return `<style${nonceOf(nonce)}>\n${style.replace(/<(?=\/style)/gi, '<\\')}\n</style>`;
}

/** What a browser checks a file from elsewhere by (Subresource Integrity, 3.5). */
function integrityOf(integrity: string | undefined): string {
  return integrity ? ` integrity="${toHtmlText(integrity)}" crossorigin="anonymous"` : '';
}

function nonceOf(nonce: string): string {
  return nonce === '' ? '' : ` nonce="${toHtmlText(nonce)}"`;
}
