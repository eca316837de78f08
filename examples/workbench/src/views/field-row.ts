import type { JsonObject, Mould } from 'keen-mould';
import { html, nothing } from 'lit';
import type { Bench } from '../bench.ts';
import {
  declarationOf,
  dropField,
  isRequired,
  kinds,
  moved,
  redeclared,
  renamed,
  requiring,
  retyped,
} from '../fields.ts';
import { apply } from './apply.ts';

/** A field in the order of the form; opened, all that its declaration says. */
export function fieldRow(bench: Bench, mould: Mould, name: string, at: number, count: number) {
  const declared = declarationOf(mould, name);
  const title = String(declared.title ?? name);
  const isOpen = bench.screen.openField === name;
  const change = (changed: Mould, kind: string) => bench.change({ mould: changed }, kind);
  return html`<li>
    <div class="row">
      <span class="grip" aria-hidden="true" title="Drag to another place"></span>
      <button class="name" aria-expanded=${isOpen} @click=${() => bench.show({ openField: isOpen ? '' : name, lit: isOpen ? '' : name })}>
        <b>${title}</b> <small>${kindOf(declared)}${isRequired(mould, name) ? ' · required' : ''}</small></button>
      <button class="icon" aria-label="Move ${title} up" ?disabled=${at === 0} @click=${() => change(moved(mould, at, at - 1), '')}>↑</button>
      <button class="icon" aria-label="Move ${title} down" ?disabled=${at === count - 1} @click=${() => change(moved(mould, at, at + 1), '')}>↓</button>
      <button class="icon" aria-label="Remove ${title}, and restore the original code" @click=${() => apply(bench, dropField(mould, name), 'taken out; what stood there is back')}>✕</button>
    </div>
    ${isOpen ? details(bench, mould, name, declared) : nothing}
  </li>`;
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
    <label>Name in code<input .value=${name} @change=${({ target }: Event) => rename(bench, mould, name, target as HTMLInputElement)}></label>
    ${
      (kinds as readonly string[]).includes(kind)
        ? html`<label>Kind<select @change=${({ target }: Event) => {
            const select = target as HTMLSelectElement;
            const changed = retyped(mould, name, select.value);
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
    <label class="check"><input type="checkbox" .checked=${isRequired(mould, name)}
      @change=${({ target }: Event) => bench.change({ mould: requiring(mould, name, (target as HTMLInputElement).checked) }, '')}>Required</label>
  </div>`;
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
    input.value = name;
    bench.show({ said: done.why });
    return;
  }
  const { [name]: held, ...others } = bench.work.values;
  const values = held === undefined ? bench.work.values : { ...others, [to]: held };
  bench.change({ mould: done.mould, values }, '', done.said);
  bench.show({ openField: to, lit: to });
}
