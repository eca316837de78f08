import { lookProperties } from '../../look/look.ts';

/** The look of every page of ours: paper, ink, and two colours that mean something. */
export const look = `
:root {
  color-scheme: light dark;
${lookProperties()}
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
