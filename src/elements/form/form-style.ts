import { css } from 'lit';

/** How a form stands: one column, titles above controls, so that it fits a narrow panel. */
export const formStyle = css`
  .form { position: relative; display: grid; gap: var(--gap); border: 0; margin: 0; padding: 0; min-inline-size: 0; }
  :host([disabled]) .form { opacity: 0.6; }
  .bar {
    position: sticky; top: 0; z-index: 2; display: grid; gap: 4px 8px; align-items: center;
    grid-template-columns: 1fr auto auto; padding: var(--pad) 0; background: var(--paper);
    border-bottom: 1px solid var(--line);
  }
  .form-title { font-size: 20px; line-height: 28px; font-weight: 600; overflow-wrap: anywhere; }
  .search { position: relative; display: block; }
  .search .icon { position: absolute; inset-inline-start: 8px; top: calc(50% - 8px); color: var(--soft); }
  .search input { padding-inline-start: 30px !important; }
  .sum { grid-column: 1 / -1; display: flex; gap: 12px; align-items: center; font-size: 12px; line-height: 16px; color: var(--soft); }
  .sum .changed { color: var(--kiln); font-weight: 600; }
  .sum .plain { margin-inline-start: auto; }
  .nothing { color: var(--soft); padding: 16px 0; }
  .section { display: grid; gap: var(--gap); }
  .section + .section { border-top: 1px solid var(--line); padding-top: 8px; }
  .form:focus { outline: none; }
  .toggle {
    display: flex; gap: 8px; align-items: center; width: 100%; min-height: 32px; padding: 4px 0;
    background: none; border: 0; text-align: start; border-radius: var(--radius);
  }
  .toggle > .icon { color: var(--soft); }
  .toggle > span:not(.count) { flex: 1; min-width: 0; overflow-wrap: anywhere; }
  .section-title .toggle { font-weight: 600; font-size: 16px; line-height: 24px; }
  .toggle:hover, .toggle:hover > .icon { color: var(--kiln); }

  .field { display: grid; gap: 4px; min-width: 0; border-radius: var(--radius); scroll-margin: 96px 0 16px; }
  .field-head { display: flex; align-items: center; gap: 8px; min-height: 24px; }
  .title { font-weight: 600; min-width: 0; overflow-wrap: anywhere; }
  .required { font-weight: 400; font-size: 12px; color: var(--soft); }
  .mark { width: 8px; height: 8px; border-radius: 50%; background: var(--kiln); flex: none; }
  .reset { margin-inline-start: auto; }
  .reset:disabled { visibility: hidden; }
  .field.pointed-at { outline: 2px solid var(--kiln); outline-offset: 4px; }
  .problem { color: var(--fault); font-size: 12px; line-height: 16px; padding-inline-start: 14px; position: relative; overflow-wrap: anywhere; }
  .problem::before { content: '✕'; position: absolute; inset-inline-start: 0; font-size: 10px; }
  [aria-invalid='true'] { border-color: var(--fault) !important; }
  .note { padding: 8px 12px; background: var(--bench); border-radius: var(--radius); max-width: 70ch; }

  .on-line { grid-template-columns: auto 1fr; align-items: center; }
  .on-line > .field-head { grid-column: 2; grid-row: 1; }
  .on-line > input, .on-line > .flag > input { grid-column: 1; grid-row: 1; }
  .on-line > :is(.help, .problems, .widths) { grid-column: 1 / -1; }
  [role='switch'] {
    appearance: none; width: 36px; height: 20px; margin: 2px 8px 2px 0; border-radius: 10px;
    background: none; border: 1px solid var(--soft); position: relative; cursor: pointer;
  }
  [role='switch']::before {
    content: ''; position: absolute; top: 3px; inset-inline-start: 3px; width: 12px; height: 12px;
    border-radius: 50%; background: var(--soft);
  }
  [role='switch']:checked { background: var(--kiln); border-color: var(--kiln); }
  [role='switch']:checked::before { inset-inline-start: 19px; background: var(--paper); }

  textarea { display: block; field-sizing: content; max-height: 40vh; resize: vertical; min-height: 52px; }
  input.code, textarea.code { font-size: 12px; }
  .number { display: flex; gap: 12px; align-items: center; }
  .number input[type='range'] { flex: 1; }
  .number .with-unit { width: 112px; }
  .with-unit { position: relative; flex: none; display: block; }
  .number .with-unit:only-child { width: 160px; }
  .with-unit:has(.unit) input { padding-inline-end: 36px; }
  .unit { position: absolute; inset-inline-end: 10px; top: 50%; translate: 0 -50%; color: var(--soft); pointer-events: none; }
  input[type='number'] { font-variant-numeric: tabular-nums; }
  input[type='date'], input[type='time'], input[type='datetime-local'] { width: auto !important; justify-self: start; }

  .color { position: relative; display: grid; grid-template-columns: auto 1fr; gap: 8px; }
  .swatch {
    width: 32px; height: 32px; padding: 3px; border: 1px solid var(--border); border-radius: var(--radius);
    background: var(--paper);
  }
  .swatch span {
    display: block; height: 100%; border-radius: 2px; position: relative; overflow: hidden;
    box-shadow: inset 0 0 0 1px rgb(128 128 128 / 0.35);
  }
  .swatch::before { content: none; }
  .picker {
    position: absolute; z-index: 3; top: 40px; inset-inline-start: 0; width: 232px; padding: 12px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; scroll-margin: 16px;
    background: var(--paper); border: 1px solid var(--line); border-radius: var(--radius);
    box-shadow: 0 8px 24px rgb(0 0 0 / 0.18);
  }
  km-hex-picker { width: 100%; height: 168px; }
  .picker label { display: flex; gap: 8px; align-items: center; font-size: 12px; }
  .picker input { flex: 1; }
  .picker output { font-family: var(--mono); width: 5ch; text-align: end; }

  .members { display: grid; gap: 12px; padding-inline-start: 12px; border-inline-start: 2px solid var(--line); }
  .members .members { padding-inline-start: 8px; }
  .members > .field > .field-head > .title { font-weight: 400; }
  .members[data-kind='image'], .members[data-kind='typeface'], .members[data-kind='media'] { grid-template-columns: 1fr 1fr; }
  .members[data-kind='image'] > :is([data-path$='.src'], [data-path$='.alt']),
  .members[data-kind='typeface'] > :is([data-path$='.family'], .specimen),
  .members[data-kind='media'] > :is([data-path$='.src'], [data-path$='.poster'], [data-path$='.captions'], [data-path$='.type']) {
    grid-column: 1 / -1;
  }
  .rare { color: var(--soft); min-height: 24px; font-size: 12px; }
  .members[data-kind] > .rare { grid-column: 1 / -1; }
  .flag { display: contents; }
  .on-line > select { grid-column: 1 / -1; }
  .offers, .own-colours { display: flex; flex-wrap: wrap; gap: 4px; }
  .offer { width: 32px; height: 32px; padding: 5px; display: grid; place-items: center; background: var(--paper); border: 1px solid var(--border); border-radius: var(--radius); color: var(--ink); }
  .offer svg { max-width: 20px; max-height: 20px; }
  .offer[aria-pressed='true'], .own-colours .swatch[aria-pressed='true'] { outline: 2px solid var(--kiln); outline-offset: 1px; }
  .own-colours .swatch { width: 24px; height: 24px; padding: 2px; }
  .rows-bar { display: flex; gap: 8px; align-items: center; }
  .rows-bar .search { flex: 1; }
  .row[hidden] { display: none; }
  .specimen { max-height: 64px; overflow: hidden; padding: 8px; background: var(--bench); border-radius: var(--radius); }

  .file { display: grid; gap: 12px; }
  .zone {
    display: grid; grid-template-columns: 96px 1fr; gap: 4px 12px; padding: 8px; border-radius: var(--radius);
    background: var(--bench); border: 1px dashed var(--border); align-items: center;
  }
  .zone.over { border-color: var(--kiln); border-style: solid; }
  .shown { grid-row: span 2; width: 96px; height: 72px; display: grid; place-items: center; overflow: hidden; font-size: 12px; line-height: 16px; color: var(--soft); text-align: center; }
  .shown :is(img, video) { width: 96px; height: 72px; display: block; }
  .shown audio { width: 96px; height: 32px; }
  .shown svg { max-width: 48px; max-height: 48px; color: var(--ink); }
  .drop { font-size: 12px; line-height: 16px; color: var(--soft); }
  .choose { position: relative; display: inline-block; color: var(--kiln); text-decoration: underline; text-underline-offset: 2px; cursor: pointer; }
  .choose input { position: absolute; inset: 0; opacity: 0; width: 100%; cursor: pointer; font-size: 0; }
  .choose:has(:focus-visible) { outline: 2px solid var(--kiln); outline-offset: 2px; }
  .said { font-size: 12px; line-height: 16px; }

  .rows { display: grid; gap: 8px; }
  .rows > ol { display: grid; gap: 4px; }
  .row { background: var(--bench); border-radius: var(--radius); min-width: 0; }
  .row-head { display: flex; align-items: center; gap: 4px; padding: 4px; min-height: calc(var(--control) + 8px); }
  .row-head .toggle { flex: 1; min-width: 0; padding: 4px; }
  .row-head .toggle > span:not(.count) { display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; overflow: hidden; }
  .row-value { flex: 1; min-width: 0; }
  .row .act:hover:enabled { background: var(--paper); }
  .acts { display: flex; flex: none; }
  .grip { color: var(--soft); cursor: grab; padding: 4px 0; touch-action: none; flex: none; }
  .grip .icon { stroke-width: 2.2; width: 14px; }
  .row-body { padding: 4px 8px 12px 24px; }
  .row-body > .field > .members { padding-inline-start: 0; border-inline-start: 0; }
  .sortable-ghost { opacity: 0.4; }
  .adding { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
  .adding .measure { margin-inline-start: auto; }
  .add {
    display: inline-flex; gap: 4px; align-items: center; min-height: 32px; padding: 5px 10px 5px 6px;
    background: none; border: 1px solid var(--border); border-radius: var(--radius); color: var(--kiln);
  }
  .add:disabled { color: var(--soft); opacity: 0.6; }
  .none { color: var(--soft); font-size: 12px; line-height: 16px; }

  .widths { display: flex; flex-wrap: wrap; gap: 4px 8px; align-items: center; font-size: 12px; line-height: 16px; }
  .widths .buttons span { min-height: 24px; padding: 3px 8px; }
  .widths .own::after { content: ' ●'; font-size: 8px; vertical-align: 2px; }
  .widths .new-width { width: 72px !important; min-height: 26px !important; padding: 2px 6px !important; }
  .rules { color: var(--soft); width: 100%; }

  .richtext { border: 1px solid var(--border); border-radius: var(--radius); background: var(--paper); display: grid; }
  .tools { display: flex; flex-wrap: wrap; gap: 2px; padding: 4px; border-bottom: 1px solid var(--line); align-items: center; }
  .tools select { width: auto !important; min-height: 28px !important; padding: 2px 4px !important; font-size: 12px; border-color: transparent !important; }
  .tool { display: inline-grid; place-items: center; width: 28px; height: 28px; padding: 0; background: none; border: 0; border-radius: var(--radius); color: var(--soft); }
  .tool.wide { width: auto; padding: 0 8px; font-size: 12px; margin-inline-start: auto; }
  .tool:hover { background: var(--bench); }
  .tool[aria-pressed='true'] { background: var(--kiln); color: var(--paper); }
  .editor { min-height: 52px; max-height: 40vh; overflow-y: auto; }
  .editor > [contenteditable] { min-height: 52px; padding: 8px; white-space: pre-wrap; overflow-wrap: anywhere; outline-offset: -2px; }
  .editor :is(ul, ol) { padding-inline-start: 20px; }
  .editor ul { list-style: disc; }
  .editor ol { list-style: decimal; }
  .editor :is(p, ul, ol, blockquote, h2, h3, h4, table) + * { margin-top: 8px; }
  .editor :is(h2, h3, h4) { font-size: 16px; line-height: 24px; font-weight: 600; margin: 0; }
  .editor blockquote { margin: 0; padding-inline-start: 12px; border-inline-start: 2px solid var(--line); }
  .editor a { color: var(--kiln); }
  .editor :is(td, th) { border: 1px solid var(--line); padding: 2px 6px; text-align: start; }
  .richtext textarea { border: 0 !important; border-radius: 0 0 4px 4px; }
  .link-line { display: flex; gap: 4px; padding: 4px; border-top: 1px solid var(--line); }
  .link-line .plain { flex: none; }
`;
