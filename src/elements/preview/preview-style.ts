import { css } from 'lit';

/** How a preview stands: a bar, and below it frames on one line. */
export const previewStyle = css`
  :host { position: relative; }
  .bar { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding-bottom: var(--gap); }
  .choice { display: flex; gap: 8px; align-items: center; min-width: 0; }
  .choice .name { font-size: 12px; line-height: 16px; color: var(--soft); }
  .choice select { width: auto; max-width: 152px; text-overflow: ellipsis; }
  .pair { display: flex; gap: 6px; align-items: center; }
  .soft { color: var(--soft); }
  .pair input { width: 48px !important; }
  .adding { width: 96px !important; }
  .do {
    display: inline-flex; gap: 6px; align-items: center; min-height: var(--control); padding-block: 5px; padding-inline: 8px 10px; white-space: nowrap;
    border: 1px solid var(--border); border-radius: var(--radius); background: none; cursor: pointer; color: var(--ink);
  }
  .do > .icon { color: var(--soft); }
  .do:hover > .icon { color: var(--kiln); }
  .do[aria-pressed='true'] { background: var(--kiln); border-color: var(--kiln); color: var(--paper); }
  .do[aria-pressed='true'] > .icon { color: inherit; }
  .more { position: relative; }
  .more summary { list-style: none; }
  .more summary::-webkit-details-marker { display: none; }
  .more summary::after { content: ''; width: 6px; height: 6px; border: solid var(--soft); border-width: 0 1.5px 1.5px 0; transform: rotate(45deg) translate(-1px, -1px); }
  .dot { width: 8px; height: 8px; border-radius: 50%; background: var(--kiln); }
  .bar > .more:last-child { margin-inline-start: auto; }
  .more-list, .edit-panel {
    position: absolute; z-index: 4; background: var(--paper); border: 1px solid var(--line); border-radius: var(--radius);
    box-shadow: 0 8px 24px rgb(0 0 0 / 0.18);
  }
  .more-list { inset-inline-start: 0; top: 36px; display: grid; gap: 8px; width: 312px; padding: 12px 16px; max-height: 70vh; overflow-y: auto; }
  .bar > .more:last-child .more-list { inset-inline: auto 0; }
  .more-list .choice { display: grid; grid-template-columns: 88px 1fr; gap: 0 8px; min-height: 32px; }
  .more-list .choice .help { grid-column: 2; }
  .more-list .choice select { width: 136px; }
  .switches { display: grid; gap: 4px; border-top: 1px solid var(--line); padding-top: 8px; }
  .mark-line { display: flex; gap: 8px; align-items: start; min-height: 24px; padding: 2px 0; overflow-wrap: anywhere; }
  .mark-line input { accent-color: var(--kiln); width: 16px; height: 16px; margin: 2px 0 0; flex: none; }
  .stage { position: relative; display: flex; align-items: start; overflow-x: auto; padding-bottom: 16px; }
  .stage.one { flex-wrap: wrap; overflow-x: visible; row-gap: 12px !important; }
  .viewport.small { order: 1; gap: 4px; }
  .large-head { order: 2; width: 100%; }
  .viewport.large { order: 3; }
  .small .holder { border-color: var(--border); }
  .small figcaption { white-space: nowrap; }
  .small .badge { position: relative; }
  .enlarge { position: absolute; inset: 0; background: none; border: 0; border-radius: var(--radius); }
  .enlarge:hover { outline: 2px solid var(--kiln); outline-offset: 1px; }
  .width-bar { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
  .width-bar input.measure { width: 64px !important; font-weight: 600; font-size: 14px; color: var(--ink); appearance: textfield; }
  .width-bar input.measure::-webkit-inner-spin-button { appearance: none; }
  .width-bar select { width: 152px; }
  .track { position: relative; flex: 1; min-width: 120px; display: flex; align-items: center; height: 32px; }
  .track input { width: 100%; margin: 0; height: 16px; }
  .tick { position: absolute; top: 24px; width: 2px; height: 6px; margin-inline-start: -1px; background: var(--soft); }
  .tick.fault { background: var(--fault); height: 8px; }
  .turns { display: flex; flex-wrap: wrap; gap: 0 16px; padding-top: 4px; font-size: 12px; line-height: 16px; color: var(--soft); }
  .turns .plain { padding: 2px 0; }
  progress { width: 96px; accent-color: var(--kiln); }
  .probes { position: absolute; inset-inline-start: 0; top: 0; width: 0; height: 0; overflow: hidden; opacity: 0; pointer-events: none; }
  .probes:has(iframe) { width: 100%; height: 100%; }
  .probe { position: absolute; height: 800px; }
  .edit-panel { padding: 8px 12px 12px; display: grid; gap: 4px; max-height: 60vh; overflow-y: auto; }
  .panel-head { display: flex; gap: 2px; align-items: center; }
  .panel-title { flex: 1; min-width: 0; font-size: 12px; line-height: 16px; color: var(--soft); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
  .viewport { flex: none; display: grid; grid-template-columns: minmax(0, 1fr); gap: 8px; align-content: start; }
  .width { display: flex; align-items: center; gap: 4px; min-height: 28px; }
  .width input {
    width: auto !important; field-sizing: content; min-width: 5ch !important; min-height: 28px !important; padding: 2px 4px !important; margin-inline-start: -5px !important; font-weight: 600; color: var(--ink) !important;
    border-color: transparent !important; background: none !important; appearance: textfield; font-size: 14px !important;
  }
  .width input:hover, .width input:focus { border-color: var(--border) !important; }
  .width input::-webkit-inner-spin-button { appearance: none; }
  .width .act { margin-inline-start: auto; opacity: 0.55; }
  .width .act:is(:hover, :focus-visible) { opacity: 1; }
  .stand { position: relative; }
  .holder { overflow: hidden; border: 1px solid var(--line); background: #fff; }
  iframe { display: block; border: 0; transform-origin: 0 0; background: #fff; color-scheme: light; }
  .handle {
    position: absolute; top: 0; bottom: 0; inset-inline-end: -14px; width: 14px; cursor: ew-resize; touch-action: none;
  }
  .handle::after {
    content: ''; position: absolute; inset-inline-start: 5px; top: min(50% - 16px, 320px); width: 4px; height: 32px; border-radius: 2px; background: var(--border);
  }
  .handle:is(:hover, :focus-visible)::after { background: var(--kiln); }
  .below { font-size: 12px; line-height: 16px; min-width: 0; }
  .below > p, .below summary { display: flex; flex-wrap: wrap; gap: 4px 12px; justify-content: space-between; }
  .below summary { cursor: pointer; }
  .badge { white-space: nowrap; font-weight: 600; }
  .well { color: var(--patina); }
  .error { color: var(--fault); }
  .warning { color: var(--warn); }
  .note { color: var(--soft); }
  .below ul { display: grid; gap: 4px; padding-top: 8px; overflow-wrap: anywhere; }
  .below .plain { color: inherit; padding: 0; text-align: start; }
  @media (max-width: 600px) { .choice select { max-width: 128px; } .track { order: 9; min-width: 100%; } }
`;
