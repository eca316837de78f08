import { baseKeymap, lift, setBlockType, toggleMark, wrapIn } from 'prosemirror-commands';
import { keymap } from 'prosemirror-keymap';
import type { MarkType, NodeType } from 'prosemirror-model';
import { liftListItem, sinkListItem, splitListItem, wrapInList } from 'prosemirror-schema-list';
import { type Command, EditorState as DocState } from 'prosemirror-state';
import { EditorView } from 'prosemirror-view';
import type { EditorOptions, EditorState, RichTextAct } from '../rich-text-editor.ts';
import { isKeptWhole, toDoc, toHtml } from './html.ts';
import { richTextSchema } from './schema.ts';

const { nodes, marks } = richTextSchema;
const [li, br] = [nodes.li, nodes.br] as [NodeType, NodeType];

/** The elements that an act means, the one it makes first. */
const meant: Partial<Record<RichTextAct, readonly string[]>> = {
  bold: ['strong', 'b'],
  italic: ['em', 'i'],
  code: ['code'],
  link: ['a'],
};

const wraps: Partial<Record<RichTextAct, string>> = {
  bullets: 'ul',
  numbers: 'ol',
  quote: 'blockquote',
};

/** The editor of one rich text. Undo is the form's, so that it is one for all fields. */
export class RichTextView {
  private readonly view: EditorView;
  private options: EditorOptions;
  private isLines = true;
  private written: string;
  private linkFrom: string | undefined;

  constructor(element: HTMLElement, options: EditorOptions) {
    this.options = options;
    this.written = options.value;
    this.view = new EditorView(element, {
      state: this.stateOf(options.value),
      attributes: () => ({
        id: this.options.id,
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': this.options.label,
        ...(this.options.describedBy ? { 'aria-describedby': this.options.describedBy } : {}),
      }),
      editable: () => !this.options.isFixed,
      dispatchTransaction: (transaction) => {
        this.view.updateState(this.view.state.apply(transaction));
        if (transaction.docChanged) {
          this.written = toHtml(this.view.state.doc, this.isLines);
          this.options.changed(this.written);
        }
        this.show();
      },
    });
    queueMicrotask(() => this.show());
  }

  /** Takes in a value that came from elsewhere, such as by undo. */
  update(options: EditorOptions): void {
    const isOther = options.isFixed !== this.options.isFixed;
    this.options = options;
    // Has the editor ask again whether it may be typed into.
    if (isOther) this.view.setProps({});
    if (options.value === this.written) return;
    this.written = options.value;
    this.view.updateState(this.stateOf(options.value));
    queueMicrotask(() => this.show());
  }

  destroy(): void {
    this.view.destroy();
  }

  private stateOf(html: string): DocState {
    const { doc, isLines } = toDoc(html);
    this.isLines = isLines;
    const line: Command = (state, dispatch) => {
      dispatch?.(state.tr.replaceSelectionWith(br.create()).scrollIntoView());
      return true;
    };
    const keys = {
      'Mod-b': this.commandOf('bold'),
      'Mod-i': this.commandOf('italic'),
      'Mod-k': () => this.openLink(),
      Enter: splitListItem(li),
      'Shift-Enter': line,
      'Mod-]': sinkListItem(li),
      'Mod-[': liftListItem(li),
    };
    return DocState.create({ doc, plugins: [keymap(keys), keymap(baseKeymap)] });
  }

  private show(): void {
    const { state } = this.view;
    const { $from } = state.selection;
    const active = new Set<RichTextAct>();
    for (const act of Object.keys(meant) as RichTextAct[]) if (this.markAt(act)) active.add(act);
    for (const [act, name] of Object.entries(wraps)) {
      for (let depth = $from.depth; depth > 0; depth -= 1) {
        if ($from.node(depth).type.name === name) active.add(act as RichTextAct);
      }
    }
    const level = Number(/^h(\d)$/.exec($from.parent.type.name)?.[1] ?? 0);
    const shown: EditorState = {
      active,
      level,
      linkFrom: this.linkFrom,
      isFaithful: isKeptWhole(this.written),
      run: (act, argument) => this.run(act, argument),
    };
    this.options.showed(shown);
  }

