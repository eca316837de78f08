import { html, nothing, type PropertyValues, type TemplateResult } from 'lit';
import { FilledForm } from '../../core/form/filled-form.ts';
import { type ProblemsByPath, problemsByPath } from '../../core/form/form-problems.ts';
import { type FormValues, isSameForm } from '../../core/form/form-values.ts';
import { type Offers, offersOf } from '../../core/form/offers.ts';
import { fieldAt, pathOf } from '../../core/form/place.ts';
import type { Json, JsonObject } from '../../core/model/json-source.ts';
import { inLanguage } from '../../core/model/words.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { addressOfFile, shownAddress } from '../asset-addresses.ts';
import { emit } from '../emit.ts';
import { languageOf } from '../language-of.ts';
import { look } from '../look.ts';
import { exposeParts, formPartNames } from '../parts.ts';
import type { FormParts } from './control.ts';
import { drawField } from './draw-field.ts';
import { FormControl } from './form-control.ts';
import type { FormChange } from './form-events.ts';
import { type FormHost, freshState, openTo } from './form-host.ts';
import { formParts } from './form-parts.ts';
import { formStyle } from './form-style.ts';
import { formView } from './form-view.ts';
import { formWords } from './form-words.ts';
import { holdStill } from './hold-still.ts';
import { Later } from './later.ts';
import type { RowParts } from './row-parts.ts';
import { takeFile } from './take-file.ts';
import type { FormWords } from './words/en.ts';

/** What in a field takes the focus, the control itself before what belongs to it. */
const focusable =
  'input:not([tabindex="-1"]), textarea, select:not(.tools *), [contenteditable], button:not(.act, .tool), .rows';

/** The settings form of a mould; see `KmFormElement` for what it takes and tells. */
export class KmForm extends FormControl {
  static override styles = [look, formStyle];

  private filled: FilledForm | undefined;
  private given: FormValues = { values: {}, below: {} };
  private problems: ProblemsByPath = new Map();
  private offers: Offers = { colours: [], icons: [] };
  private said = '';
  private query = '';
  private reported = '[]';
  private readonly later = new Later();
  /** The values that the embedder knows of. */
  private told: FormValues = this.given;
  private readonly host: FormHost = this.hostOfParts();
  private readonly parts: FormParts = formParts(this.host, (field, steps) =>
    drawField(this.host, this.parts, field, steps),
  );
  /** The form whose settings these are as well. */
  private partner: KmForm | undefined;
  private readonly panels = new Set<WeakRef<KmForm>>();

  get values(): JsonObject {
    return (this.filled?.now ?? this.given).values;
  }

  set values(values: JsonObject) {
    this.begin({ values: values ?? {}, below: this.below });
  }

  get below(): JsonObject {
    return (this.filled?.now ?? this.given).below;
  }

  set below(below: JsonObject) {
    this.begin({ values: this.values, below: below ?? {} });
  }

  /** The same settings again: what is changed in one is changed in the other, with one undo. */
  panel(): KmForm {
    const panel = document.createElement(this.localName) as KmForm;
    panel.partner = this;
    panel.mould = this.mould;
    panel.language = languageOf(this);
    for (const name of ['words', 'controls', 'addressOf', 'disabled', 'readOnly'] as const) {
      Object.assign(panel, { [name]: this[name] });
    }
    this.panels.add(new WeakRef(panel));
    return panel;
  }

  set(path: string, value: Json | undefined): void {
    this.change(path, (form) => form.set(path.split('.'), value));
  }

  valueAt(path: string): Json | undefined {
    return this.filled?.complete(path.split('.'));
  }

  pause(): void {
    this.filled?.pause();
  }

  get rows(): RowParts {
    return this.parts.rows;
  }

  undo(): void {
    if (this.partner) this.partner.undo();
    else if (this.filled?.canGoBack && !this.isFixed)
      this.travel((form) => form.undo(), this.speech.undone);
  }

  redo(): void {
    if (this.partner) this.partner.redo();
    else if (this.filled?.canGoForth && !this.isFixed)
      this.travel((form) => form.redo(), this.speech.redone);
  }

