import { html, nothing } from 'lit';
import type { FolderState, ShownFinding } from '../core/preview/preview-talk.ts';

const signs = { error: '✕ error', warning: '▲ warning', note: '○ note' } as const;

/** What is wrong with the folder, with the lines it stands in. */
export function findingsView({ isSound, findings, version }: FolderState) {
  if (isSound && findings.length === 0) return nothing;
  const said =
    version === 0
      ? 'This mould cannot be cast yet.'
      : 'The saved mould cannot be cast. The frames show the last version that worked.';
  const isBad = findings.some(({ level }) => level !== 'note');
  return html`<details class="problems" ?open=${!isSound || isBad}>
    <summary>
      ${isSound ? summary(findings) : html`<strong class="banner">${said}</strong>`}
    </summary>
    <ul class="findings">${findings.map(row)}</ul>
  </details>`;
}

function summary(findings: readonly ShownFinding[]): string {
  const parts = (['error', 'warning', 'note'] as const).flatMap((level) => {
    const count = findings.filter((one) => one.level === level).length;
    return count === 0 ? [] : [`${count} ${level}${count === 1 ? '' : 's'}`];
  });
  return `The files: ${parts.join(', ')}`;
}

function row({ level, message, file, line, column, frame, hint }: ShownFinding) {
  return html`<li class=${level}>
    <p class="level">${signs[level]}</p>
    <p class="message">${message}</p>
    ${file ? html`<p class="place">${file}${line === undefined ? '' : `:${line}:${column}`}</p>` : nothing}
    ${frame ? html`<pre class="code">${frame}</pre>` : nothing}
    ${hint ? html`<p class="hint">${hint}</p>` : nothing}
  </li>`;
}
