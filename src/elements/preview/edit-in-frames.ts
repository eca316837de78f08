import { nothing, type TemplateResult } from 'lit';
import { fieldAt } from '../../core/form/place.ts';
import type { Field } from '../../core/model/field.ts';
import {
  type EditedForm,
  type EditPanel,
  editPanel,
  isTyped,
  pathsToEdit,
  rowOf,
} from './edit-panel.ts';
import type { FrameBox, FromFrame } from './messages.ts';
import type { PreviewFrame } from './preview-frame.ts';
import type { PreviewWords } from './words/en.ts';

/** The preview around what is edited in its frames. */
interface EditHost {
  readonly words: PreviewWords;
  readonly form: EditedForm | undefined;
  readonly root: Field | undefined;
  readonly stage: Element | null;
  /** Tells which field is being edited. */
  point(path: string): void;
  requestUpdate(): void;
}

/** What is clicked in a frame: edited by a panel beside it, and words where they stand. */
export class EditInFrames {
  private panel: EditPanel | undefined;
  /** The path of the field whose words are being typed in a frame; or ''. */
  private typing = '';
  private readonly host: EditHost;

  constructor(host: EditHost) {
    this.host = host;
  }

  hear(frame: PreviewFrame, message: FromFrame): void {
    const { form } = this.host;
    if (!form) return;
    if (message.say === 'edit') this.edit(frame, message, form);
    if (message.say === 'typed' && this.typing !== '') {
      if (message.text === undefined) this.typing = '';
      else form.set(this.typing, message.text);
    }
    if (message.say === 'undo') {
      if (message.isRedo) form.redo();
      else form.undo();
    }
  }

  close(): void {
    this.panel = undefined;
    this.host.requestUpdate();
  }

  view(stageWidthPx: number): TemplateResult | typeof nothing {
    const { panel } = this;
    const { form, root, words } = this.host;
    if (!panel || !form || !root) return nothing;
    return editPanel(panel, { words, root, edited: form, stageWidthPx, close: () => this.close() });
  }

  private edit(
    frame: PreviewFrame,
    { marks, properties, words, box }: Extract<FromFrame, { say: 'edit' }>,
    form: EditedForm,
  ): void {
    this.close();
    const { root } = this.host;
    const paths = root ? pathsToEdit(root, marks, properties) : [];
    const [first] = paths;
    if (!root || first === undefined) return;
    const field = fieldAt(root, first.split('.'));
    const value = plain(String(form.valueAt(first) ?? ''));
    const isHere = isTyped(field) && value !== '' && value === plain(words);
    this.host.point(first);
    // Words that can be typed where they stand need nothing beside them.
    if (!isHere || paths.length > 1 || rowOf(root, first)) {
      const panel = form.panel();
      panel.only = paths;
      this.panel = { paths, form: panel, box: this.onStage(frame, box) };
      if (!isHere) void panel.updateComplete.then(() => panel.focusField(first));
    }
    if (!isHere) return;
    form.pause();
    this.typing = first;
    frame.send({ do: 'type', isMultiline: field?.kind.control === 'lines' });
  }

  /** A place in a frame as one on the stage, in px. */
  private onStage({ element }: PreviewFrame, box: FrameBox): FrameBox {
    const stage = this.host.stage?.getBoundingClientRect();
    const around = element.getBoundingClientRect();
    const scale = around.width / element.offsetWidth;
    return {
      left: around.left - (stage?.left ?? 0) + box.left * scale,
      top: around.top - (stage?.top ?? 0) + box.top * scale,
      width: box.width * scale,
      height: box.height * scale,
    };
  }
}

/** Words without what white space makes of them. */
function plain(words: string): string {
  return words.replace(/\s+/g, ' ').trim();
}
