import { html, LitElement, nothing, type PropertyValues, type TemplateResult } from 'lit';
import { FilledForm } from '../../core/form/filled-form.ts';
import { type ProblemsByPath, problemsByPath } from '../../core/form/form-problems.ts';
import type { FormValues } from '../../core/form/form-values.ts';
import { type Offers, offersOf } from '../../core/form/offers.ts';
import { fieldAt, pathOf } from '../../core/form/place.ts';
import type { Json, JsonObject } from '../../core/model/json-source.ts';
import type { Mould } from '../../core/model/mould.ts';
import { inLanguage } from '../../core/model/words.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { emit } from '../emit.ts';
import { look } from '../look.ts';
import type { FormParts } from './control.ts';
import { drawField } from './draw-field.ts';
import type { FormChange } from './form-events.ts';
import { type FormHost, freshState, openTo } from './form-host.ts';
import { formParts } from './form-parts.ts';
import { formStyle } from './form-style.ts';
import { formView } from './form-view.ts';
import { formWords } from './form-words.ts';
import type { RowParts } from './row-parts.ts';
import { takeFile } from './take-file.ts';

/** What in a field takes the focus, the control itself before what belongs to it. */
const focusable =
  'input:not([tabindex="-1"]), textarea, select:not(.tools *), [contenteditable], button:not(.act, .tool), .rows';

/**
 * The settings form of a mould, made from its fields.
 *
 * Properties: `mould`; `values` and `below` as a cast file has them; `language`, a BCP 47 tag, by
 * default that of the page around it; `findings`, of a cast made elsewhere, whose problems are
 * shown beside those it finds itself; `pointedAt`, the path of a field to be lit up.
 *
 * Events, all of which bubble out of shadow roots: `km-change` (`FormChange`) when a value changes,
 * `km-problems` (`{ findings }`) when what is wrong changes, `km-file` (`FileAsked`) for the address
 * of a dropped or chosen file, `km-point` (`{ path }`) when a field gets the focus, '' when none has.
 *
 * @example
 * const form = document.querySelector('km-form');
 * form.mould = mould;
 * form.addEventListener('km-change', ({ detail }) => save(detail.values));
 */
export class KmForm extends LitElement {
  static override styles = [look, formStyle];
  static override properties = {
    mould: { attribute: false },
    values: { attribute: false, noAccessor: true },
    below: { attribute: false, noAccessor: true },
    findings: { attribute: false },
    language: {},
    pointedAt: { attribute: false },
    only: { attribute: false },
  };

  declare mould: Mould | undefined;
  declare language: string;
  declare findings: readonly Finding[];
  declare pointedAt: string;
  /** Paths of the fields that are shown, in this order; all where it is empty. */
  declare only: readonly string[];

  private form: FilledForm | undefined;
  private given: FormValues = { values: {}, below: {} };
  private problems: ProblemsByPath = new Map();
  private offers: Offers = { colours: [], icons: [] };
  private said = '';
  private query = '';
  private reported = '[]';
  private readonly host: FormHost = this.hostOfParts();
  private readonly parts: FormParts = formParts(this.host, (field, steps) =>
    drawField(this.host, this.parts, field, steps),
  );
  /** The form whose settings these are as well. */
  private partner: KmForm | undefined;
  private readonly panels = new Set<WeakRef<KmForm>>();

  constructor() {
    super();
    this.language = '';
    this.findings = [];
    this.pointedAt = '';
    this.only = [];
  }

  /** Values as a cast file has them: what is absent is the default. */
  get values(): JsonObject {
    return (this.form?.now ?? this.given).values;
  }

  set values(values: JsonObject) {
    this.begin({ values, below: this.below });
  }

  /** Values for viewports narrower than so many px, by width and then by field. */
  get below(): JsonObject {
    return (this.form?.now ?? this.given).below;
  }

  set below(below: JsonObject) {
    this.begin({ values: this.values, below });
  }

  /** The same settings again: what is changed in one is changed in the other, with one undo. */
  panel(): KmForm {
    const panel = document.createElement(this.localName) as KmForm;
    panel.partner = this;
    panel.mould = this.mould;
    panel.language = this.speaks;
    this.panels.add(new WeakRef(panel));
    return panel;
  }

  /** Gives one value, by its path with rows counted from 0; undefined puts back the default. */
  set(path: string, value: Json | undefined): void {
    this.change(path, (form) => form.set(path.split('.'), value));
  }

