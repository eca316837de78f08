import { html, LitElement, nothing, type PropertyValues, type TemplateResult } from 'lit';
import { FilledForm } from '../../core/form/filled-form.ts';
import { type ProblemsByPath, problemsByPath } from '../../core/form/form-problems.ts';
import type { FormValues } from '../../core/form/form-values.ts';
import { pathOf, type Steps } from '../../core/form/place.ts';
import type { Field } from '../../core/model/field.ts';
import type { JsonObject } from '../../core/model/json-source.ts';
import type { Mould } from '../../core/model/mould.ts';
import { inLanguage } from '../../core/model/words.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { emit } from '../emit.ts';
import { look } from '../look.ts';
import type { FormParts } from './control.ts';
import { fieldView } from './field-view.ts';
import type { FileAsked, FormChange } from './form-events.ts';
import type { FormHost } from './form-host.ts';
import { formParts, widthsOf } from './form-parts.ts';
import { formStyle } from './form-style.ts';
import { formView } from './form-view.ts';
import { formWords } from './form-words.ts';
import type { EditorState } from './rich-text-editor.ts';

/** What in a field takes the focus, the control itself before what belongs to it. */
const focusable =
  'input:not([tabindex="-1"]), textarea, select, [contenteditable], button:not(.act), .rows';

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
  };

  declare mould: Mould | undefined;
  declare language: string;
  declare findings: readonly Finding[];
  declare pointedAt: string;

  private form: FilledForm | undefined;
  private given: FormValues = { values: {}, below: {} };
  private problems: ProblemsByPath = new Map();
  private said = '';
  private query = '';
  private reported = '[]';
  private readonly host: FormHost = this.hostOfParts();
  private readonly parts: FormParts = formParts(this.host, (field, steps) =>
    this.fieldAt(field, steps),
  );

  constructor() {
    super();
    this.language = '';
    this.findings = [];
    this.pointedAt = '';
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

  /** Takes back the last change. */
  undo(): void {
    if (!this.form?.canGoBack) return;
    this.travel((form) => form.undo(), this.words.undone);
  }

  /** Makes the change again that was taken back last. */
  redo(): void {
    if (!this.form?.canGoForth) return;
    this.travel((form) => form.redo(), this.words.redone);
  }

  /** Opens what a field stands in and puts the focus on it. */
  async focusField(path: string): Promise<void> {
    const steps = path.split('.');
    this.query = '';
    this.openTo(steps);
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
    const around = this.closest('[lang]')?.getAttribute('lang') ?? '';
    return formWords(this.language || around);
  }

  private begin(given: FormValues): void {
    // What comes back from a change is no new beginning.
    if (given.values === this.values && given.below === this.below) return;
    this.given = given;
    this.form?.begin(given);
    this.settle();
    this.requestUpdate();
  }

  protected override willUpdate(changed: PropertyValues<this>): void {
    if (changed.has('mould') || changed.has('language')) this.read();
    else if (changed.has('findings')) this.settle();
    if (changed.has('pointedAt') && this.pointedAt) this.openTo(this.pointedAt.split('.'));
  }

  protected override updated(changed: PropertyValues<this>): void {
    if (!changed.has('pointedAt') || !this.pointedAt) return;
    this.elementAt(this.pointedAt)?.scrollIntoView({ block: 'nearest' });
  }

  private read(): void {
    const around = this.closest('[lang]')?.getAttribute('lang') ?? '';
    const { mould } = this;
    const now = this.form?.now ?? this.given;
    this.form = mould && new FilledForm(inLanguage(mould, this.language || around), now);
    this.settle();
  }

  /** Brings together what is wrong, and tells where that is not what it was. */
  private settle(): void {
    const own = this.form?.check.findings ?? [];
    this.problems = problemsByPath([...own, ...this.findings]);
    const problems = JSON.stringify([...problemsByPath(own)]);
    if (problems === this.reported) return;
    this.reported = problems;
    emit(this, 'km-problems', { findings: own });
  }

  private change(path: string, run: (form: FilledForm) => void): void {
    const { form } = this;
    if (!form) return;
    run(form);
    this.settle();
    this.requestUpdate();
    const { findings } = form.check;
    emit(this, 'km-change', { ...form.now, path, findings } satisfies FormChange);
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
      get problems() {
        return element.problems;
      },
      opened: new Map<string, boolean>(),
      editors: new Map<string, EditorState>(),
      taken: new Map<string, string>(),
      widths: new Map<string, string | undefined>(),
      widthAt(steps) {
        for (let length = steps.length; length > 0; length -= 1) {
          const width = this.widths.get(pathOf(steps.slice(0, length)));
          if (width !== undefined) return width;
        }
        return undefined;
      },
      change: (path, run) => element.change(path, () => run(element.host)),
      take: (file, steps) => element.take(file, steps),
      say(words) {
        element.said = words;
      },
      openTo: (steps) => element.openTo(steps),
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

  private openTo(steps: Steps): void {
    const { form } = this;
    const { opened } = this.host;
    const section = form?.sections.find(({ fields }) =>
      fields.some(({ name }) => name === steps[0]),
    );
    if (section) opened.set(`section ${section.title}`, true);
    for (const [at, step] of steps.entries()) {
      if (!form || !/^\d+$/.test(step)) continue;
      opened.set(`row ${form.rowKey(steps.slice(0, at + 1))}`, true);
    }
    this.requestUpdate();
  }

  private take(file: File, steps: Steps): void {
    const path = pathOf(steps);
    const say = (words: string) => {
      this.host.taken.set(path, words);
      this.requestUpdate();
    };
    let answered: Promise<string> | undefined;
    const answer = (address: string | Promise<string>) => {
      answered = Promise.resolve(address);
    };
    emit(this, 'km-file', { file, path, answer } satisfies FileAsked);
    say(answered ? this.words.taking : this.words.noTaker);
    answered?.then(
      (address) => {
        say('');
        this.form?.pause();
        this.change(path, (form) => form.set(steps, { src: address }, this.host.widthAt(steps)));
      },
      (error: unknown) =>
        say(this.words.notTaken(error instanceof Error ? error.message : String(error))),
    );
  }

  private fieldAt(field: Field, steps: Steps) {
    const form = this.form as FilledForm;
    if (!form.isShown(field, steps)) return html``;
    const path = pathOf(steps);
    const id = `field-${path}`;
    const problems = this.problems.get(path) ?? [];
    const width = this.host.widthAt(steps);
    const described = [
      ...(field.declared.description ? [`${id}-help`] : []),
      ...(problems.length > 0 ? [`${id}-problems`] : []),
    ];
    return fieldView(
      {
        field,
        steps,
        id,
        value: form.shown(field, steps, width),
        describedBy: described.join(' '),
        isWrong: problems.length > 0,
      },
      {
        problems,
        isChanged: form.isChanged(steps, width),
        widths: widthsOf(this.host, field, path),
        width: this.host.widths.get(path),
        isPointedAt: this.pointedAt === path,
      },
      this.parts,
    );
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
    const path = event.type === 'focusin' && target?.closest?.('[data-path]');
    emit(this, 'km-point', { path: path ? path.getAttribute('data-path') : '' });
  };

  protected override render(): TemplateResult | typeof nothing {
    const { form, words, query, problems, parts } = this;
    if (!form) return nothing;
    return html`<div class="form" tabindex="-1" @keydown=${this.onKey} @focusin=${this.onFocus} @focusout=${this.onFocus}>
      ${formView(form, {
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
}