  /** The mark of an act where the caret is, or in what is selected. */
  private markAt(act: RichTextAct): MarkType | undefined {
    const { from, to, empty, $from } = this.view.state.selection;
    const here = this.view.state.storedMarks ?? $from.marks();
    return (meant[act] ?? [])
      .map((name) => marks[name] as MarkType)
      .find((type) =>
        empty ? type.isInSet(here) : this.view.state.doc.rangeHasMark(from, to, type),
      );
  }

  private commandOf(act: RichTextAct): Command {
    return (state, dispatch) => {
      const type = this.markAt(act) ?? (marks[meant[act]?.[0] ?? ''] as MarkType);
      return toggleMark(type)(state, dispatch);
    };
  }

  private run(act: RichTextAct, argument?: string): void {
    const { state, dispatch } = this.view;
    if (act === 'link') {
      this.openLink();
      return;
    }
    if (act === 'linkTo') this.link(argument);
    else if (act === 'level') {
      const type = (nodes[argument === '0' ? 'p' : `h${argument}`] ?? nodes.p) as NodeType;
      setBlockType(type)(state, dispatch);
    } else if (meant[act]) this.commandOf(act)(state, dispatch);
    else this.wrap(act);
    this.view.focus();
  }

  private wrap(act: RichTextAct): void {
    const { state, dispatch } = this.view;
    const type = nodes[wraps[act] ?? ''] as NodeType;
    if (act === 'quote') {
      const isIn = this.isInside('blockquote');
      (isIn ? lift : wrapIn(type))(state, dispatch);
    } else if (this.isInside(wraps[act] ?? '')) liftListItem(li)(state, dispatch);
    else wrapInList(type)(state, dispatch);
  }

  private isInside(name: string): boolean {
    const { $from } = this.view.state.selection;
    for (let depth = $from.depth; depth > 0; depth -= 1) {
      if ($from.node(depth).type.name === name) return true;
    }
    return false;
  }

  private openLink(): boolean {
    const { $from, empty } = this.view.state.selection;
    const mark =
      (marks.a as MarkType).isInSet($from.marks()) ??
      $from.nodeAfter?.marks.find(({ type }) => type === marks.a);
    if (empty && !mark) return true;
    this.linkFrom = String(mark?.attrs.kept?.href ?? '');
    this.show();
    return true;
  }

  /** Links what is selected, or changes the link that the caret is in; '' takes it away. */
  private link(address: string | undefined): void {
    this.linkFrom = undefined;
    if (address === undefined) {
      this.show();
      return;
    }
    const type = marks.a as MarkType;
    const { from, to } = this.linked();
    const { tr, doc } = this.view.state;
    const kept = doc.nodeAt(from)?.marks.find((one) => one.type === type)?.attrs.kept ?? {};
    tr.removeMark(from, to, type);
    if (address !== '') tr.addMark(from, to, type.create({ kept: { ...kept, href: address } }));
    this.view.dispatch(tr);
    this.show();
  }

  /** What is selected, or the whole of the link that the caret is in. */
  private linked(): { readonly from: number; readonly to: number } {
    const { from, to, empty, $from } = this.view.state.selection;
    const type = marks.a as MarkType;
    if (!empty) return { from, to };
    const { parent } = $from;
    const start = $from.start();
    const linkedAt = (offset: number) => {
      const { node } = parent.childAfter(offset);
      return node ? type.isInSet(node.marks) : undefined;
    };
    let [first, last] = [$from.parentOffset, $from.parentOffset];
    while (first > 0 && linkedAt(first - 1)) first -= 1;
    while (last < parent.content.size && linkedAt(last)) last += 1;
    return { from: start + first, to: start + last };
  }
}
