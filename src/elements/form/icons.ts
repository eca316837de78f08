import { html, type TemplateResult } from 'lit';

/** Lines on a grid of 16, drawn with the colour of the text. */
const paths = {
  undo: 'M6 3 3 6l3 3M3 6h6a4 4 0 0 1 0 8H6',
  redo: 'm10 3 3 3-3 3M13 6H7a4 4 0 0 0 0 8h3',
  reset: 'M3.5 8a4.5 4.5 0 1 0 1.6-3.4M5.3 2v3h3',
  up: 'm4 9.5 4-4 4 4',
  down: 'm4 6.5 4 4 4-4',
  right: 'm6.5 4 4 4-4 4',
  copy: 'M6 6V3h7v7h-3M3 6h7v7H3z',
  remove: 'm4 4 8 8M12 4l-8 8',
  bin: 'M3 4.5h10M6.5 4.5v-2h3v2M4.5 4.5l.6 9h5.8l.6-9M7 7v4M9 7v4',
  plus: 'M8 3v10M3 8h10',
  find: 'M7 11.5a4.5 4.5 0 1 0 0-9 4.5 4.5 0 0 0 0 9zM10.5 10.5 14 14',
  target: 'M8 1.5v3M8 11.5v3M1.5 8h3M11.5 8h3M8 12a4 4 0 1 0 0-8 4 4 0 0 0 0 8z',
  pencil: 'm3 13 .7-3L11 2.7 13.3 5 6 12.3zM9.7 4 12 6.3',
  beside: 'M2.5 3.5h11v9h-11zM8 3.5v9',
  options:
    'M2.5 5h5M11 5h2.5M2.5 11H5M8.5 11h5M9.2 6.8a1.8 1.8 0 1 0 0-3.6 1.8 1.8 0 0 0 0 3.6zM6.8 12.8a1.8 1.8 0 1 0 0-3.6 1.8 1.8 0 0 0 0 3.6z',
  hidden:
    'M2 8s2.2-4 6-4 6 4 6 4-2.2 4-6 4-6-4-6-4zM8 9.8a1.8 1.8 0 1 0 0-3.6 1.8 1.8 0 0 0 0 3.6z',
  sweep: 'M2.5 8h11M5 5.5 2.5 8 5 10.5M11 5.5 13.5 8 11 10.5',
  grip: 'M6 4h.01M10 4h.01M6 8h.01M10 8h.01M6 12h.01M10 12h.01',
  bold: 'M5 3h4a2.5 2.5 0 0 1 0 5H5zM5 8h5a2.5 2.5 0 0 1 0 5H5z',
  italic: 'M7 3h5M4 13h5M9.5 3l-3 10',
  code: 'm5 5-3 3 3 3M11 5l3 3-3 3',
  link: 'M7 9 9 7M6 7 4 9a2.1 2.1 0 0 0 3 3l2-2M10 9l2-2a2.1 2.1 0 0 0-3-3L7 6',
  bullets: 'M3 4h.01M3 8h.01M3 12h.01M6 4h8M6 8h8M6 12h8',
  numbers: 'M2.5 3h1v3M2 10h2l-2 3h2M7 4h7M7 8h7M7 12h7',
  quote: 'M3 4v4h3V4H3zm0 4c0 2 1 3 2.5 4M9 4v4h3V4H9zm0 4c0 2 1 3 2.5 4',
} as const;

export type IconName = keyof typeof paths;

/** A small drawing beside or in place of a word; whatever holds it says what it does. */
export function icon(name: IconName): TemplateResult {
  return html`<svg class="icon" viewBox="0 0 16 16" aria-hidden="true"><path d=${paths[name]}></path></svg>`;
}
