import type { Finding, Mould } from 'keen-mould';
import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import { ask } from '../beside.ts';
import { placeInPaste } from '../in-paste.ts';
import { heldUp } from '../refused.ts';

/** What a person can do here about a finding whose hint is meant for files and commands. */
const advice: readonly (readonly [code: RegExp, what: string, step?: 'fields'])[] = [
  [/^markup\/heading-rank$/, 'Make the level a field, so that an editor can choose it.', 'fields'],
  [/^markup\/unused-classes$/, 'Paste the style sheet it belongs to as well, or leave it.'],
  [/^address\/remote$/, 'Leave it if the address stays, or make it a field.', 'fields'],
  [/^snippet\/remote-file$/, 'Leave it if the address stays, or paste its code as well.'],
  [/^style\/(?:no-match|not-read)$/, 'Leave it: it does no harm.'],
  [/^snippet\/page-styles$/, 'Leave it, unless the widget needs them.'],
  [/^style\/low-contrast$/, 'Make the colours fields, or change them above.', 'fields'],
];

/** What was found in a paste, each with its place in it and with what can be done here. */
export function findingsView(bench: Bench, faults: readonly Finding[]) {
  const { mould } = bench.work;
  if (!mould && faults.length === 0) return nothing;
  if (faults.length === 0) return html`<p class="well">✓ No problems found.</p>`;
  const fixable = faults.filter((one) => one.fixable).length;
  return html`<section class="findings" aria-label="What is wrong with it">
    <div class="bar"><h3>${faults.length === 1 ? '1 finding' : `${faults.length} findings`}</h3>
      ${
        fixable > 1 && mould
          ? html`<button @click=${() => run(bench, mould)}>Fix ${fixable} of them</button>`
          : nothing
      }</div>
    <ul>${faults.map((one) => row(bench, one))}</ul>
  </section>`;
}

const signs = { error: '✕', warning: '▲', note: '○' } as const;

function row(bench: Bench, one: Finding) {
  const { level, message, hint, code, fixable } = one;
  const { work, screen } = bench;
  const { mould, pieces } = work;
  const place = mould ? placeInPaste(one, mould, pieces) : undefined;
  const key = `${code} ${one.file} ${one.line} ${one.column}`;
  const isShown = screen.shownFinding === key;
  const [, what, step] = advice.find(([pattern]) => pattern.test(code)) ?? [];
  const said = what ?? hint;
  return html`<li class="${level} ${isShown ? 'is-shown' : ''}">
    <p><b><span aria-hidden="true">${signs[level]}</span> ${level}</b> ${message}</p>
    ${said && !(fixable && mould) ? html`<p class="soft">${said}</p>` : nothing}
    <p class="acts">
      ${
        place
          ? html`<button class="small" aria-pressed=${isShown} @click=${() => show(bench, key, isShown)}>Show in the code</button>`
          : nothing
      }
      ${fixable && mould ? html`<button class="small" @click=${() => run(bench, mould, one)}>Fix it</button>` : nothing}
      ${step ? html`<button class="small" @click=${() => bench.show({ step })}>Go to Fields</button>` : nothing}
    </p>
  </li>`;
}

function show(bench: Bench, key: string, isShown: boolean): void {
  bench.show({ shownFinding: isShown ? '' : key });
  document.querySelector('.panes')?.scrollIntoView({ block: 'nearest' });
}

async function run(bench: Bench, mould: Mould, only?: Finding): Promise<void> {
  const better = await ask('fix', mould, only).catch(heldUp(bench));
  if (!better || bench.work.mould !== mould) return;
  const said =
    better.count === 0 ? 'Nothing was changed.' : `${better.count} fixed. Undo brings it back.`;
  bench.change({ mould: better.mould }, '', said);
}

/** The stretch of each piece that is marked for the finding shown. */
export function shownPlace(bench: Bench, faults: readonly Finding[]) {
  const { work, screen } = bench;
  const one = faults.find(
    ({ code, file, line, column }) => `${code} ${file} ${line} ${column}` === screen.shownFinding,
  );
  return one && work.mould ? placeInPaste(one, work.mould, work.pieces) : undefined;
}
