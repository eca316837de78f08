/** The look of every page of ours: paper, ink, and two colours that mean something. */
export const look = `
:root {
  color-scheme: light dark;
  --paper: light-dark(#faf7f2, #1b1917);
  --bench: light-dark(#f1ece3, #26221f);
  --line: light-dark(#d9d0c3, #3d3832);
  --ink: light-dark(#22201d, #f0ebe4);
  --soft: light-dark(#5f584f, #b9b0a4);
  --kiln: light-dark(#a0400f, #f0996f);
  --patina: light-dark(#1c675c, #6cc5b4);
  --warn: light-dark(#7d5200, #e3b457);
  --fault: light-dark(#a8231b, #ff9388);
  --sans: -apple-system, 'Segoe UI', Roboto, 'Liberation Sans', system-ui, sans-serif;
  --mono: ui-monospace, 'Cascadia Mono', Menlo, Consolas, 'Liberation Mono', monospace;
}
*, *::before, *::after { box-sizing: border-box; }
body {
  margin: 0;
  background: var(--paper);
  color: var(--ink);
  font: 400 14px/20px var(--sans);
}
h1, h2, h3, p, ul, ol, dl, dd, figure, pre { margin: 0; padding: 0; }
h1 { font-size: 20px; line-height: 28px; font-weight: 600; }
h2 { font-size: 16px; line-height: 24px; font-weight: 600; }
a { color: var(--kiln); text-underline-offset: 2px; }
:focus-visible { outline: 2px solid var(--kiln); outline-offset: 2px; }
code, pre, .measure { font-family: var(--mono); font-variant-numeric: tabular-nums; }
.soft { color: var(--soft); }
`;
