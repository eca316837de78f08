import type { JsonObject, Mould, Spot } from 'keen-mould';
import { html, nothing } from 'lit';
import { keyed } from 'lit/directives/keyed.js';
import '../code-pane.ts';
import type { Bench } from '../bench.ts';
import { type SourceFile, sources } from '../by-hand.ts';
import {
  type Bound,
  declarationOf,
  dropField,
  isRequired,
  kinds,
  moved,
  proposalsIn,
  redeclared,
  requiring,
  retyped,
  takeSpots,
} from '../fields.ts';
import { fieldsOf } from '../paste.ts';
import { codeView } from './code-view.ts';

let last: { mould: Mould; spots: readonly Spot[] } | undefined;

/** Finding them takes a while, and the mould is a new one whenever it changes. */
function spotsOf(mould: Mould): readonly Spot[] {
  if (last?.mould !== mould) last = { mould, spots: proposalsIn(mould) };
  return last.spots;
}

/** The second step: what others may change. */
export function fieldsView(bench: Bench) {
  const { mould } = bench.work;
  if (!mould)
    return html`<p class="empty">There is nothing to make fields of yet. Paste something first.</p>`;
  const names = Object.keys(fieldsOf(mould));
  const spots = spotsOf(mould);
  const recommended = spots.filter((one) => one.recommended).length;
  return html`
    <section aria-labelledby="own-fields">
      <h3 id="own-fields">${names.length === 0 ? 'No fields yet' : names.length === 1 ? '1 field' : `${names.length} fields`}</h3>
      ${
        names.length === 0
          ? html`<p class="empty">A field is what an editor may change without seeing code. Take what is
              recommended, or choose below.</p>`
          : html`<ol class="fields">${names.map((name, at) => fieldRow(bench, mould, name, at, names.length))}</ol>`
      }
    </section>
    <section aria-labelledby="proposed">
      <div class="bar"><h3 id="proposed">${spots.length === 0 ? 'Nothing else was found' : 'Could be fields'}</h3>
        ${
          recommended > 0
            ? html`<button class="main" @click=${() => apply(bench, takeSpots(mould, 'recommended'), 'made')}>Take ${recommended} recommended</button>`
            : nothing
        }</div>
      <ul class="spots">${spots.map((spot) => spotRow(bench, mould, spot))}</ul>
    </section>
    ${codeView(bench)}
    ${codeOf(bench, mould, spots)}`;
}

/** Where a proposal stands in the code of the mould. */
function codeOf(bench: Bench, mould: Mould, spots: readonly Spot[]) {
  const spot = spots.find(({ id }) => id === bench.screen.shownSpot);
  const file = spot?.places[0]?.file as SourceFile | undefined;
  if (!spot || !file || !Object.hasOwn(sources, file)) return nothing;
  const [part, language] = sources[file];
  const places = spot.places.filter((one) => one.file === file);
  return keyed(
    file,
    html`<section class="shown" aria-label="${spot.title} in the code">
      <div class="bar"><h3>${spot.title} in ${file}</h3>
        <button @click=${() => bench.show({ shownSpot: '' })}>Close</button></div>
      <code-pane language=${language} label="${file}, where ${spot.title} stands" .value=${mould[part]}
        .lit=${places} .isReadOnly=${true}></code-pane>
    </section>`,
  );
}

function apply(bench: Bench, bound: Bound, became: string): void {
  if ('why' in bound) bench.show({ said: bound.why });
  else {
    const count = bound.count === 1 ? '1 field' : `${bound.count} fields`;
    bench.change({ mould: bound.mould }, '', `${count} ${became}.`);
  }
}

function spotRow(bench: Bench, mould: Mould, spot: Spot) {
  const [first] = spot.places;
  const source = first?.source.replace(/\s+/g, ' ').trim() ?? '';
  const count = spot.places.length > 1 ? ` in ${spot.places.length} places` : '';
  return html`<li>
    <div><b>${spot.title}</b> <small>${spot.kind}${count}${spot.recommended ? ' · recommended' : ''}</small>
      <code>${source.length > 64 ? `${source.slice(0, 63)}…` : source}</code>
      <small>${first ? `${first.file}, line ${first.line}: ` : ''}${spot.why}</small></div>
    <button aria-label="Show: ${spot.title}, in the code" aria-pressed=${bench.screen.shownSpot === spot.id}
      @click=${() => bench.show({ shownSpot: bench.screen.shownSpot === spot.id ? '' : spot.id })}>Show</button>
    <button aria-label="Make a field: ${spot.title}" @click=${() => apply(bench, takeSpots(mould, spot.id), 'made')}>Make a field</button>
  </li>`;
}

function fieldRow(bench: Bench, mould: Mould, name: string, at: number, count: number) {
  const declared = declarationOf(mould, name);
  const title = String(declared.title ?? name);
  const isOpen = bench.screen.openField === name;
  const change = (changed: Mould, kind: string) => bench.change({ mould: changed }, kind);
  return html`<li>
    <div class="row">
      <button class="name" aria-expanded=${isOpen} @click=${() => bench.show({ openField: isOpen ? '' : name, lit: isOpen ? '' : name })}>
        <b>${title}</b> <small>${kindOf(declared)}${isRequired(mould, name) ? ' · required' : ''}</small></button>
      <button class="icon" aria-label="Move ${title} up" ?disabled=${at === 0} @click=${() => change(moved(mould, name, -1), '')}>↑</button>
      <button class="icon" aria-label="Move ${title} down" ?disabled=${at === count - 1} @click=${() => change(moved(mould, name, 1), '')}>↓</button>
      <button class="icon" aria-label="Remove ${title}, and put back what stood there" @click=${() => apply(bench, dropField(mould, name), 'taken out; what stood there is back')}>✕</button>
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
  };
  return names[String(type)] ?? String(type ?? 'group');
}

/** Keywords of a declaration that are typed as text or as a number. */
const keywords: readonly [key: string, label: string, isNumber: boolean, of: RegExp][] = [
  ['title', 'Title', false, /./],
  ['description', 'Help', false, /./],
  ['section', 'Section', false, /./],
  ['maxLength', 'At most so many characters', true, /^(?:text|multiline|richtext)$/],
  ['minimum', 'At least', true, /^(?:number|integer)$/],
  ['maximum', 'At most', true, /^(?:number|integer)$/],
  ['minItems', 'At least so many rows', true, /^list$/],
  ['maxItems', 'At most so many rows', true, /^list$/],
  ['when', 'Shown only when', false, /./],
];

function details(bench: Bench, mould: Mould, name: string, declared: JsonObject) {
  const kind = kindOf(declared);
  return html`<div class="details">
    <p><small>Its name in code is <code>${name}</code>.</small></p>
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
                `${String(declared.title ?? name)} is of kind ${select.value}.`,
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
    ${
      typeof declared.default === 'string'
        ? html`<label>Default<input .value=${declared.default} @change=${({ target }: Event) =>
            bench.change(
              { mould: redeclared(mould, name, { default: (target as HTMLInputElement).value }) },
              `${name} default`,
            )}></label>`
        : nothing
    }
    <label class="check"><input type="checkbox" .checked=${isRequired(mould, name)}
      @change=${({ target }: Event) => bench.change({ mould: requiring(mould, name, (target as HTMLInputElement).checked) }, '')}>Must not be empty</label>
  </div>`;
}
