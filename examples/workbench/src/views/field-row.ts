import type { JsonObject, Mould } from 'keen-mould';
import { html, nothing, type TemplateResult } from 'lit';
import type { Bench } from '../bench.ts';
import {
  declarationOf,
  dropField,
  isRequired,
  kinds,
  membersOf,
  moved,
  redeclared,
  renamed,
  withKey,
} from '../fields.ts';
import { apply } from './apply.ts';

/** A field in the order of the form, or of its row; opened, all that its declaration says. */
export function fieldRow(
  bench: Bench,
  mould: Mould,
  path: string,
  names: readonly string[],
): TemplateResult {
  const declared = declarationOf(mould, path);
  const at = names.indexOf(path);
  const title = String(declared.title ?? path);
  const isOpen = bench.screen.openField === path || bench.screen.openField.startsWith(`${path}.`);
  const isWhole = bench.screen.openField === path;
  const change = (changed: Mould, kind: string) => bench.change({ mould: changed }, kind);
  return html`<li>
    <div class="row">
      <span class="grip" aria-hidden="true" title="Drag to another place"></span>
      <button class="name" aria-expanded=${isOpen} @click=${() => bench.show({ openField: isWhole ? '' : path, lit: isWhole ? '' : path })}>
        <b>${title}</b> <small>${kindOf(declared)}${isRequired(mould, path) ? ' · required' : ''}</small></button>
      <button class="icon" aria-label="Move ${title} up" ?disabled=${at === 0} @click=${() => change(moved(mould, names, at, at - 1), '')}>↑</button>
      <button class="icon" aria-label="Move ${title} down" ?disabled=${at === names.length - 1} @click=${() => change(moved(mould, names, at, at + 1), '')}>↓</button>
      <button class="icon" aria-label="Remove ${title}, and restore the original code" @click=${() => apply(bench, dropField(mould, path), 'taken out; what stood there is back')}>✕</button>
    </div>
    ${isOpen ? details(bench, mould, path, declared) : nothing}
  </li>`;
}

/** The fields of a row, each of which can be changed like any other. */
function membersIn(bench: Bench, mould: Mould, path: string, declared: JsonObject) {
  const names = Object.keys(membersOf(declared)).map((name) => `${path}.${name}`);
  if (names.length === 0) return nothing;
  return html`<div class="members"><h4>In each row</h4>
    <ol class="fields">${names.map((name) => fieldRow(bench, mould, name, names))}</ol></div>`;
}

function kindOf({ kind, type, enum: choices, oneOf }: JsonObject): string {
  if (kind) return String(kind);
  if (choices || oneOf) return 'choice';
  const names: Record<string, string> = {
    string: 'text',
    boolean: 'switch',
    array: 'list',
    object: 'group',
    null: 'note',
  };
  return names[String(type)] ?? String(type ?? 'group');
}

/** Keywords of a declaration that are typed as text or as a number. */
const keywords: readonly [key: string, label: string, isNumber: boolean, of: RegExp][] = [
  ['title', 'Title', false, /./],
  ['description', 'Help', false, /./],
  ['section', 'Section', false, /./],
  ['maxLength', 'Maximum length', true, /^(?:text|multiline|richtext)$/],
  ['minimum', 'Minimum', true, /^(?:number|integer)$/],
  ['maximum', 'Maximum', true, /^(?:number|integer)$/],
  ['minItems', 'Minimum rows', true, /^list$/],
  ['maxItems', 'Maximum rows', true, /^list$/],
  ['when', 'Show only when', false, /./],
];

