import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import { icon } from '../form/icons.ts';
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
  const line = (name: unknown, label: string, isOn: boolean, give: (isOn: boolean) => void) =>
    html`<label class="mark-line"
      ><input
        type="checkbox"
        aria-label=${label}
        .checked=${live(isOn)}
        @change=${(event: Event) => give((event.target as HTMLInputElement).checked)}
      /><span>${name}</span></label
    >`;
  return html`<details class="more" @keydown=${closeOnLeaving} @focusout=${closeOnLeaving}>
    <summary class="do" title="Bring to sight what opens, slides in or appears later">
      ${icon('hidden')}<span>Hidden parts</span><span class="count">${hidden.length}</span>
    </summary>
    <div class="more-list">
      <p class="help">What is checked stays in sight while you edit. Nothing of this is saved.</p>
      ${line('Show all of them', 'Show hidden parts', isRevealed, (isOn) => set({ isRevealed: isOn }))}
      ${hidden.map(({ path, label, is, isInHost }) =>
        line(
          html`${label} <span class="help">${hows[is]}${isInHost ? ', in the page' : ''}</span>`,
          `Show ${label}`,
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