  /** The value at a path as it is now, complete: by default where none is given. */
  valueAt(path: string): Json | undefined {
    return this.form?.complete(path.split('.'));
  }

  /** Makes the next change a step of its own to undo. */
  pause(): void {
    this.form?.pause();
  }

  /** Adds, doubles, moves or takes out a row of a list. */
  get rows(): RowParts {
    return this.parts.rows;
  }

  /** Takes back the last change. */
  undo(): void {
    if (this.partner) this.partner.undo();
    else if (this.form?.canGoBack) this.travel((form) => form.undo(), this.words.undone);
  }

  /** Makes the change again that was taken back last. */
  redo(): void {
    if (this.partner) this.partner.redo();
    else if (this.form?.canGoForth) this.travel((form) => form.redo(), this.words.redone);
  }

  /** Opens what a field stands in and puts the focus on it. */
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

  private get words() {
    return formWords(this.speaks);
  }
  private get speaks(): string {
    return this.language || (this.closest('[lang]')?.getAttribute('lang') ?? '');
  }

  private begin(given: FormValues): void {
    // What comes back from a change is no new beginning.
    if (given.values === this.values && given.below === this.below) return;
    this.given = given;
    this.form?.begin(given);
    this.settle();
    this.requestUpdate();
    this.tellPanels();
  }

  protected override willUpdate(changed: PropertyValues<this>): void {
    if (changed.has('mould') || changed.has('language')) this.read();
    else if (changed.has('findings')) this.settle();
    if (changed.has('pointedAt') && this.pointedAt) openTo(this.host, this.pointedAt.split('.'));
  }

  protected override updated(changed: PropertyValues<this>): void {
    if (!changed.has('pointedAt') || !this.pointedAt) return;
    this.elementAt(this.pointedAt)?.scrollIntoView({ block: 'nearest' });
  }

  private read(): void {
    const { mould, partner } = this;
    const now = this.form?.now ?? this.given;
    this.form = partner
      ? partner.form
      : mould && new FilledForm(inLanguage(mould, this.speaks), now);
    if (mould) this.offers = offersOf(mould);
    this.settle();
    this.tellPanels();
  }

  /** Brings together what is wrong, and tells where that is not what it was. */
  private settle(): void {
    const own = this.form?.check.findings ?? [];
    this.problems = problemsByPath([...own, ...(this.partner ?? this).findings]);
    if (this.partner) return;
    const problems = JSON.stringify([...problemsByPath(own)]);
    if (problems === this.reported) return;
    this.reported = problems;
    emit(this, 'km-problems', { findings: own });
  }

  private change(path: string, run: (form: FilledForm) => void): void {
    const { form } = this;
    if (this.partner) this.partner.change(path, run);
    if (this.partner || !form) return;
    run(form);
    this.settle();
    this.requestUpdate();
    this.tellPanels();
    const { findings } = form.check;
    emit(this, 'km-change', { ...form.now, path, findings } satisfies FormChange);
  }

  /** Has the panels of this form show what it now holds; one that was closed is not opened again. */
  private tellPanels(): void {
    for (const one of this.panels) {
      const panel = one.deref();
      if (!panel || (panel.hasUpdated && !panel.isConnected)) this.panels.delete(one);
      else {
        panel.form = this.form;
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
        return element.form as FilledForm;
      },
      get files() {
        return element.mould?.files ?? {};
      },
      get words() {
        return element.words;
      },
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
    this.form?.pause();
    const [target] = event.composedPath() as Element[];
    if (this.partner) return;
    const path = event.type === 'focusin' && target?.closest?.('[data-path]');
    emit(this, 'km-point', { path: path ? path.getAttribute('data-path') : '' });
  };

  protected override render(): TemplateResult | typeof nothing {
    const { form, words, query, problems, parts } = this;
    if (!form) return nothing;
    if (this.only.length > 0) return this.someFields(form);
    return html`<div class="form" tabindex="-1" @keydown=${this.onKey} @focusin=${this.onFocus} @focusout=${this.onFocus}>
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
    </div>`;
  }

  private someFields(form: FilledForm): TemplateResult {
    const fields = this.only.flatMap((path) => {
      const steps = path.split('.');
      const field = fieldAt(form.root, steps);
      return field ? [this.parts.field(field, steps)] : [];
    });
    return html`<div class="form" tabindex="-1" @keydown=${this.onKey} @focusin=${this.onFocus}>${fields}</div>`;
  }
}
