import { toScriptData } from '../../core/compile/template/sink.ts';
import type { PageData } from '../../core/preview/preview-talk.ts';
import { html, unsafeRaw } from '../page/html.ts';
import { look } from '../page/look.ts';

const style = `
html, body { height: 100%; }
body { display: grid; grid-template-rows: auto 1fr; }
header {
  display: flex; gap: 8px 24px; align-items: center; flex-wrap: wrap; padding: 8px 24px;
  border-bottom: 1px solid var(--line);
}
nav { display: flex; gap: 16px; }
nav a[aria-current] { color: var(--ink); text-decoration: none; font-weight: 600; }
#status { font-size: 12px; line-height: 16px; }
.well { color: var(--patina); }
.ill { color: var(--fault); }
.save { display: flex; gap: 8px; align-items: center; margin-left: auto; flex-wrap: wrap; }
.save .said:empty { display: none; }
.save .said { font-size: 12px; color: var(--soft); order: -1; }
.save label { font-size: 12px; color: var(--soft); display: flex; gap: 8px; align-items: center; }
.save input { width: 104px; font: inherit; font-size: 14px; color: var(--ink); }
.save input, .save button {
  height: 32px; padding: 5px 8px; border-radius: 4px; background: none; color: var(--ink);
  border: 1px solid color-mix(in srgb, var(--soft) 70%, var(--paper));
}
.save button { font: inherit; color: var(--kiln); cursor: pointer; }
main { display: grid; grid-template-columns: minmax(0, 1fr) clamp(320px, 29vw, 420px); min-height: 0; }
main.alone { grid-template-columns: 1fr; }
.look { position: relative; overflow: auto; padding: 16px 24px; min-width: 0; }
aside { position: relative; overflow: auto; padding: 0 16px 48px; border-left: 1px solid var(--line); scrollbar-gutter: stable; }
km-preview.old { opacity: 0.55; }
.problems { margin-bottom: 16px; padding: 8px 16px; background: var(--bench); border-radius: 4px; }
.problems summary { cursor: pointer; font-size: 12px; line-height: 24px; color: var(--soft); }
.banner { font-size: 14px; font-weight: 600; color: var(--ink); }
.findings { list-style: none; display: grid; gap: 16px; padding: 8px 0; }
.findings li { display: grid; gap: 4px; max-width: 70ch; }
.level { font-size: 12px; line-height: 16px; font-weight: 600; }
.error .level { color: var(--fault); }
.warning .level { color: var(--warn); }
.note .level, .place { color: var(--soft); }
.place { font: 12px/16px var(--mono); }
.code {
  font-size: 12px; line-height: 16px; padding: 8px; overflow-x: auto;
  background: var(--paper); border: 1px solid var(--line); border-radius: 4px;
}
@media (max-width: 880px) {
  html, body { height: auto; }
  main { grid-template-columns: minmax(0, 1fr); }
  aside { border-left: 0; border-top: 1px solid var(--line); padding: 8px 24px 48px; }
}
`;

/** The page that shows one mould, with ways to the others; its script is served beside it. */
export function previewPage(data: PageData, title: string): string {
  return html`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title} – preview</title>
<link rel="icon" href="data:,">
<style>${unsafeRaw(look + style)}</style>
<script type="application/json" id="page">${unsafeRaw(toScriptData(data as never))}</script>
<script type="module" src="/view/main.js"></script>
</head>
<body></body>
</html>
`.html;
}