  async focusField(path: string): Promise<void> {
    const steps = path.split('.');
    this.query = '';
    openTo(this.host, steps);
    await this.updateComplete;
    for (let length = steps.length; length > 0; length -= 1) {
      const found = this.elementAt(pathOf(steps.slice(0, length)));
      const control = found?.querySelector<HTMLElement>(focusable);
      if (!control) continue;
      found?.scrollIntoView({ block: 'nearest' });
      control.focus();
      return;
    }
  }

  private get speech(): FormWords {
    return formWords(languageOf(this), this.words);
  }

  protected begin(given: FormValues): void {
    // What comes back from a change is no new beginning.
    const now = { values: this.values, below: this.below };
    // What comes back while a change waits to be told is older than what is typed.
    if (isSameForm(given, now) || (this.later.isWaiting && isSameForm(given, this.told))) return;
    this.later.cancel();
    this.told = given;
    this.given = given;
    this.first = given;
    this.filled?.begin(given);
    this.settle();
    this.requestUpdate();
    this.tellPanels();
  }

  protected override willUpdate(changed: PropertyValues<this>): void {
    if (changed.has('mould') || changed.has('language') || changed.has('words')) this.read();
    else if (changed.has('findings') || changed.has('name')) this.settle();
    if (changed.has('pointedAt') && this.pointedAt) openTo(this.host, this.pointedAt.split('.'));
  }

  override disconnectedCallback(): void {
    super.disconnectedCallback();
    this.later.flush();
  }

  protected override updated(changed: PropertyValues<this>): void {
    exposeParts(this.renderRoot, formPartNames);
    holdStill(this.renderRoot, this.readOnly && !this.disabled);
    if (!changed.has('pointedAt') || !this.pointedAt) return;
    this.elementAt(this.pointedAt)?.scrollIntoView({ block: 'nearest' });
  }

  private read(): void {
    const { mould, partner } = this;
    const now = this.filled?.now ?? this.given;
    this.filled = partner
      ? partner.filled
      : mould && new FilledForm(inLanguage(mould, languageOf(this)), now);
    if (mould) this.offers = offersOf(mould);
    this.settle();
    this.tellPanels();
  }

  /** Brings together what is wrong, and tells where that is not what it was. */
  private settle(): void {
    const own = this.filled?.check.findings ?? [];
    const { faults } = this.speech;
    const say = (one: Finding) => faults[one.code]?.(one.data) ?? one.message;
    this.problems = problemsByPath([...own, ...(this.partner ?? this).findings], say);
    if (this.partner) return;
    this.tellBrowser({ values: this.values, below: this.below }, this.problems);
    const wrong = JSON.stringify([...problemsByPath(own)]);
    if (wrong === this.reported) return;
    this.reported = wrong;
    emit(this, 'km-problems', { findings: own });
  }

  private change(path: string, run: (form: FilledForm) => void): void {
    const { filled: form } = this;
    if (this.partner) this.partner.change(path, run);
    if (this.partner || !form || this.isFixed) return;
    run(form);
    this.settle();
    this.requestUpdate();
    this.tellPanels();
    const { findings } = form.check;
    this.later.run(this.delay, path, (path) => {
      this.told = form.now;
      emit(this, 'km-change', { ...form.now, path, findings } satisfies FormChange);
    });
  }

  get uploads(): ReadonlyMap<string, File> {
    return (this.partner ?? this).host.uploads;
  }

  private shown(src: string): string {
    const { mould } = this;
    const file = this.uploads.get(src);
    if (file) return addressOfFile(file);
    const own = shownAddress(mould?.files ?? {}, src);
    return own === src ? (this.addressOf?.(src) ?? src) : own;
  }

  /** Has the panels of this form show what it now holds; one that was closed is not opened again. */
  private tellPanels(): void {
    for (const one of this.panels) {
      const panel = one.deref();
      if (!panel || (panel.hasUpdated && !panel.isConnected)) this.panels.delete(one);
      else {
        panel.filled = this.filled;
        panel.settle();
        panel.requestUpdate();
      }
    }
  }

