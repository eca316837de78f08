import { type DefaultTreeAdapterTypes, parse } from 'parse5';
import type { Cast } from '../compile/cast.ts';
import { deliver } from '../deliver/deliver.ts';
import type { Runtime } from '../deliver/delivery.ts';
import { withHead } from './page-text.ts';

/** How casts stand on a page. */
export interface PagePlan {
  /** A whole page; they go into its element with `data-casts`, else to the end of its body. */
  readonly page: string;
  /** CSS of the site around them; '' for none. */
  readonly style: string;
  readonly columns: number;
  readonly isRightToLeft: boolean;
}

/** The room between casts side by side, in CSS px. */
const gapPx = 16;

/** A page with casts of one mould in it, each a block as it would be pasted. */
export function placedPage(casts: readonly Cast[], plan: PagePlan, runtime: Runtime): string {
  return pageWith(blocksOf(casts, runtime), plan);
}

/** The code of casts that share a page. */
export function blocksOf(casts: readonly Cast[], runtime: Runtime): string[] {
  return casts.map(
    (cast, at) =>
      deliver(cast, { form: 'block', runtime, before: casts.slice(0, at) }).parts.html ?? '',
  );
}

/** A page with blocks of HTML in it. */
export function pageWith(
  blocks: readonly string[],
  { page, style, columns, isRightToLeft }: PagePlan,
): string {
  const grid = `display: grid; grid-template-columns: repeat(${columns}, minmax(0, 1fr)); gap: ${gapPx}px`;
  const placed =
    blocks.length === 1
      ? blocks[0]
      : `<div style="${grid}">\n${blocks.map((one) => `<div>\n${one}</div>`).join('\n')}\n</div>`;
  const at = spotIn(page);
  const whole = `${page.slice(0, at)}\n${placed}\n${page.slice(at)}`;
  const site =
    style === ''
      ? whole
      : withHead(whole, `<style>${style.replace(/<\/style/gi, '<\\/style')}</style>`);
  return isRightToLeft ? site.replace(/<html(?=[\s>])/i, '<html dir="rtl"') : site;
}

function spotIn(page: string): number {
  let spot: number | undefined;
  let end: number | undefined;
  const visit = (node: DefaultTreeAdapterTypes.Node): void => {
    if ('tagName' in node) {
      const { startTag, endTag } = node.sourceCodeLocation ?? {};
      if (node.attrs.some(({ name }) => name === 'data-casts')) spot ??= startTag?.endOffset;
      if (node.tagName === 'body') end = endTag?.startOffset;
    }
    if ('childNodes' in node) node.childNodes.forEach(visit);
  };
  visit(parse(page, { sourceCodeLocationInfo: true }));
  return spot ?? end ?? page.length;
}
