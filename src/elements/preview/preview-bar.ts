import { html, nothing, type TemplateResult } from 'lit';
import { live } from 'lit/directives/live.js';
import { type IconName, icon } from '../form/icons.ts';
import { checkLine } from './check-line.ts';
import { hiddenMenu } from './hidden-menu.ts';
import type { HiddenPart } from './messages.ts';
import { closeOnLeaving } from './popover.ts';
import { type PreviewSettings, withinLimits } from './preview-settings.ts';
import type { PreviewWords } from './words/en.ts';

/** What the bar of a preview shows, and whom it tells. */
export interface BarParts {
  readonly words: PreviewWords;
  readonly settings: PreviewSettings;
  readonly samples: readonly string[];
  readonly sample: string;
  readonly hasOwnPage: boolean;
  readonly hasPaste: boolean;
  /** True where what is clicked in a frame can be edited there. */
  readonly mayEdit: boolean;
  readonly hidden: readonly HiddenPart[];
  set(some: Partial<PreviewSettings>): void;
  choose(sample: string): void;
}

type Options = readonly (readonly [value: string, title: string])[];

/** Shares of the full size, as percentages. */
const zooms = [0.25, 0.5, 0.75, 1];

const backgrounds = {
  usual: '',
  white: '#ffffff',
  grey: '#f2f2f2',
  black: '#1d1d1f',
  red: '#7a1f3d',
} as const;

/** What is chosen often, and behind one button the rest. */
export function previewBar(parts: BarParts) {
  const { settings, samples, sample, set, words } = parts;
  const hosts: Options = Object.entries(words.hosts).filter(
    ([name]) => name !== 'own' || parts.hasOwnPage,
  );
  const all = samples.map((name) => [name, name] as const);
  return html`<div class="bar" role="group" aria-label=${words.options}>
    ${samples.length > 1 ? menu(words.sample, sample, all, parts.choose) : nothing}
    ${menu(words.hostPage, settings.host, hosts, (host) => set({ host: host as PreviewSettings['host'] }), '', words.page)}
    ${
      parts.mayEdit
        ? toggle('pencil', words.editHere, words.editHereHelp, settings.isEditing, () =>
            set({ isEditing: !settings.isEditing, isPicking: false }),
          )
        : toggle('target', words.findField, words.findFieldHelp, settings.isPicking, () =>
            set({ isPicking: !settings.isPicking }),
          )
    }
    ${parts.hidden.length > 0 || settings.revealed.length > 0 ? hiddenMenu(parts) : nothing}
    ${viewOptions(parts)}
  </div>`;
}

function toggle(name: IconName, word: string, title: string, isOn: boolean, run: () => void) {
  return html`<button type="button" class="do" aria-pressed=${isOn} title=${title} @click=${run}>
    ${icon(name)}<span>${word}</span>
  </button>`;
}

function menu(
  name: string,
  value: string,
  options: Options,
  give: (value: string) => void,
  help = '',
  shown = name,
) {
  return html`<label class="choice"
    ><span class="name">${shown}</span
    ><select
      aria-label=${name}
      .value=${live(value)}
      @change=${(event: Event) => give((event.target as HTMLSelectElement).value)}
    >
      ${options.map(([one, title]) => html`<option value=${one} ?selected=${one === value}>${title}</option>`)}
    </select>${help !== '' ? html`<span class="help">${help}</span>` : nothing}</label
  >`;
}

/** What is being typed is left alone by whatever else is drawn meanwhile. */
function number(label: string, value: number, most: number, give: (value: number) => void) {
  return html`<input
    type="number"
    min="1"
    max=${most}
    aria-label=${label}
    .value=${String(value)}
    @change=${(event: Event) => {
      const input = event.target as HTMLInputElement;
      const typed = Math.min(most, Math.max(1, Math.round(Number(input.value)) || 1));
      input.value = String(typed);
      give(typed);
    }}
  />`;
}

function adding({ settings: { widths }, words, set }: BarParts) {
  return html`<label class="choice"
    ><span class="name">${words.addWidth}</span
    ><input
      class="adding"
      type="number"
      min="1"
      placeholder="px"
      @change=${(event: Event) => {
        const input = event.target as HTMLInputElement;
        const typed = Number(input.value);
        input.value = '';
        if (typed > 0) set({ widths: [...widths, withinLimits(typed)] });
      }}
  /></label>`;
}

function viewOptions(parts: BarParts) {
  const { settings, words, set } = parts;
  const { copies, columns } = settings;
  const percents: Options = zooms.map((share) => [String(share), `${share * 100} %`]);
  const colours: Options = Object.entries(backgrounds).map(([name, color]) => [
    color,
    words.backgrounds[name as keyof typeof backgrounds],
  ]);
  return html`<details class="more" @keydown=${closeOnLeaving} @focusout=${closeOnLeaving}>
    <summary class="do">
      ${icon('options')}<span>${words.viewOptions}</span
      >${isUsual(settings) ? nothing : html`<span class="dot"><span class="unseen">${words.someChosen}</span></span>`}
    </summary>
    <div class="more-list">
      ${menu(words.layout, settings.layout, Object.entries(words.layouts), (layout) => set({ layout: layout as PreviewSettings['layout'] }))}
      ${menu(words.zoom, String(settings.zoom), [['0', words.fit], ...percents], (zoom) => set({ zoom: Number(zoom) }))}
      ${adding(parts)}
      ${menu(words.background, settings.background, colours, (background) => set({ background }))}
      ${menu(
        words.state,
        settings.state,
        Object.entries(words.states),
        (state) => set({ state: state as PreviewSettings['state'] }),
        words.stateHelp,
      )}
      <span class="choice"
        ><span class="name">${words.copies}</span
        ><span class="pair"
          >${number(words.numberOfCopies, copies, 24, (count) => set({ copies: count }))}<span class="soft">${words.copiesIn}</span
          >${number(words.columnsOfCopies, columns, 6, (count) => set({ columns: count }))}</span
        ><span class="help">${words.copiesHelp}</span></span
      >
      <div class="switches">${switches(parts)}</div>
    </div>
  </details>`;
}

function switches({ settings, hasPaste, words, set }: BarParts): TemplateResult[] {
  const mark = (name: string, help: string, isOn: boolean, give: (isOn: boolean) => void) =>
    checkLine(name, html`${name} <span class="help">${help}</span>`, isOn, give);
  const original = mark(words.original, words.originalHelp, settings.isBeside, (isBeside) =>
    set({ isBeside }),
  );
  return [
    ...(hasPaste ? [original] : []),
    mark(words.dark, words.darkHelp, settings.scheme === 'dark', (isDark) =>
      set({ scheme: isDark ? 'dark' : 'light' }),
    ),
    mark(words.still, words.stillHelp, settings.isStill, (isStill) => set({ isStill })),
    mark(words.rightToLeft, words.rightToLeftHelp, settings.isRightToLeft, (isRightToLeft) =>
      set({ isRightToLeft }),
    ),
    mark(words.sealed, words.sealedHelp, settings.isSealed, (isSealed) => set({ isSealed })),
  ];
}

function isUsual(settings: PreviewSettings): boolean {
  const { isStill, isRightToLeft, isSealed, isBeside, scheme, background, state, zoom } = settings;
  const { layout, copies } = settings;
  const isOn = isStill || isRightToLeft || isSealed || isBeside || background !== '' || zoom !== 0;
  return !isOn && scheme === 'light' && state === 'rest' && layout === 'auto' && copies === 1;
}
