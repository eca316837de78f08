import { css as cssLanguage } from '@codemirror/lang-css';
import { html as htmlLanguage } from '@codemirror/lang-html';
import { javascript } from '@codemirror/lang-javascript';
import { json } from '@codemirror/lang-json';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { type Diagnostic, setDiagnostics } from '@codemirror/lint';
import { EditorState, StateEffect, StateField } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { basicSetup } from 'codemirror';
import type { Mark } from './code-pane.ts';

/** An editor in a pane. */
export interface Editor {
  show(text: string): void;
  mark(marks: readonly Mark[]): void;
  light(ranges: readonly Range[], isQuiet: boolean): void;
  focus(): void;
}

interface Range {
  readonly start: number;
  readonly end: number;
}

interface EditorOptions {
  readonly text: string;
  readonly language: 'html' | 'css' | 'js' | 'json';
  readonly label: string;
  readonly isReadOnly: boolean;
  readonly onChange: (text: string) => void;
  readonly onMark: (start: number, end: number) => void;
}

const languages = { html: htmlLanguage, css: cssLanguage, js: javascript, json };

/** Calm colours, from the look. */
const colours = HighlightStyle.define([
  { tag: [tags.comment, tags.meta], color: 'var(--soft)' },
  { tag: [tags.keyword, tags.tagName, tags.operatorKeyword], color: 'var(--kiln)' },
  { tag: [tags.string, tags.attributeValue], color: 'var(--patina)' },
  { tag: [tags.number, tags.bool, tags.color, tags.unit], color: 'var(--warn)' },
  { tag: [tags.propertyName, tags.attributeName, tags.className], color: 'var(--ink)' },
]);

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '13px', background: 'var(--paper)', color: 'var(--ink)' },
  '.cm-scroller': { fontFamily: 'var(--mono)', lineHeight: '20px' },
  '.cm-gutters': { background: 'var(--bench)', color: 'var(--soft)', border: '0' },
  '.cm-activeLine, .cm-activeLineGutter': {
    background: 'color-mix(in srgb, var(--bench) 55%, transparent)',
  },
  // The pane around it shows the focus.
  '&.cm-focused': { outline: 'none' },
  '.cm-content:focus-visible': { outline: 'none' },
  '.cm-cursor': { borderColor: 'var(--ink)' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground, ::selection': {
    background: 'color-mix(in srgb, var(--patina) 26%, transparent) !important',
  },
  '.lit': { outline: '1px solid var(--kiln)', borderRadius: '2px' },
  '.proposed': { textDecoration: 'underline dotted var(--kiln)', textUnderlineOffset: '3px' },
  '.cm-tooltip': {
    background: 'var(--paper)',
    color: 'var(--ink)',
    border: '1px solid var(--line)',
  },
  '.cm-panels': { background: 'var(--bench)', color: 'var(--ink)' },
});

/** What is lit, and whether it only stands marked among the rest. */
interface Lit {
  readonly ranges: readonly Range[];
  readonly isQuiet: boolean;
}

const setLit = StateEffect.define<Lit>();
const litField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(old, { effects, changes, newDoc }) {
    const found = effects.findLast((one) => one.is(setLit));
    if (!found) return old.map(changes);
    const { ranges: lit, isQuiet } = found.value as Lit;
    const ranges = [...lit]
      .filter(({ start, end }) => start < end && end <= newDoc.length)
      .sort((a, b) => a.start - b.start);
    return Decoration.set(
      ranges.map(({ start, end }) =>
        Decoration.mark({ class: isQuiet ? 'proposed' : 'lit' }).range(start, end),
      ),
    );
  },
  provide: (field) => EditorView.decorations.from(field),
});

export function makeEditor(parent: HTMLElement, options: EditorOptions): Editor {
  let isShowing = false;
  let isPressed = false;
  const tell = ({ selection }: EditorState) => {
    const { from, to } = selection.main;
    options.onMark(from, to);
  };
  const view = new EditorView({
    parent,
    state: EditorState.create({
      doc: options.text,
      extensions: [
        basicSetup,
        languages[options.language](),
        syntaxHighlighting(colours),
        look,
        litField,
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ 'aria-label': options.label }),
        EditorState.readOnly.of(options.isReadOnly),
        EditorView.updateListener.of(({ docChanged, selectionSet, state }) => {
          if (docChanged && !isShowing) options.onChange(state.doc.toString());
          // What is said of a place may move the code, so it waits until the pointer is let go.
          if (selectionSet && !isShowing && !isPressed) tell(state);
        }),
        EditorView.domEventHandlers({
          mousedown() {
            isPressed = true;
            const letGo = () => {
              isPressed = false;
              tell(view.state);
            };
            addEventListener('mouseup', letGo, { once: true });
          },
        }),
      ],
    }),
  });
  return {
    show(text) {
      const { doc } = view.state;
      if (text === doc.toString()) return;
      isShowing = true;
      view.dispatch({ changes: { from: 0, to: doc.length, insert: text } });
      isShowing = false;
    },
    mark(marks) {
      const { doc } = view.state;
      const diagnostics = marks.flatMap(({ line, column, level, message }): Diagnostic[] => {
        if (line > doc.lines) return [];
        const { from, to } = doc.line(line);
        const start = Math.min(from + column - 1, to);
        const word = /^[\w-]+/.exec(doc.sliceString(start, to))?.[0].length ?? 1;
        const severity = level === 'note' ? 'info' : level;
        return [{ from: start, to: Math.min(start + word, to), severity, message }];
      });
      view.dispatch(setDiagnostics(view.state, diagnostics));
    },
    light(ranges, isQuiet) {
      view.dispatch({ effects: setLit.of({ ranges, isQuiet }) });
      const [first] = ranges;
      if (!isQuiet && first && first.end <= view.state.doc.length) {
        view.dispatch({ effects: EditorView.scrollIntoView(first.start, { y: 'center' }) });
      }
    },
    focus: () => view.focus(),
  };
}
