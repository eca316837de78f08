import { html, LitElement, type nothing, type PropertyValues, type TemplateResult } from 'lit';
import type { Cast } from '../../core/compile/cast.ts';
import { type CompiledMould, compileMould } from '../../core/compile/compile-mould.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { JsonObject } from '../../core/model/json-source.ts';
import { defaultWidths, type Mould } from '../../core/model/mould.ts';
import { sampleNames, sampleOf } from '../../core/model/samples.ts';
import { reachedBy } from '../../core/preview/confinement.ts';
import { castCopies, changeBetween, framedAfter } from '../../core/preview/copies.ts';
import { withMarks } from '../../core/preview/mark-template.ts';
import { pastePage } from '../../core/preview/paste-page.ts';
import { runtime } from '../../generated/runtime.ts';
import { emit } from '../emit.ts';
import { look } from '../look.ts';
import { EditInFrames } from './edit-in-frames.ts';
import type { EditedForm } from './edit-panel.ts';
import type { ShownFrame } from './frame-view.ts';
import { type Beginning, beginningOf, matchFrames, withoutWidth } from './frames.ts';
import { hostText } from './host-text.ts';
import { litPlaces, pointedPath } from './lit-places.ts';
import type { FromFrame, ToFrame } from './messages.ts';
import { PaintTimes } from './paint-times.ts';
import { type PlacedMoulds, placedIn } from './placed-moulds.ts';
import { previewBar } from './preview-bar.ts';
import type { SampleChosen } from './preview-events.ts';
import { PreviewFrame } from './preview-frame.ts';
import {
  arrangementOf,
  beginningAnew,
  type PreviewSettings,
  usualSettings,
  viewOf,
  withinLimits,
} from './preview-settings.ts';
import { previewStyle } from './preview-style.ts';
import { WidthSweep } from './probe.ts';
import { stageView } from './stage-view.ts';

/**
 * Frames of a cast at several viewport widths, side by side and to one scale. What is in them was
 * pasted, and runs confined.
 *
 * Properties: `mould`; `moulds`, others that casts in its slots are of; `values` and `below` as a cast file has them; `settings` (`PreviewSettings`);
 * `hostPage`, HTML of a page to try it in, and `hostStyle`, CSS of a site; `lit`, the path of the
 * field whose places are lit up.
 *
 * Events, all of which bubble out of shadow roots: `km-sample` (`{ name, values, below, slots }`) when
 * another sample was chosen, `km-point` (`{ path, element, isPicked }`) when an element was pointed at,
 * `km-findings` (`{ isSound, findings }`) of the mould and its cast, `km-painted` (`{ ms,
 * madeMs }`) when all frames show the last change, and how long it took to be drawn and to be made.
 *
 * @example
 * const preview = document.querySelector('km-preview');
 * preview.mould = mould;
 * form.addEventListener('km-change', ({ detail }) => Object.assign(preview, detail));
 */
export class KmPreview extends LitElement {
  static override styles = [look, previewStyle];
  static override properties = {
    mould: { attribute: false },
    moulds: { attribute: false },
    values: { attribute: false },
    below: { attribute: false },
    slots: { attribute: false },
    settings: { attribute: false },
    hostPage: { attribute: false },
    hostStyle: { attribute: false },
    lit: { attribute: false },
    sample: { attribute: false },
    form: { attribute: false },
  };

  declare mould: Mould | undefined;
  /** The moulds of what samples have in their slots. */
  declare moulds: readonly Mould[];
  declare values: JsonObject;
  declare below: JsonObject;
  declare slots: CastFile['slots'];
  declare settings: PreviewSettings;
  declare hostPage: string;
  declare hostStyle: string;
  declare lit: string;
  /** The name of the sample chosen last. */
  declare sample: string;
  /** A form of the same mould: what is clicked in a frame can be edited there, through the form. */
  declare form: EditedForm | undefined;

  private compiled: CompiledMould | undefined;
  private placed: PlacedMoulds | undefined;
  private paste: string | undefined;
  private casts: readonly Cast[] = [];
  private frames: ShownFrame[] = [];
  private enlarged: number | undefined;
  private readonly sweep = new WidthSweep(() => this.requestUpdate());
  private readonly editing = new EditInFrames(this.editHost());
  private roomPx = 0;
  private readonly times = new PaintTimes();
  private readonly room = new ResizeObserver(([entry]) => {
    const width = Math.floor(entry?.contentRect.width ?? 0);
    if (width === this.roomPx) return;
    this.roomPx = width;
    this.requestUpdate();
  });

