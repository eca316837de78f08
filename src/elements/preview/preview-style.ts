import { css } from 'lit';

/** How a preview stands: a bar, and below it frames on one line. */
export const previewStyle = css`
  .bar { display: flex; flex-wrap: wrap; gap: 8px; align-items: end; padding-bottom: 16px; }
  .choice { display: grid; gap: 2px; min-width: 0; }
  .choice .name { font-size: 12px; line-height: 16px; color: var(--soft); }
  .choice select { width: auto; max-width: 128px; text-overflow: ellipsis; }
  .pair { display: flex; gap: 6px; align-items: center; }
  .soft { color: var(--soft); }
  .pair input { width: 48px !important; }
  .adding { width: 72px !important; }
  .marks { display: flex; gap: 4px; }
  .pick, .more summary {
    min-height: 32px; padding: 5px 10px; border: 1px solid var(--border); border-radius: 4px; background: none; cursor: pointer;
  }
  .pick[aria-pressed='true'] { background: var(--kiln); border-color: var(--kiln); color: var(--paper); }
  .more { position: relative; }
  .more summary { list-style: none; display: flex; gap: 6px; align-items: center; }
  .more summary::after { content: ''; width: 6px; height: 6px; border: solid var(--soft); border-width: 0 1.5px 1.5px 0; transform: rotate(45deg) translate(-1px, -1px); }
  .dot { width: 8px; height: 8px; border-radius: 50%; background: var(--kiln); }
  .more-list {
    position: absolute; right: 0; top: 36px; z-index: 3; display: grid; gap: 8px; width: 224px; padding: 12px 16px;
    background: var(--paper); border: 1px solid var(--line); border-radius: 4px;
    box-shadow: 0 8px 24px rgb(0 0 0 / 0.18);
  }
  .mark-line { display: flex; gap: 8px; align-items: center; min-height: 24px; }
  .mark-line input { accent-color: var(--kiln); width: 16px; height: 16px; margin: 0; }
  .stage { display: flex; align-items: start; overflow-x: auto; padding-bottom: 16px; }
  .viewport { flex: none; display: grid; grid-template-columns: minmax(0, 1fr); gap: 8px; align-content: start; }
  .width { display: flex; align-items: center; gap: 4px; min-height: 28px; }
  .width input {
    width: auto !important; field-sizing: content; min-width: 5ch !important; min-height: 28px !important; padding: 2px 4px !important; margin-left: -5px !important; font-weight: 600; color: var(--ink) !important;
    border-color: transparent !important; background: none !important; appearance: textfield; font-size: 14px !important;
  }
  .width input:hover, .width input:focus { border-color: var(--border) !important; }
  .width input::-webkit-inner-spin-button { appearance: none; }
  .width .act { margin-left: auto; opacity: 0.55; }
  .width .act:is(:hover, :focus-visible) { opacity: 1; }
  .stand { position: relative; }
  .holder { overflow: hidden; border: 1px solid var(--line); background: #fff; }
  iframe { display: block; border: 0; transform-origin: 0 0; background: #fff; color-scheme: light; }
  .handle {
    position: absolute; top: 0; bottom: 0; right: -14px; width: 14px; cursor: ew-resize; touch-action: none;
  }
  .handle::after {
    content: ''; position: absolute; left: 5px; top: min(50% - 16px, 320px); width: 4px; height: 32px; border-radius: 2px; background: var(--border);
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
  @media (max-width: 600px) { .choice select { max-width: 128px; } }
`;
