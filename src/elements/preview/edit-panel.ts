import { html, type TemplateResult } from 'lit';
import { fieldAt } from '../../core/form/place.ts';
import { rowCaption } from '../../core/form/row-caption.ts';
import { type Field, fieldsBelow } from '../../core/model/field.ts';
import type { Json } from '../../core/model/json-source.ts';
import { pathOfMark } from '../../core/preview/mark-name.ts';
import { icon } from '../form/icons.ts';
import type { KmForm } from '../form/km-form.ts';
import { styled } from '../styled.ts';
import type { FrameBox } from './messages.ts';
import type { PreviewWords } from './words/en.ts';

/** The form whose fields are edited in the frames. */
export type EditedForm = Pick<
  KmForm,
  'panel' | 'set' | 'valueAt' | 'pause' | 'rows' | 'undo' | 'redo' | 'uploads'
>;

/** What stands beside an element that was clicked to be edited. */
export interface EditPanel {
  /** Paths of the fields that fill or style it, with rows counted from 0. */
  readonly paths: readonly string[];
  /** Draws these fields. */
  readonly form: HTMLElement;
  /** Of the element, in px from the top left corner of the stage. */
  readonly box: FrameBox;
}

/** As many fields one panel shows. */
const most = 6;

/**
 * The fields to edit an element by: those that fill it, each whole where it is a member of a value
 * such as a link; then those that style it.
 */
export function pathsToEdit(
  root: Field,
  marks: readonly string[],
  properties: readonly string[],
): string[] {
  const filling = marks.map(pathOfMark).flatMap((path) => {
    const field = fieldAt(root, path.split('.'));
    // A list and a group are edited by what is in them.
    if (!field || field.kind.isGroup || field.row) return [];
    return [wholeOf(root, path)];
  });
  const all = fieldsBelow(root);
  const styling = properties.flatMap((name) => {
    const found = all.find(({ property }) => property === name);
    return found && fieldAt(root, found.path.split('.')) ? [wholeOf(root, found.path)] : [];
  });
  return [...new Set([...filling, ...styling])].slice(0, most);
}

function wholeOf(root: Field, path: string): string {
  const steps = path.split('.');
  const around = steps.length > 1 ? fieldAt(root, steps.slice(0, -1)) : undefined;
  const isWhole = around && !around.kind.isGroup && !around.row && around.members.length > 0;
  return isWhole ? wholeOf(root, steps.slice(0, -1).join('.')) : path;
}

/** The innermost row that a path leads through. */
export function rowOf(root: Field, path: string): { list: string[]; at: number } | undefined {
  const steps = path.split('.');
  for (let length = steps.length; length > 1; length -= 1) {
    const list = steps.slice(0, length - 1);
    if (/^\d+$/.test(steps[length - 1] ?? '') && fieldAt(root, list)?.row)
      return { list, at: Number(steps[length - 1]) };
  }
  return undefined;
}

/** What a panel needs beside itself. */
interface PanelParts {
  readonly words: PreviewWords;
  readonly root: Field;
  readonly edited: EditedForm;
  readonly stageWidthPx: number;
  close(): void;
}

/** The width of a panel, in px. */
const widthPx = 304;

export function editPanel(panel: EditPanel, parts: PanelParts): TemplateResult {
  const { box, paths, form } = panel;
  const { words } = parts;
  const left = Math.max(0, Math.min(box.left, parts.stageWidthPx - widthPx));
  const place = { left: `${left}px`, top: `${box.top + box.height + 8}px`, width: `${widthPx}px` };
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    parts.close();
  };
  return html`<div class="edit-panel" role="dialog" aria-label=${words.editPart} ${styled(place)} @keydown=${onKey}>
    <div class="panel-head">
      ${rowActs(paths[0] as string, parts)}
      <button type="button" class="act" aria-label=${words.close} title=${words.close} @click=${parts.close}>${icon('remove')}</button>
    </div>
    ${form}
  </div>`;
}

/** What can be done with the row that the element stands in. */
function rowActs(path: string, { root, edited, words, close }: PanelParts) {
  const row = rowOf(root, path);
  if (!row) return html`<span class="panel-title"></span>`;
  const { list, at } = row;
  const field = fieldAt(root, list) as Field;
  const value = edited.valueAt(list.join('.'));
  const rows = Array.isArray(value) ? value : [];
  const { minItems = 0, maxItems = Number.POSITIVE_INFINITY } = field.declared as {
    minItems?: number;
    maxItems?: number;
  };
  const title = rowCaption(field, rows[at] as Json) || `${at + 1}`;
  const shape = shapeOf(field, rows[at]);
  const act = (
    name: 'up' | 'down' | 'copy' | 'plus' | 'bin',
    label: string,
    isOff: boolean,
    run: () => void,
  ) =>
    html`<button type="button" class="act" aria-label=${label} title=${label} ?disabled=${isOff} @click=${() => {
      run();
      if (name !== 'plus') close();
    }}>${icon(name)}</button>`;
  const count = rows.length;
  return html`<span class="panel-title" title=${title}>${title}</span>
    ${act('up', words.up(title), at === 0, () => edited.rows.move(list, at, at - 1))}
    ${act('down', words.down(title), at === count - 1, () => edited.rows.move(list, at, at + 1))}
    ${act('copy', words.duplicate(title), count >= maxItems, () => edited.rows.duplicate(list, at))}
    ${act('plus', words.addAnother, count >= maxItems, () => edited.rows.add(list, shape))}
    ${act('bin', words.removeRow(title), count <= minItems, () => edited.rows.remove(list, at))}`;
}

function shapeOf(field: Field, row: unknown): string | undefined {
  const by = field.row?.shapes?.by;
  const is =
    by && typeof row === 'object' && row !== null
      ? (row as Record<string, unknown>)[by]
      : undefined;
  return typeof is === 'string' ? is : undefined;
}

/** True for a field whose value is words as they stand. */
export function isTyped(field: Field | undefined): boolean {
  return field?.kind.isTextual === true && /^lines?$/.test(field.kind.control);
}
