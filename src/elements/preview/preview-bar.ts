import { html, nothing, type TemplateResult } from 'lit';
import { live } from 'lit/directives/live.js';
import { hostPages } from '../../core/preview/host-pages.ts';
import { type IconName, icon } from '../form/icons.ts';
import { checkLine } from './check-line.ts';
import { hiddenMenu } from './hidden-menu.ts';
import type { HiddenPart } from './messages.ts';
import { closeOnLeaving } from './popover.ts';
import { type PreviewSettings, withinLimits } from './preview-settings.ts';

/** What the bar of a preview shows, and whom it tells. */
export interface BarParts {
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

const states: Options = [
  ['rest', 'Normal'],
  ['hover', 'Hovered'],
  ['focus', 'Focused'],
  ['visited', 'Visited'],
];

const layouts: Options = [
  ['auto', 'Automatic'],
  ['row', 'Side by side'],
  ['one', 'One large'],
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

/** What is chosen often, and behind one button the rest. */
export function previewBar(parts: BarParts) {
  const { settings, samples, sample, set } = parts;
  const hosts: Options = [
    ...Object.entries(hostPages).map(([name, { title }]) => [name, title] as const),
    ...(parts.hasOwnPage ? ([['own', 'Your page']] as const) : []),
  ];
  const all = samples.map((name) => [name, name] as const);
  return html`<div class="bar" role="group" aria-label="Preview options">
    ${samples.length > 1 ? menu('Sample', sample, all, parts.choose) : nothing}
    ${menu('Host page', settings.host, hosts, (host) => set({ host: host as PreviewSettings['host'] }), '', 'Page')}
    ${
      parts.mayEdit
        ? toggle(
            'pencil',
            'Edit here',
            'Click a text, link, picture or colour in a frame to change it',
            settings.isEditing,
            () => set({ isEditing: !settings.isEditing, isPicking: false }),
          )
        : toggle(
            'target',
            'Find field',
            'Click a part of the widget to go to its field. Alt+click does the same.',
            settings.isPicking,
            () => set({ isPicking: !settings.isPicking }),
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

function viewOptions(parts: BarParts) {
  const { settings, set } = parts;
  const { copies, columns } = settings;
  return html`<details class="more" @keydown=${closeOnLeaving} @focusout=${closeOnLeaving}>
    <summary class="do">
      ${icon('options')}<span>View options</span
      >${isUsual(settings) ? nothing : html`<span class="dot"><span class="unseen">, some chosen</span></span>`}
    </summary>
    <div class="more-list">
      ${menu('Layout', settings.layout, layouts, (layout) => set({ layout: layout as PreviewSettings['layout'] }))}
      ${menu('Zoom', String(settings.zoom), zooms, (zoom) => set({ zoom: Number(zoom) }))}
      ${adding(settings, set)}
      ${menu('Background', settings.background, backgrounds, (background) => set({ background }))}
      ${menu(
        'State',
        settings.state,
        states,
        (state) => set({ state: state as PreviewSettings['state'] }),
        'Applies to all links and controls',
      )}
      <span class="choice"
        ><span class="name">Copies</span
        ><span class="pair"
          >${number('Number of copies', copies, 24, (count) => set({ copies: count }))}<span class="soft">in</span
          >${number('Columns of copies', columns, 6, (count) => set({ columns: count }))}</span
        ><span class="help">Number of copies, and of columns</span></span
      >
      <div class="switches">${switches(parts)}</div>
    </div>
  </details>`;
}

function switches({ settings, hasPaste, set }: BarParts): TemplateResult[] {
  const mark = (name: string, help: string, isOn: boolean, give: (isOn: boolean) => void) =>
    checkLine(name, html`${name} <span class="help">${help}</span>`, isOn, give);
  const original = mark(
    'Original',
    'the snippet as pasted, beside it',
    settings.isBeside,
    (isBeside) => set({ isBeside }),
  );
  return [
    ...(hasPaste ? [original] : []),
    mark('Dark scheme', 'for visitors who prefer dark', settings.scheme === 'dark', (isDark) =>
      set({ scheme: isDark ? 'dark' : 'light' }),
    ),
    mark('Reduced motion', 'for visitors who prefer less', settings.isStill, (isStill) =>
      set({ isStill }),
    ),
    mark('Right to left', 'as a page in Arabic', settings.isRightToLeft, (isRightToLeft) =>
      set({ isRightToLeft }),
    ),
    mark('Shadow root', 'keeps out all page styles', settings.isSealed, (isSealed) =>
      set({ isSealed }),
    ),
  ];
}

function isUsual(settings: PreviewSettings): boolean {
  const { isStill, isRightToLeft, isSealed, isBeside, scheme, background, state, zoom } = settings;
  const { layout, copies } = settings;
  const isOn = isStill || isRightToLeft || isSealed || isBeside || background !== '' || zoom !== 0;
  return !isOn && scheme === 'light' && state === 'rest' && layout === 'auto' && copies === 1;
}
