import { toHtmlText } from '../compile/template/sink.ts';

/** What stands around a cast in a document of its own. */
export interface DocumentFrame {
  readonly title: string;
  /** A BCP 47 language tag. */
  readonly lang?: string;
  /** What else stands in the head; '' for nothing. */
  readonly head?: string;
  /** What a content security policy asks of the page's own style; '' for none. */
  readonly nonce?: string;
}

/** A whole HTML document around some markup, with no style of its own but a margin of 0. */
export function toDocument(
  html: string,
  { title, lang = 'en', head = '', nonce = '' }: DocumentFrame,
): string {
  return `<!doctype html>
<html lang="${toHtmlText(lang)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${toHtmlText(title)}</title>
<style${nonce === '' ? '' : ` nonce="${toHtmlText(nonce)}"`}>body { margin: 0 }</style>
${head}</head>
<body>
${html}</body>
</html>
`;
}
