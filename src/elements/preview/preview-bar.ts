import { html, nothing } from 'lit';
import { live } from 'lit/directives/live.js';
import { hostPages } from '../../core/preview/host-pages.ts';
import { type PreviewSettings, withinLimits } from './preview-settings.ts';

/** What the bar of a preview shows, and whom it tells. */
export interface BarParts {
  readonly settings: PreviewSettings;
  readonly samples: readonly string[];
  readonly sample: string;
  readonly hasOwnPage: boolean;
  readonly hasPaste: boolean;
  set(some: Partial<PreviewSettings>): void;
  choose(sample: string): void;
}

type Options = readonly (readonly [value: string, title: string])[];

const states: Options = [
  ['rest', 'Normal'],
  ['hover', 'Hovered'],
  ['focus', 'Focused'],
  ['visited', 'Visited'],
];

const zooms: Options = [
  ['0', 'Fit'],
  ['0.25', '25 %'],
  ['0.5', '50 %'],
  ['0.75', '75 %'],
  ['1', '100 %'],
];

const backgrounds: Options = [
  ['', 'Default'],
  ['#ffffff', 'White'],
  ['#f2f2f2', 'Grey'],
  ['#1d1d1f', 'Black'],
  ['#7a1f3d', 'Deep red'],
];

/** All that can be chosen about how a mould is looked at. */
export function previewBar(parts: BarParts) {
  const { settings, samples, sample, set } = parts;
  const { copies, columns } = settings;
  const hosts: Options = [
    ...Object.entries(hostPages).map(([name, { title }]) => [name, title] as const),
    ...(parts.hasOwnPage ? ([['own', 'Your page']] as const) : []),
  ];
  return html`<div class="bar" role="group" aria-label="Preview options">
    ${menu(
      'Sample',
      sample,
      samples.map((name) => [name, name] as const),
      parts.choose,
    )}
    ${menu('Host page', settings.host, hosts, (host) => set({ host: host as PreviewSettings['host'] }))}
    ${menu('State', settings.state, states, (state) => set({ state: state as PreviewSettings['state'] }))}
    <span class="choice"
      ><span class="name">Copies</span
      ><span class="pair"
        >${number('Number of copies', copies, 24, (count) => set({ copies: count }))}<span class="soft">in</span
        >${number('Columns of copies', columns, 6, (count) => set({ columns: count }))}</span
      ></span
    >
    ${menu('Zoom', String(settings.zoom), zooms, (zoom) => set({ zoom: Number(zoom) }))}
    ${adding(settings, set)}
    ${more(parts)}
  </div>`;
}

function menu(name: string, value: string, options: Options, give: (value: string) => void) {
  return html`<label class="choice"
    ><span class="name">${name}</span
    ><select
      .value=${live(value)}
      @change=${(event: Event) => give((event.target as HTMLSelectElement).value)}
    >
      ${options.map(([one, title]) => html`<option value=${one} ?selected=${one === value}>${title}</option>`)}
    </select></label
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

function adding({ widths }: PreviewSettings, set: BarParts['set']) {
  return html`<label class="choice"
    ><span class="name">Add width</span
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

function more({ settings, hasPaste, set }: BarParts) {
  const mark = (name: string, isOn: boolean, give: (isOn: boolean) => void) =>
    html`<label class="mark-line"
      ><input
        type="checkbox"
        .checked=${live(isOn)}
        @change=${(event: Event) => give((event.target as HTMLInputElement).checked)}
      />${name}</label
    >`;
  const isUsual =
    !(settings.isRevealed || settings.isStill || settings.isRightToLeft || settings.isSealed) &&
    settings.scheme === 'light' &&
    settings.background === '';
  return html`<span class="marks">
      <button
        type="button"
        class="pick"
        aria-pressed=${settings.isPicking}
        title="Click an element to go to its field. Alt+click does the same."
        @click=${() => set({ isPicking: !settings.isPicking })}
      >
        Point
      </button>
      ${hasPaste ? html`<button type="button" class="pick" aria-pressed=${settings.isBeside} title="Show the original paste next to each frame" @click=${() => set({ isBeside: !settings.isBeside })}>Original</button>` : nothing}
    </span>
    <details class="more">
      <summary>More${isUsual ? nothing : html`<span class="dot" title="Some options are set"></span>`}</summary>
      <div class="more-list">
        ${mark('Show hidden parts', settings.isRevealed, (isRevealed) => set({ isRevealed }))}
        ${mark('Dark scheme', settings.scheme === 'dark', (isDark) => set({ scheme: isDark ? 'dark' : 'light' }))}
        ${mark('Reduced motion', settings.isStill, (isStill) => set({ isStill }))}
        ${mark('Right to left', settings.isRightToLeft, (isRightToLeft) => set({ isRightToLeft }))}
        ${mark('Shadow root', settings.isSealed, (isSealed) => set({ isSealed }))}
        ${menu('Background', settings.background, backgrounds, (background) => set({ background }))}
      </div>
    </details>`;
}