  constructor() {
    super();
    Object.assign(this, {
      moulds: [],
      values: {},
      below: {},
      hostPage: '',
      hostStyle: '',
      lit: '',
    });
    this.sample = 'default';
    this.settings = { ...usualSettings, widths: [] };
  }

  override connectedCallback(): void {
    super.connectedCallback();
    this.room.observe(this);
    // Put elsewhere in a page it makes its frames anew.
    this.requestUpdate();
  }

  override disconnectedCallback(): void {
    super.disconnectedCallback();
    this.room.disconnect();
    this.sweep.forget();
    for (const { frame } of this.frames) frame.destroy();
    this.frames = [];
  }

  protected override willUpdate(changed: PropertyValues<this>): void {
    let isAnew = changed.has('hostPage') || changed.has('hostStyle');
    if (changed.has('mould') && this.mould) isAnew = this.compile(this.mould) || isAnew;
    const before = changed.get('settings');
    if (before) isAnew = beginningAnew.some((one) => before[one] !== this.settings[one]) || isAnew;
    if (!this.compiled) return;
    const placed = placedIn(this.mould as Mould, this.slots, this.moulds, this.placed);
    isAnew = placed.inSlots !== this.placed?.inSlots || isAnew;
    this.placed = placed;
    const fresh = this.matchFrames(isAnew);
    const mayDiffer = (['values', 'below', 'slots'] as const).some((one) => changed.has(one));
    if (isAnew || mayDiffer || this.casts.length === 0) this.cast(isAnew);
    for (const one of isAnew ? this.frames : fresh) this.begin(one);
    if (before && !isAnew) this.sendAll({ do: 'view', view: this.settings });
    if (before) this.sendAll({ do: 'pick', isOn: this.settings.isPicking });
    if (before || changed.has('form')) {
      this.sendAll({ do: 'edit', isOn: this.isEditing });
      if (!this.isEditing) this.editing.close();
    }
    if (isAnew) this.sweep.forget();
    if (changed.has('lit')) this.light();
  }

  /** Makes the mould ready; one that cannot be cast leaves what is shown. True where it is another. */
  private compile(mould: Mould): boolean {
    const plain = compileMould(mould);
    emit(this, 'km-findings', { isSound: plain.isSound, findings: plain.findings });
    if (!plain.isSound) return false;
    const marked = compileMould(withMarks(mould));
    this.compiled = marked.isSound ? marked : plain;
    this.paste = pastePage(mould);
    if (this.settings.widths.length === 0) {
      const widths = mould.manifest.widths ?? defaultWidths;
      this.settings = { ...this.settings, widths: widths.map(withinLimits) };
    }
    return true;
  }

  private matchFrames(isAnew: boolean): ShownFrame[] {
    const { manifest } = this.mould as Mould;
    const reached = reachedBy(this.placed?.manifests ?? []);
    const { settings } = this;
    const make = (at: number, isPaste: boolean) => {
      const title = `${manifest.title ?? manifest.name}${isPaste ? ', original paste' : ''}, frame ${at + 1}`;
      const frame: PreviewFrame = new PreviewFrame(
        title,
        reached,
        () => this.requestUpdate(),
        (message) => this.hear(frame, message),
        () => {
          const one = this.frames.find((shown) => shown.frame === frame);
          if (one) this.begin(one);
        },
      );
      return frame;
    };
    const wanted = { settings, hasPaste: this.paste !== undefined, reached, isAnew };
    const { frames, fresh } = matchFrames(this.frames, wanted, make);
    this.frames = frames;
    return fresh;
  }

  private cast(isAnew: boolean): void {
    const compiled = this.compiled as CompiledMould;
    const { copies, isSealed } = this.settings;
    const { values, below, slots } = this;
    const file = { values, below, ...(slots ? { slots } : {}) };
    const { casts } = castCopies(compiled, file, {
      count: copies,
      options: { sealed: isSealed, moulds: this.placed?.moulds, assetAt: this.placed?.assetAt },
      runtime,
    });
    const before = this.casts;
    this.casts = casts;
    emit(this, 'km-findings', { isSound: true, findings: casts[0]?.findings ?? [], isCast: true });
    if (isAnew || before.length === 0) return;
    const difference = changeBetween(before, casts);
    if (difference === 'nothing') return;
    this.sweep.forget();
    const shown = this.frames.filter(({ isPaste }) => !isPaste);
    const change = this.times.begin(shown.map(({ frame }) => frame));
    const styles = casts.map(({ id, castStyle }) => [id, castStyle] as const);
    const hasScript = casts.some(({ script }) => script !== undefined);
    const message: ToFrame =
      difference === 'style'
        ? { do: 'style', styles, change }
        : { do: 'restart', casts: framedAfter(casts, before, runtime), change, hasScript };
    for (const { frame } of shown) frame.send(message);
    if (difference === 'restart') this.light();
  }

