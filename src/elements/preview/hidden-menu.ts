import { html } from 'lit';
import { icon } from '../form/icons.ts';
import { checkLine } from './check-line.ts';
import type { HiddenPart } from './messages.ts';
import { closeOnLeaving } from './popover.ts';
import type { PreviewSettings } from './preview-settings.ts';

/** What the list of hidden parts shows, and whom it tells. */
interface HiddenParts {
  readonly settings: PreviewSettings;
  readonly hidden: readonly HiddenPart[];
  set(some: Partial<PreviewSettings>): void;
}

/** How a part is hidden, in words. */
const hows: Readonly<Record<HiddenPart['is'], string>> = {
  hidden: 'hidden',
  transparent: 'transparent',
  closed: 'closed',
  outside: 'out of sight',
};

/** What nobody sees at first, to be brought to sight part by part. */
export function hiddenMenu({ settings, hidden, set }: HiddenParts) {
  const { revealed, isRevealed } = settings;
  return html`<details class="more" @keydown=${closeOnLeaving} @focusout=${closeOnLeaving}>
    <summary class="do" title="Show what opens, slides in or appears later">
      ${icon('hidden')}<span>Hidden parts</span><span class="count">${hidden.length}</span>
    </summary>
    <div class="more-list">
      <p class="help">Checked parts stay visible while you edit. This is not saved.</p>
      ${checkLine('Show all hidden parts', 'Show all hidden parts', isRevealed, (isOn) => set({ isRevealed: isOn }))}
      ${hidden.map(({ path, label, is, isInHost }) =>
        checkLine(
          `Show ${label}`,
          html`${label} <span class="help">${hows[is]}${isInHost ? ', in the page' : ''}</span>`,
          isRevealed || revealed.includes(path),
          (isOn) =>
            set({
              isRevealed: false,
              revealed: isOn ? [...revealed, path] : revealed.filter((one) => one !== path),
            }),
        ),
      )}
    </div>
  </details>`;
}
