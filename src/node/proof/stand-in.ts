import { toHtmlText } from '../../core/compile/template/sink.ts';

export type { Reached } from '../../core/preview/confinement.ts';

/** What is given in place of a file elsewhere, with its name on it; nothing for what has no face. */
export function standsIn(
  type: string,
  host: string,
): { readonly body: string; readonly contentType: string } | undefined {
  if (type === 'image') return { body: picture(host), contentType: 'image/svg+xml' };
  if (type === 'document') return { body: page(host), contentType: 'text/html; charset=utf-8' };
  return undefined;
}

const [background, ink] = ['#f1ece3', '#5f584f'];

function picture(host: string): string {
  const line = (y: number, text: string) =>
    `<text x="160" y="${y}" text-anchor="middle" fill="${ink}" font-family="sans-serif" font-size="15">${toHtmlText(text)}</text>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="320" height="180" viewBox="0 0 320 180"><rect x="1" y="1" width="318" height="178" fill="${background}" stroke="${ink}" stroke-dasharray="6 4"/>${line(88, host)}${line(110, 'not fetched')}</svg>`;
}

function page(host: string): string {
  return `<!doctype html><body style="margin:0;height:100vh;box-sizing:border-box;display:grid;place-items:center;border:1px dashed ${ink};background:${background};color:${ink};font:15px/20px sans-serif;text-align:center">${toHtmlText(host)}<br>not fetched`;
}