  private begin({ frame, isPaste }: ShownFrame): void {
    frame.begin(this.beginning(isPaste));
  }

  private beginning(isPaste: boolean): Beginning {
    const { settings, hostPage, hostStyle, placed, casts } = this;
    const page = isPaste ? this.paste : hostText(settings, { hostPage, hostStyle });
    return beginningOf(page ?? '', isPaste ? [] : casts, placed as PlacedMoulds, settings);
  }

  private light(): void {
    const { compiled, casts } = this;
    const markup = casts[0]?.markup;
    if (!compiled || markup === undefined) return;
    this.sendAll({ do: 'light', ...litPlaces(compiled.root, markup, this.lit) });
  }

  private sendAll(message: ToFrame): void {
    const own =
      message.do === 'view'
        ? { do: 'view' as const, view: viewOf(message.view as PreviewSettings) }
        : message;
    for (const { frame } of this.frames) frame.send(own);
  }

  private hear(frame: PreviewFrame, message: FromFrame): void {
    const time = message.say === 'painted' && this.times.painted(frame, message);
    if (time) emit(this, 'km-painted', time);
    if (message.say === 'shown') {
      if (this.lit) this.light();
      if (this.settings.isPicking) frame.send({ do: 'pick', isOn: true });
      if (this.isEditing) frame.send({ do: 'edit', isOn: true });
    }
    this.editing.hear(frame, message);
    if (message.say === 'point' && this.compiled) {
      const { marks, properties, element, isPicked } = message;
      // While something is edited, the form stays with that.
      if (this.isEditing && !isPicked) return;
      const path = pointedPath(this.compiled.root, marks, properties);
      emit(this, 'km-point', { path, element, isPicked });
    }
  }

  private choose(name: string): void {
    const { mould, compiled } = this;
    const sample = mould && compiled && sampleOf(mould, compiled.root, name);
    if (!sample) return;
    const { values = {}, below = {}, slots } = sample.cast;
    Object.assign(this, { sample: name, values, below, slots });
    emit(this, 'km-sample', { name, values, below, slots } satisfies SampleChosen);
  }

  private set(some: Partial<PreviewSettings>): void {
    this.settings = { ...this.settings, ...some };
  }

  private editHost(): ConstructorParameters<typeof EditInFrames>[0] {
    const element = this;
    return {
      get form() {
        return element.form;
      },
      get root() {
        return element.compiled?.root;
      },
      get stage() {
        return element.renderRoot.querySelector('.stage');
      },
      point: (path) => emit(element, 'km-point', { path, element: '', isPicked: false }),
      requestUpdate: () => element.requestUpdate(),
    };
  }

  private get isEditing(): boolean {
    return this.settings.isEditing && this.form !== undefined;
  }
  protected override render(): TemplateResult | typeof nothing {
    const { mould, settings, frames } = this;
    if (!mould || !this.compiled) return html`<slot></slot>`;
    const arrangement = arrangementOf(settings, this.roomPx, this.enlarged);
    const { large = 0 } = arrangement;
    const shown = frames.find(({ at, isPaste }) => at === large && !isPaste);
    return html`${previewBar({
      settings,
      samples: sampleNames(mould),
      sample: this.sample,
      hasOwnPage: this.hostPage !== '',
      hasPaste: this.paste !== undefined,
      mayEdit: this.form !== undefined,
      hidden: shown?.frame.state.hidden ?? [],
      set: (some) => this.set(some),
      choose: (name) => this.choose(name),
    })}
    ${stageView({
      frames,
      settings,
      arrangement,
      sweep: this.sweep,
      panel: this.editing.view(this.roomPx),
      resize: (at, width) => {
        // What a person is at work on stays large, however wide it gets.
        this.enlarged = arrangement.large;
        this.set({ widths: settings.widths.with(at, width) });
      },
      remove: (at) => this.removeWidth(at),
      enlarge: (at) => this.enlarge(at),
      startSweep: () =>
        void this.sweep.start(this.beginning(false), this.renderRoot.querySelector('.probes')),
    })}`;
  }

  private enlarge(at: number): void {
    this.enlarged = at;
    this.editing.close();
  }

  private removeWidth(at: number): void {
    this.frames = withoutWidth(this.frames, at);
    this.enlarged = undefined;
    this.set({ widths: this.settings.widths.toSpliced(at, 1) });
  }
}
