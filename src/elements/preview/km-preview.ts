import { html, type nothing, type PropertyValues, type TemplateResult } from 'lit';
import type { Cast } from '../../core/compile/cast.ts';
import type { CompiledMould } from '../../core/compile/compile-mould.ts';
import { defaultWidths, type Mould } from '../../core/model/mould.ts';
import { sampleNames } from '../../core/model/samples.ts';
import { type Reached, reachedBy } from '../../core/preview/confinement.ts';
import { loadedAddresses } from '../../core/preview/loaded-addresses.ts';
import { emit } from '../emit.ts';
import { languageOf } from '../language-of.ts';
import { look } from '../look.ts';
import { exposeParts, previewPartNames } from '../parts.ts';
import type { Beginning } from './beginning.ts';
import { EditInFrames } from './edit-in-frames.ts';
import type { ShownFrame } from './frame-view.ts';
import { matchFrames, withoutWidth } from './frames.ts';
import { hostText } from './host-text.ts';
import { litPlaces, pointedPath } from './lit-places.ts';
import type { FromFrame, ToFrame } from './messages.ts';
import { PaintTimes } from './paint-times.ts';
import type { PlacedMoulds } from './placed-moulds.ts';
import { previewBar } from './preview-bar.ts';
import type { SampleChosen } from './preview-events.ts';
import { PreviewFrame } from './preview-frame.ts';
import { PreviewProperties } from './preview-properties.ts';
import {
  arrangementOf,
  beginningAnew,
  type PreviewSettings,
  viewOf,
  withinLimits,
} from './preview-settings.ts';
import { previewStyle } from './preview-style.ts';
import { previewWords } from './preview-words.ts';
import { WidthSweep } from './probe.ts';
import { ShownFiles } from './shown-files.ts';
import { stageView } from './stage-view.ts';
import type { PreviewWords } from './words/en.ts';

type Casting = typeof import('./casting.ts');
/** What casts: most of the code, and of no use before there is a mould. */
let casting: Casting | undefined;

/** The same where something was cast, and so it is there. */
const tools = () => casting as Casting;

/** Frames of a cast at several viewport widths; see `KmPreviewElement` for what it takes and tells. */
export class KmPreview extends PreviewProperties {
  static override styles = [look, previewStyle];

  private compiled: CompiledMould | undefined;
  private placed: PlacedMoulds | undefined;
  private paste: string | undefined;
  private casts: readonly Cast[] = [];
  private frames: ShownFrame[] = [];
  private enlarged: number | undefined;
  private readonly sweep = new WidthSweep(() => this.requestUpdate());
  private readonly shownFiles = new ShownFiles(() => {
    for (const one of this.frames) this.begin(one);
  });
  private readonly editing = new EditInFrames(this.editHost());
  private roomPx = 0;
  private readonly times = new PaintTimes();
  private readonly room = new ResizeObserver(([entry]) => {
    const width = Math.floor(entry?.contentRect.width ?? 0);
    if (width === this.roomPx) return;
    this.roomPx = width;
    this.requestUpdate();
  });

  override connectedCallback(): void {
    super.connectedCallback();
    this.room.observe(this);
    void this.loadCasting();
    // Put elsewhere in a page it makes its frames anew.
    this.requestUpdate();
  }

  private async loadCasting(): Promise<void> {
    casting ??= await import('./casting.ts');
    if (!this.compiled) this.requestUpdate('mould');
  }

  override disconnectedCallback(): void {
    super.disconnectedCallback();
    this.room.disconnect();
    this.sweep.forget();
    for (const { frame } of this.frames) frame.destroy();
    this.frames = [];
  }

