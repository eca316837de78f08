import { toHtmlText } from '../compile/template/sink.ts';

/** What a page in a frame is made of. */
export interface PageText {
  readonly body: string;
  readonly style: string;
  readonly lang: string;
}

/** A whole page around some markup. */
export function pageText({ body, style, lang }: PageText): string {
  return `<!doctype html>
<html lang="${toHtmlText(lang)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<style>${style.replace(/<\/style/gi, '<\\/style')}</style>
</head>
<body>
${body}
</body>
</html>
`;
}

/** A page with something put at the start of its head, wherever that begins. */
export function withHead(page: string, head: string): string {
  const start =
    /<head(?:\s[^>]*)?>/i.exec(page) ??
    /<html(?:\s[^>]*)?>/i.exec(page) ??
    /^\s*<!doctype[^>]*>/i.exec(page);
  const at = start ? start.index + start[0].length : 0;
  const doctype = start ? '' : '<!doctype html>';
  return `${doctype}${page.slice(0, at)}${head}${page.slice(at)}`;
}
