import { countBelow } from '../../core/form/form-problems.ts';
import { pathOf, type Steps } from '../../core/form/place.ts';
import type { Field } from '../../core/model/field.ts';
import type { FormParts } from './control.ts';
import type { FormHost } from './form-host.ts';
import type { EditorState } from './rich-text-editor.ts';
import type { RowParts } from './row-parts.ts';
import type { WidthParts } from './width-switch.ts';

/** What the controls of a form may ask of it and tell it. */
export function formParts(host: FormHost, draw: FormParts['field']): FormParts {
  return {
    get words() {
      return host.words;
    },
    get isFixed() {
      return host.isFixed;
    },
    get controls() {
      return host.controls;
    },
    set: (steps, value) =>
      host.change(pathOf(steps), ({ form }) => form.set(steps, value, host.widthAt(steps))),
    field: draw,
    isShown: (field, steps) => host.form.isShown(field, steps),
    get offers() {
      return host.offers;
    },
    problemCount: (path) => countBelow(host.problems, path),
    complete: (steps) => host.form.complete(steps, host.widthAt(steps)),
    rowKey: (steps) => host.form.rowKey(steps),
    addressOf: (src) => host.addressOf(src),
    take: (file, steps) => host.take(file, steps),
    takenAt: (path) => host.taken.get(path) ?? '',
    editorAt: (path) => host.editors.get(path),
    setEditor(path, state) {
      const before = host.editors.get(path);
      if (state) host.editors.set(path, state);
      if (seen(before) !== seen(state)) host.requestUpdate();
    },
    queryAt: (path) => host.queries.get(path) ?? '',
    setQuery(path, query) {
      host.queries.set(path, query);
      host.requestUpdate();
    },
    isOpen: (key) => host.opened.get(key) === true,
    setOpen(key, isOpen) {
      host.opened.set(key, isOpen);
      host.requestUpdate();
    },
    rows: rowParts(host),
    widths: widthParts(host),
  };
}

function seen(state: EditorState | undefined): string {
  return JSON.stringify(
    state && [state.isFaithful, [...state.active], state.level, state.linkFrom ?? null],
  );
}

function rowParts(host: FormHost): RowParts {
  const caption = (list: Steps, at: number) =>
    host.form.captionAt(list, at) || host.words.row(at + 1);
  const rowPath = (list: Steps, at: number) => pathOf([...list, String(at)]);
  return {
    add(list, shape) {
      let at = 0;
      host.change(pathOf(list), ({ form }) => {
        at = form.addRow(list, shape);
      });
      host.say(host.words.added(caption(list, at)));
      host.openTo([...list, String(at)]);
      host.focusIn(
        rowPath(list, at),
        '.row-body :is(input, textarea, select, button:not(.act)), .row-value input',
      );
    },
    remove(list, at) {
      const said = host.words.removed(caption(list, at));
      host.change(pathOf(list), ({ form }) => form.removeRow(list, at));
      host.say(said);
      const next = Math.min(at, host.form.rowCount(list) - 1);
      if (next < 0) host.focusIn(pathOf(list), '.add');
      else host.focusIn(rowPath(list, next), '.toggle, input, textarea');
    },
    duplicate(list, at) {
      host.change(pathOf(list), ({ form }) => form.duplicateRow(list, at));
      host.say(host.words.added(caption(list, at + 1)));
      host.focusIn(rowPath(list, at + 1), '.toggle, input, textarea');
    },
    move(list, from, to) {
      const focused = host.focused();
      const act = focused?.getAttribute('data-act');
      const [was, is] = [from, to].map((at) => `field-${rowPath(list, at)}`) as [string, string];
      // Who moves a row from inside one of its controls stays in that control.
      const same = focused?.id.startsWith(`${was}.`)
        ? is + focused.id.slice(was.length)
        : undefined;
      host.change(pathOf(list), ({ form }) => form.moveRow(list, from, to));
      host.say(host.words.moved(caption(list, to), to + 1, host.form.rowCount(list)));
      const again = same
        ? `[id="${CSS.escape(same)}"]`
        : act
          ? `[data-act=${act}]:enabled, .act:enabled`
          : '.toggle, input, textarea';
      host.focusIn(rowPath(list, to), again);
    },
  };
}

function widthParts(host: FormHost): WidthParts {
  return {
    showWidth(path, width) {
      host.widths.set(path, width);
      host.requestUpdate();
    },
    rulesAt: (path) => host.form.rulesAt(path.split('.')),
    hasOwn: (width, path) => host.form.isGivenBelow(path.split('.'), width),
  };
}

/** The widths under which a field has a value, or is being given one, the widest first. */
export function widthsOf(host: FormHost, field: Field, path: string): string[] | undefined {
  if (!field.below) return undefined;
  const shown = host.widths.get(path);
  const ruling = host.form.rulesAt(path.split('.')).map(({ width }) => width);
  const all = new Set([...Object.keys(field.below), ...ruling, ...(shown ? [shown] : [])]);
  return [...all].sort((a, b) => Number(b) - Number(a));
}
