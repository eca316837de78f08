import { html } from 'lit';
import { icon } from '../form/icons.ts';
import { checkLine } from './check-line.ts';
import type { HiddenPart } from './messages.ts';
import { closeOnLeaving } from './popover.ts';
import type { PreviewSettings } from './preview-settings.ts';
import type { PreviewWords } from './words/en.ts';

/** What the list of hidden parts shows, and whom it tells. */
interface HiddenParts {
  readonly words: PreviewWords;
  readonly settings: PreviewSettings;
  readonly hidden: readonly HiddenPart[];
  set(some: Partial<PreviewSettings>): void;
}

/** What nobody sees at first, to be brought to sight part by part. */
export function hiddenMenu({ words, settings, hidden, set }: HiddenParts) {
  const { revealed, isRevealed } = settings;
  return html`<details class="more" @keydown=${closeOnLeaving} @focusout=${closeOnLeaving}>
    <summary class="do" title=${words.hiddenPartsHelp}>
      ${icon('hidden')}<span>${words.hiddenParts}</span><span class="count">${hidden.length}</span>
    </summary>
    <div class="more-list">
      <p class="help">${words.hiddenPartsNote}</p>
      ${checkLine(words.showAllHidden, words.showAllHidden, isRevealed, (isOn) => set({ isRevealed: isOn }))}
      ${hidden.map(({ path, label, is, isInHost }) =>
        checkLine(
          words.show(label),
          html`${label} <span class="help">${words.hows[is]}${isInHost ? words.inThePage : ''}</span>`,
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
