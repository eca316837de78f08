import { html, LitElement } from 'lit';

type Editor = import('./editor.ts').Editor;

/** What stands in a pane at fault. */
export interface Mark {
  readonly line: number;
  readonly column: number;
  readonly level: 'error' | 'warning' | 'note';
  readonly message: string;
}

/**
 * A pane for code: a text area at once, and an editor with colours, folding and search as soon as
 * that is loaded. Says `change` with the text in its detail, and `mark` with what is marked.
 */
export class CodePane extends LitElement {
  static override properties = {
    value: {},
    language: {},
    label: {},
    marks: { attribute: false },
    lit: { attribute: false },
    isReadOnly: { attribute: false },
    isQuiet: { attribute: false },
  };

  declare value: string;
  declare language: 'html' | 'css' | 'js' | 'json';
  declare label: string;
  declare marks: readonly Mark[];
  /** Offsets to show as marked. */
  declare lit: readonly { readonly start: number; readonly end: number }[];
  declare isReadOnly: boolean;
  /** True where what is lit is not scrolled to. */
  declare isQuiet: boolean;
  private editor: Editor | undefined;

  constructor() {
    super();
    Object.assign(this, { value: '', language: 'html', label: 'Code', marks: [], lit: [] });
    Object.assign(this, { isReadOnly: false, isQuiet: false });
  }

  // The editor puts its style into the page.
  protected override createRenderRoot(): HTMLElement {
    return this;
  }

  protected override render() {
    return html`<textarea
      aria-label=${this.label}
      spellcheck="false"
      .value=${this.value}
      ?readonly=${this.isReadOnly}
      @input=${({ target }: Event) => this.say((target as HTMLTextAreaElement).value)}
    ></textarea>`;
  }

  protected override async firstUpdated(): Promise<void> {
    const { makeEditor } = await import('./editor.ts');
    const area = this.querySelector('textarea');
    if (!area || !this.isConnected) return;
    const hadFocus = document.activeElement === area;
    this.editor = makeEditor(this, {
      text: area.value,
      language: this.language,
      label: this.label,
      isReadOnly: this.isReadOnly,
      onChange: (text) => this.say(text),
      onMark: (start, end) =>
        this.dispatchEvent(new CustomEvent('mark', { detail: { start, end } })),
    });
    area.hidden = true;
    this.editor.mark(this.marks);
    this.editor.light(this.lit, this.isQuiet);
    if (hadFocus) this.editor.focus();
  }

  protected override updated(): void {
    this.editor?.show(this.value);
    this.editor?.mark(this.marks);
    this.editor?.light(this.lit, this.isQuiet);
  }

  override focus(): void {
    if (this.editor) this.editor.focus();
    else this.querySelector('textarea')?.focus();
  }

  private say(text: string): void {
    if (text === this.value) return;
    this.value = text;
    this.dispatchEvent(new CustomEvent('change', { detail: text }));
  }
}

customElements.define('code-pane', CodePane);