  protected override willUpdate(changed: PropertyValues<this>): void {
    let isAnew = (['hostPage', 'hostStyle', 'reaches', 'framePage'] as const).some((one) =>
      changed.has(one),
    );
    if (changed.has('mould') && this.mould && casting) isAnew = this.compile(this.mould) || isAnew;
    const before = changed.get('settings') as PreviewSettings | undefined;
    if (before) isAnew = beginningAnew.some((one) => before[one] !== this.settings[one]) || isAnew;
    if (!this.compiled || !casting) return;
    const placed = casting.placedIn(this.mould as Mould, this.slots, this.moulds, this.placed);
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
    const { compileMould, withMarks, pastePage } = tools();
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
    const { settings, reached, speech } = this;
    const make = (at: number, isPaste: boolean) => {
      const called = manifest.title ?? manifest.name;
      const title = isPaste ? speech.originalFrame(called, at + 1) : speech.frame(called, at + 1);
      const frame: PreviewFrame = new PreviewFrame(
        { title, reached, page: this.framePage },
        {
          changed: () => this.requestUpdate(),
          heard: (message) => this.hear(frame, message),
          emptied: () => {
            const one = this.frames.find((shown) => shown.frame === frame);
            if (one) this.begin(one);
          },
        },
      );
      return frame;
    };
    const hasPaste = this.paste !== undefined;
    const wanted = { settings, hasPaste, reached, page: this.framePage, isAnew };
    const { frames, fresh } = matchFrames(this.frames, wanted, make);
    this.frames = frames;
    return fresh;
  }

  private cast(isAnew: boolean): void {
    const compiled = this.compiled as CompiledMould;
    const { copies, isSealed } = this.settings;
    const { values, below, slots } = this;
    const file = { values, below, ...(slots ? { slots } : {}) };
    const { castCopies, changeBetween, framedAfter, runtime } = tools();
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
    const files = this.uploads();
    if (files.size > 0) this.sendAll({ do: 'assets', assets: files });
    const message: ToFrame =
      difference === 'style'
        ? { do: 'style', styles, change }
        : { do: 'restart', casts: framedAfter(casts, before, runtime), change, hasScript };
    for (const one of shown) {
      // What has not begun yet begins with what is cast now.
      if (one.frame.isWaiting) this.begin(one);
      else one.frame.send(message);
    }
    if (difference === 'restart') this.light();
  }

  private begin({ frame, isPaste }: ShownFrame): void {
    frame.begin(this.beginning(isPaste));
  }

  private beginning(isPaste: boolean): Beginning {
    const { settings, hostPage, hostStyle, placed, casts } = this;
    const page = isPaste ? this.paste : hostText(settings, { hostPage, hostStyle });
    return tools().beginningOf(page ?? '', isPaste ? [] : casts, {
      placed: placed as PlacedMoulds,
      settings,
      reached: this.reached,
      uploads: this.uploads(),
    });
  }

  /** What the values name and no mould holds, as far as it is there. */
  private uploads(): ReadonlyMap<string, Blob> {
    const { compiled, casts, addressOf, form } = this;
    const [first] = casts;
    if (!compiled || !first || !(addressOf || form)) return new Map();
    const named = loadedAddresses(compiled.root, first.values);
    return this.shownFiles.of(named, addressOf, form?.uploads);
  }

  private get reached(): Reached {
    return reachedBy([...(this.placed?.manifests ?? []), { reaches: this.reaches }]);
  }

  private get speech(): PreviewWords {
    return previewWords(languageOf(this), this.words);
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
    const sample = mould && compiled && tools().sampleOf(mould, compiled.root, name);
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
      get words() {
        return element.speech;
      },
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
  protected override updated(): void {
    exposeParts(this.renderRoot, previewPartNames);
  }

  protected override render(): TemplateResult | typeof nothing {
    const { mould, settings, frames } = this;
    if (!mould || !this.compiled) return html`<slot></slot>`;
    const words = this.speech;
    const arrangement = arrangementOf(settings, this.roomPx, this.enlarged);
    const { large = 0 } = arrangement;
    const shown = frames.find(({ at, isPaste }) => at === large && !isPaste);
    return html`<slot name="header"></slot>${previewBar({
      words,
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
      words,
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
      enlarge: (at) => {
        this.enlarged = at;
        this.editing.close();
      },
      startSweep: () =>
        void this.sweep.start(this.beginning(false), {
          words,
          probes: this.renderRoot.querySelector('.probes'),
          page: this.framePage,
        }),
    })}<slot name="footer"></slot>`;
  }

  private removeWidth(at: number): void {
    this.frames = withoutWidth(this.frames, at);
    this.enlarged = undefined;
    this.set({ widths: this.settings.widths.toSpliced(at, 1) });
  }
}
