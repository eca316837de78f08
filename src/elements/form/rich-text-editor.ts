import { noChange } from 'lit';
import { AsyncDirective } from 'lit/async-directive.js';
import { directive, type ElementPart } from 'lit/directive.js';
import type { RichTextView } from './rich-text/view.ts';

/** What a toolbar can ask of the editor. */
export type RichTextAct =
  | 'bold'
  | 'italic'
  | 'code'
  | 'link'
  | 'linkTo'
  | 'bullets'
  | 'numbers'
  | 'quote'
  | 'level';

/** How an editor stands, for the toolbar around it. */
export interface EditorState {
  /** False for a text that holds what the editor would lose; it is not edited there. */
  readonly isFaithful: boolean;
  /** Acts that hold where the caret is. */
  readonly active: ReadonlySet<RichTextAct>;
  /** Of the heading that the caret is in; 0 in a paragraph. */
  readonly level: number;
  /** The address of the link being edited; undefined while none is. */
  readonly linkFrom: string | undefined;
  run(act: RichTextAct, argument?: string): void;
}

/** What an editor is given. */
export interface EditorOptions {
  readonly value: string;
  readonly label: string;
  readonly id: string;
  readonly describedBy: string;
  readonly isFixed: boolean;
  changed(html: string): void;
  showed(state: EditorState): void;
}

/** Makes an element the editor of a rich text. Its code is loaded when the first is shown. */
class RichTextDirective extends AsyncDirective {
  private options: EditorOptions | undefined;
  private view: RichTextView | undefined;
  private isLoading = false;

  override update({ element }: ElementPart, [options]: [EditorOptions]) {
    this.options = options;
    if (this.view) this.view.update(options);
    else if (!this.isLoading) void this.load(element as HTMLElement);
    return noChange;
  }

  private async load(element: HTMLElement): Promise<void> {
    this.isLoading = true;
    const { RichTextView } = await import('./rich-text/view.ts');
    if (this.isConnected && this.options) this.view = new RichTextView(element, this.options);
    this.isLoading = false;
  }

  override render(_: EditorOptions) {
    return noChange;
  }

  override disconnected(): void {
    this.view?.destroy();
    this.view = undefined;
  }
}

export const richTextEditor = directive(RichTextDirective);