function details(bench: Bench, mould: Mould, name: string, declared: JsonObject) {
  const kind = kindOf(declared);
  return html`<div class="details">
    <label>Name in code<input .value=${lastOf(name)} @change=${({ target }: Event) => rename(bench, mould, name, target as HTMLInputElement)}></label>
    ${
      (kinds as readonly string[]).includes(kind)
        ? html`<label>Kind<select @change=${({ target }: Event) => {
            const select = target as HTMLSelectElement;
            const changed = withKey(mould, `fields.${name}.kind`, select.value);
            if (typeof changed === 'string') {
              select.value = kind;
              bench.show({ said: changed });
            } else
              bench.change(
                { mould: changed },
                '',
                `${String(declared.title ?? name)} is now of kind ${select.value}.`,
              );
          }}>${kinds.map((one) => html`<option ?selected=${one === kind}>${one}</option>`)}</select></label>`
        : nothing
    }
    ${kind === 'choice' ? line(bench, mould, 'Choices, with commas', `fields.${name}.enum`, choicesIn(declared)) : nothing}
    ${keywords
      .filter(([, , , of]) => of.test(kind))
      .map(([key, label, isNumber]) => {
        const value = declared[key];
        const set = ({ target }: Event) => {
          const typed = (target as HTMLInputElement).value;
          const next = typed === '' ? undefined : isNumber ? Number(typed) : typed;
          bench.change({ mould: redeclared(mould, name, { [key]: next }) }, `${name} ${key}`);
        };
        return html`<label>${label}<input type=${isNumber ? 'number' : 'text'} .value=${String(value ?? '')} @change=${set}></label>`;
      })}
    ${defaultOf(bench, mould, name, declared)}
    ${
      /^(?:color|length|duration|number|choice|shape|image|typeface|switch)$/.test(kind)
        ? line(bench, mould, 'Default below 600 px', `fields.${name}.below.600`, belowIn(declared))
        : nothing
    }
    <label class="check"><input type="checkbox" .checked=${isRequired(mould, name)}
      @change=${({ target }: Event) => set(bench, mould, `fields.${name}.required`, String((target as HTMLInputElement).checked))}>Required</label>
    ${membersIn(bench, mould, name, declared)}
  </div>`;
}

/** A key of mould.json that is typed on one line. */
export function line(bench: Bench, mould: Mould, label: string, key: string, value: string) {
  return html`<label>${label}<input .value=${value} @change=${({ target }: Event) => {
    const input = target as HTMLInputElement;
    if (!set(bench, mould, key, input.value)) input.value = value;
  }}></label>`;
}

function set(bench: Bench, mould: Mould, key: string, written: string): boolean {
  const changed = withKey(mould, key, written);
  if (typeof changed === 'string') bench.show({ said: changed });
  else bench.change({ mould: changed }, key);
  return typeof changed !== 'string';
}

function choicesIn({ enum: all }: JsonObject): string {
  return Array.isArray(all) ? all.join(', ') : '';
}

function belowIn({ below }: JsonObject): string {
  const held = (below as JsonObject | undefined)?.['600'];
  return held === undefined ? '' : typeof held === 'object' ? JSON.stringify(held) : String(held);
}

/** A default that is one line; others are filled in with the form, where they have controls. */
function defaultOf(bench: Bench, mould: Mould, name: string, { default: held }: JsonObject) {
  const set = (value: string | number | boolean) =>
    bench.change({ mould: redeclared(mould, name, { default: value }) }, `${name} default`);
  if (typeof held === 'boolean') {
    return html`<label class="check"><input type="checkbox" .checked=${held}
      @change=${({ target }: Event) => set((target as HTMLInputElement).checked)}>On by default</label>`;
  }
  if (typeof held !== 'string' && typeof held !== 'number')
    return html`<p><small>Set its default with the form: in step Try, choose “Make these the defaults”.</small></p>`;
  const isNumber = typeof held === 'number';
  return html`<label>Default<input type=${isNumber ? 'number' : 'text'} step="any" .value=${String(held)}
    @change=${({ target }: Event) => {
      const { value } = target as HTMLInputElement;
      set(isNumber ? Number(value) : value);
    }}></label>`;
}

function rename(bench: Bench, mould: Mould, name: string, input: HTMLInputElement): void {
  const to = input.value.trim();
  const done = renamed(mould, name, to);
  if ('why' in done) {
    input.value = lastOf(name);
    bench.show({ said: done.why });
    return;
  }
  const around = name.slice(0, name.length - lastOf(name).length);
  if (around !== '') {
    bench.change({ mould: done.mould }, '', done.said);
    bench.show({ openField: around + to, lit: '' });
    return;
  }
  const { [name]: held, ...others } = bench.work.values;
  const values = held === undefined ? bench.work.values : { ...others, [to]: held };
  bench.change({ mould: done.mould, values }, '', done.said);
  bench.show({ openField: to, lit: to });
}

function lastOf(path: string): string {
  return path.slice(path.lastIndexOf('.') + 1);
}
