import { html, nothing } from 'lit';
import { repeat } from 'lit/directives/repeat.js';
import { rowCaption } from '../../../core/form/row-caption.ts';
import type { Field } from '../../../core/model/field.ts';
import type { Json } from '../../../core/model/json-source.ts';
import type { ControlView, FormParts, Place } from '../control.ts';
import { icon } from '../icons.ts';
import { sortable } from '../sortable.ts';

/** The rows of a list: each opens to its fields, and can be moved, doubled and taken out. */
export const rows: ControlView = (place, form) => {
  const { field, steps, id } = place;
  const { words } = form;
  const value = form.complete(steps);
  const all: readonly Json[] = Array.isArray(value) ? value : [];
  const { minItems, maxItems } = field.declared;
  const isFull = typeof maxItems === 'number' && all.length >= maxItems;
  const row = field.row as Field;
  const query = form.queryAt(steps.join('.'));
  const isFound = (caption: string) => caption.toLowerCase().includes(query.trim().toLowerCase());
  const shapes = row.shapes?.all ?? [undefined];
  return html`<div class="rows" id=${id} role="group" tabindex="-1" aria-label=${field.title}>
    ${all.length === 0 ? html`<p class="none">${words.noRows}</p>` : ''}
    ${all.length > mostUnsearched ? rowsBar(place, form, all.length) : ''}
    <ol ${sortable((from, to) => form.rows.move(steps, from, to))}>
      ${repeat(
        all,
        (_, at) => form.rowKey([...steps, String(at)]),
        (one, at) =>
          oneRow(
            {
              list: field,
              steps,
              row: one,
              at,
              count: all.length,
              isFull,
              least: Number(minItems ?? 0),
              isFound: isFound(rowCaption(field, one)),
            },
            form,
          ),
      )}
    </ol>
    <p class="adding">
      ${shapes.map((shape) => {
        const title = shape?.title ?? titleOf(row, field, words.row);
        return html`<button
          type="button"
          class="add"
          ?disabled=${isFull}
          @click=${() => form.rows.add(steps, shape?.is)}
        >
          ${icon('plus')}<span>${words.add(title)}</span>
        </button>`;
      })}
      <span class="measure">${isFull ? words.full(maxItems) : words.rows(all.length)}</span>
    </p>
  </div>`;
};

/** Lists longer than this can be searched. */
const mostUnsearched = 8;

function rowsBar({ field, steps }: Place, form: FormParts, count: number) {
  const { words } = form;
  const path = steps.join('.');
  const keys = Array.from(
    { length: count },
    (_, at) => `row ${form.rowKey([...steps, String(at)])}`,
  );
  const label = words.findRow(field.title);
  return html`<p class="rows-bar">
    <label class="search"
      >${icon('find')}<input
        type="search"
        aria-label=${label}
        placeholder=${label}
        .value=${form.queryAt(path)}
        @input=${(event: InputEvent) => form.setQuery(path, (event.target as HTMLInputElement).value)}
    /></label>
    <button
      type="button"
      class="plain"
      ?disabled=${!keys.some((key) => form.isOpen(key))}
      @click=${() => {
        for (const key of keys) form.setOpen(key, false);
      }}
    >
      ${words.foldAll}
    </button>
  </p>`;
}

function titleOf(row: Field, list: Field, rowCalled: (number: number) => string): string {
  const own = row.declared.title;
  if (typeof own === 'string') return own;
  return row.title === 'row'
    ? rowCalled(0).replace(/\s*0$/, '').toLowerCase()
    : (row.title ?? list.title);
}

interface Row {
  readonly list: Field;
  readonly steps: readonly string[];
  readonly row: Json;
  readonly at: number;
  readonly count: number;
  readonly isFull: boolean;
  readonly least: number;
  readonly isFound: boolean;
}

function oneRow({ list, steps, row, at, count, isFull, least, isFound }: Row, form: FormParts) {
  const { words } = form;
  const field = list.row as Field;
  const own = [...steps, String(at)];
  const path = own.join('.');
  const key = `row ${form.rowKey(own)}`;
  const isOpen = form.isOpen(key);
  const title = rowCaption(list, row) || words.row(at + 1);
  // A row that is one value has no more to open.
  const isSimple = field.members.length === 0 && !field.row;
  const problems = form.problemCount(path);
  const onKey = (event: KeyboardEvent) => {
    const by = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : undefined;
    if (by === undefined || at + by < 0 || at + by >= count) return;
    event.preventDefault();
    event.stopPropagation();
    form.rows.move(steps, at, at + by);
  };
  const act = (
    name: 'up' | 'down' | 'copy' | 'remove',
    label: string,
    run: () => void,
    isOff: boolean,
  ) =>
    html`<button type="button" class="act" data-act=${name} aria-label=${label} title=${label} ?disabled=${isOff} @click=${run}>${icon(name)}</button>`;
  return html`<li class="row" data-path=${path} ?hidden=${!isFound} @keydown=${onKey}>
    <div class="row-head">
      <span class="grip" title=${words.drag} aria-hidden="true">${icon('grip')}</span>
      ${
        isSimple
          ? html`<div class="row-value">${form.field(field, own)}</div>`
          : html`<button type="button" class="toggle" aria-expanded=${isOpen} @click=${() => form.setOpen(key, !isOpen)}>
              ${icon(isOpen ? 'down' : 'right')}<span>${title}</span>
              ${problems > 0 ? html`<span class="count fault">${words.problems(problems)}</span>` : nothing}
            </button>`
      }
      <span class="acts">
        ${act('up', words.up(title), () => form.rows.move(steps, at, at - 1), at === 0)}
        ${act('down', words.down(title), () => form.rows.move(steps, at, at + 1), at === count - 1)}
        ${act('copy', words.duplicate(title), () => form.rows.duplicate(steps, at), isFull)}
        ${act('remove', words.remove(title), () => form.rows.remove(steps, at), count <= least)}
      </span>
    </div>
    ${!isSimple && isOpen ? html`<div class="row-body">${form.field(field, own)}</div>` : nothing}
  </li>`;
}
