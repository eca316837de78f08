import { toScriptData } from '../../core/compile/template/sink.ts';
import { html, unsafeRaw } from '../page/html.ts';
import { look } from '../page/look.ts';
import { previewClient } from './client.ts';
import type { PreviewedMould } from './previewed-mould.ts';

const style = `
body { padding: 16px 24px 48px; }
header { display: flex; gap: 24px; align-items: baseline; flex-wrap: wrap; }
nav { display: flex; gap: 16px; }
nav a[aria-current] { color: var(--ink); text-decoration: none; font-weight: 600; }
#status { margin-left: auto; font-size: 12px; line-height: 16px; }
.well { color: var(--patina); }
.ill { color: var(--fault); }
#problems {
  margin-top: 16px; padding: 16px; display: grid; gap: 16px;
  background: var(--bench); border-radius: 4px;
}
.banner { font-weight: 600; }
.findings { list-style: none; display: grid; gap: 16px; }
.findings li { display: grid; gap: 4px; max-width: 70ch; }
.level { font-size: 12px; line-height: 16px; font-weight: 600; }
.error .level { color: var(--fault); }
.warning .level { color: var(--warn); }
.note .level, .place { color: var(--soft); }
.place { font-size: 12px; line-height: 16px; }
.code {
  font-size: 12px; line-height: 16px; padding: 8px; overflow-x: auto;
  background: var(--paper); border: 1px solid var(--line); border-radius: 4px;
}
#stage { margin-top: 24px; display: flex; gap: 24px; overflow-x: auto; padding-bottom: 8px; }
#stage[hidden], #problems[hidden] { display: none; }
#stage.old .holder { opacity: 0.55; }
.viewport { display: grid; grid-template-rows: auto 1fr auto; gap: 8px; flex: none; }
.size { font: 600 14px/20px var(--mono); font-variant-numeric: tabular-nums; }
.height { font-size: 12px; line-height: 16px; color: var(--soft); }
.stand { display: flex; align-items: end; }
.holder { width: 100%; overflow: hidden; border: 1px solid var(--line); background: #fff; }
iframe { display: block; border: 0; transform-origin: 0 0; background: #fff; color-scheme: light; }
`;

/** The page that shows one mould, with ways to the others. */
export function previewPage(shown: PreviewedMould, all: readonly PreviewedMould[]): string {
  const ways =
    all.length < 2
      ? html``
      : html`<nav aria-label="Moulds">${all.map(
          ({ name, state }) =>
            html`<a href="/${encodeURIComponent(name)}/"${name === shown.name ? html` aria-current="page"` : ''}>${state.title}</a>`,
        )}</nav>`;
  const start = `(${previewClient})(${toScriptData(shown.state)}, ${toScriptData(`/${encodeURIComponent(shown.name)}/`)})`;
  return html`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${shown.state.title} – preview</title>
<link rel="icon" href="data:,">
<style>${unsafeRaw(look + style)}</style>
</head>
<body>
<header><h1>${shown.state.title}</h1>${ways}<p id="status" role="status"></p></header>
<main>
<section id="problems" aria-label="Findings" aria-live="polite" hidden></section>
<div id="stage"></div>
</main>
<script>${unsafeRaw(start)}</script>
</body>
</html>
`.html;
}
