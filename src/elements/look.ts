import { css, unsafeCSS } from 'lit';
import { lookProperties } from '../look/look.ts';

/** The look of our elements; each of its properties takes its value from `--km-…` where given. */
export const look = css`
  :host {
    ${unsafeCSS(lookProperties('--km-'))}
    --size: var(--km-size, 14px);
    --radius: var(--km-radius, 4px);
    --gap: var(--km-gap, 16px);
    --pad: var(--km-pad, 8px);
    --control: var(--km-control, 32px);
    display: block;
    box-sizing: border-box;
    color: var(--ink);
    font: 400 var(--size)/1.43 var(--sans);
  }
  :host([density='compact']) { --gap: var(--km-gap, 10px); --pad: var(--km-pad, 6px); --control: var(--km-control, 28px); }
  :host([hidden]) { display: none; }
  *, *::before, *::after { box-sizing: border-box; }
  h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  :focus-visible { outline: 2px solid var(--kiln); outline-offset: 2px; }
  button, input, select, textarea { font: inherit; color: inherit; margin: 0; }
  button { cursor: pointer; }
  button:disabled { cursor: default; }
  .unseen {
    position: absolute; width: 1px; height: 1px; overflow: hidden;
    clip-path: inset(50%); white-space: nowrap;
  }
  .icon {
    width: 16px; height: 16px; flex: none; display: block;
    fill: none; stroke: currentColor; stroke-width: 1.5;
    stroke-linecap: round; stroke-linejoin: round;
  }
  .measure, .code { font-family: var(--mono); font-variant-numeric: tabular-nums; }
  .measure { font-size: 12px; line-height: 16px; color: var(--soft); }
  .help { font-size: 12px; line-height: 16px; color: var(--soft); max-width: 70ch; }
  .count { font-size: 12px; line-height: 16px; color: var(--soft); font-weight: 400; white-space: nowrap; }
  .fault { color: var(--fault); }
  .act {
    display: inline-grid; place-items: center; width: 24px; height: 24px; padding: 0; flex: none;
    background: none; border: 0; border-radius: var(--radius); color: var(--soft);
  }
  .act:hover:enabled { color: var(--kiln); background: var(--bench); }
  .act:disabled { opacity: 0.35; }
  .plain {
    background: none; border: 0; padding: 4px; border-radius: var(--radius); color: var(--kiln);
    text-decoration: underline; text-underline-offset: 2px;
  }
  .plain:disabled { color: var(--soft); text-decoration: none; opacity: 0.6; }
  input:not([type='range'], [type='checkbox'], [type='radio'], [type='file']), select, textarea {
    min-height: var(--control); width: 100%; min-width: 0; padding: 5px var(--pad);
    background: var(--paper); border: 1px solid var(--border); border-radius: var(--radius);
  }
  :host { --border: color-mix(in srgb, var(--soft) 70%, var(--paper)); }
  input[type='range'] { accent-color: var(--kiln); min-width: 0; }
  .buttons { display: inline-flex; justify-self: start; flex-wrap: wrap; border: 1px solid var(--border); border-radius: var(--radius); }
  .buttons label { position: relative; display: block; }
  .buttons input { position: absolute; inset: 0; opacity: 0; margin: 0; width: 100%; height: 100%; cursor: pointer; }
  .buttons span {
    display: block; min-height: 30px; padding: 5px 10px; border-radius: 3px; color: var(--soft);
  }
  .buttons input:checked + span { background: var(--kiln); color: var(--paper); }
  .buttons input:focus-visible + span { outline: 2px solid var(--kiln); outline-offset: 2px; }
  @media (pointer: coarse) {
    input:not([type='range'], [type='checkbox'], [type='radio'], [type='file']), select { min-height: 40px; }
    .act { width: 40px; height: 40px; }
    .buttons span { min-height: 38px; padding-block: 9px; }
  }
  @media (prefers-reduced-motion: no-preference) {
    .toggle .icon, .act { transition: color 120ms ease-out; }
  }
`;