  /** What has the focus may go with the change that brought it; the form itself keeps it then. */
  private travel(run: (form: FilledForm) => void, said: string): void {
    const hadFocus = this.shadowRoot?.activeElement !== null;
    this.said = said;
    this.change('', run);
    void this.updateComplete.then(() => {
      if (!hadFocus || this.shadowRoot?.activeElement) return;
      this.shadowRoot?.querySelector<HTMLElement>('.form')?.focus();
    });
  }

  private hostOfParts(): FormHost {
    const element = this;
    return {
      get form() {
        return element.filled as FilledForm;
      },
      get words() {
        return element.speech;
      },
      get isFixed() {
        return element.isFixed;
      },
      get controls() {
        return element.controls;
      },
      addressOf: (src) => element.shown(src),
      keepFile: (src, file) => (element.partner ?? element).host.uploads.set(src, file),
      get offers() {
        return element.offers;
      },
      get problems() {
        return element.problems;
      },
      get pointedAt() {
        return element.pointedAt;
      },
      ...freshState(),
      widthAt(steps) {
        for (let length = steps.length; length > 0; length -= 1) {
          const width = this.widths.get(pathOf(steps.slice(0, length)));
          if (width !== undefined) return width;
        }
        return undefined;
      },
      change: (path, run) => element.change(path, () => run(element.host)),
      take: (file, steps) =>
        takeFile(element.host, file, steps, (asked) =>
          emit(element.partner ?? element, 'km-file', asked),
        ),
      say(words) {
        element.said = words;
      },
      openTo: (steps) => openTo(element.host, steps),
      focusIn: (path, selector) => {
        void element.updateComplete.then(() =>
          element.elementAt(path)?.querySelector<HTMLElement>(selector)?.focus(),
        );
      },
      focused: () => element.shadowRoot?.activeElement ?? null,
      requestUpdate: () => element.requestUpdate(),
    };
  }

  private elementAt(path: string): Element | null {
    return this.renderRoot.querySelector(`[data-path="${CSS.escape(path)}"]`);
  }

  private readonly onKey = (event: KeyboardEvent): void => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
    const key = event.key.toLowerCase();
    if (key !== 'z' && key !== 'y') return;
    event.preventDefault();
    if (key === 'y' || event.shiftKey) this.redo();
    else this.undo();
  };

  private readonly onFocus = (event: Event): void => {
    this.filled?.pause();
    const [target] = event.composedPath() as Element[];
    if (event.type === 'focusout') this.later.flush();
    if (this.partner) return;
    const path = event.type === 'focusin' && target?.closest?.('[data-path]');
    emit(this, 'km-point', { path: path ? path.getAttribute('data-path') : '' });
  };

  protected override render(): TemplateResult | typeof nothing {
    const { filled: form, speech: words, query, problems, parts } = this;
    if (!form) return nothing;
    if (this.only.length > 0) return this.someFields(form);
    return html`<slot name="header"></slot>
      <fieldset class="form" tabindex="-1" ?disabled=${this.disabled} @keydown=${this.onKey} @focusin=${this.onFocus} @focusout=${this.onFocus}>
      ${formView(form, {
        title: form.title,
        words,
        query,
        problems,
        parts,
        opened: this.host.opened,
        search: (query) => {
          this.query = query;
          this.requestUpdate();
        },
        undo: () => this.undo(),
        redo: () => this.redo(),
        resetAll: () => this.change('', (one) => one.resetAll()),
      })}
      <p class="unseen" role="status">${this.said}</p>
    </fieldset><slot name="footer"></slot>`;
  }

  private someFields(form: FilledForm): TemplateResult {
    const fields = this.only.flatMap((path) => {
      const steps = path.split('.');
      const field = fieldAt(form.root, steps);
      return field ? [this.parts.field(field, steps)] : [];
    });
    return html`<fieldset class="form" tabindex="-1" ?disabled=${this.disabled} @keydown=${this.onKey} @focusin=${this.onFocus}>${fields}</fieldset>`;
  }
}
