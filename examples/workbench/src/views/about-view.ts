import type { Json, JsonObject, Mould } from 'keen-mould';
import { html } from 'lit';
import type { Bench } from '../bench.ts';
import { dropField, withKey, withLoaded } from '../fields.ts';
import { withContents } from '../slots.ts';
import { line } from './field-row.ts';

/** What mould.json says of the widget itself, by key. */
const keys: readonly (readonly [key: string, label: string])[] = [
  ['title', 'Title'],
  ['summary', 'What it is, in a sentence'],
  ['shelf', 'Shelf'],
  ['widths', 'Widths to look at, in px'],
  ['within', 'Belongs inside these moulds'],
  ['reaches', 'Addresses that it loads from'],
  ['sharedEvents', 'Events that all its casts on a page hear'],
  ['origin.author', 'Author of the snippet'],
  ['origin.url', 'Where it was found'],
  ['origin.licence', 'Licence'],
];

/** The widget itself: its title, where it comes from, what it needs, what its slots take. */
export function aboutView(bench: Bench, mould: Mould) {
  const manifest = mould.manifest as unknown as JsonObject;
  const slots = Object.keys((manifest.slots ?? {}) as JsonObject);
  const inSlots = slots.flatMap((name): [string, string][] => [
    [`slots.${name}.title`, `Title of the slot ${name}`],
    [`slots.${name}.accepts`, `Moulds that the slot ${name} accepts`],
    [`slots.${name}.max`, `Maximum number of widgets in the slot ${name}`],
  ]);
  return html`<details class="about">
    <summary>The widget itself</summary>
    <div class="details">${[...keys, ...inSlots].map(([key, label]) =>
      line(bench, mould, label, key, said(at(manifest, key.split('.')))),
    )}
    ${slots.map(
      (name) => html`<button aria-label="Remove the slot ${name}, and restore the original code"
        @click=${() => removeSlot(bench, mould, name)}>Remove the slot ${name}</button>`,
    )}
    ${loaded(
      bench,
      mould,
      'Fonts',
      'fonts',
      (mould.manifest.fonts ?? []).map(({ family }) => family),
    )}
    ${loaded(
      bench,
      mould,
      'Libraries',
      'libraries',
      (mould.manifest.libraries ?? []).map(({ name }) => name),
    )}
    </div>
  </details>`;
}

/** A slot goes with what was put into it. */
function removeSlot(bench: Bench, mould: Mould, name: string): void {
  const made = dropField(mould, `slots.${name}`);
  if ('why' in made) bench.show({ said: made.why });
  else {
    const slots = withContents(bench.work.slots, name, []);
    bench.change({ mould: made.mould, slots }, '', `The slot ${name} was removed.`);
  }
}

/** What the widget loads, each of which can go, and one more by its address. */
function loaded(bench: Bench, mould: Mould, title: string, key: string, names: readonly string[]) {
  const change = (made: Mould | string, name: string) =>
    typeof made === 'string' ? bench.show({ said: made }) : bench.change({ mould: made }, '', name);
  const add = ({ target }: Event) => {
    const { value } = target as HTMLInputElement;
    if (value.trim() !== '') change(withLoaded(mould, key, value.trim()), `${title} changed.`);
  };
  return html`<div><h4>${title}</h4>
    <ul class="tags">${names.map(
      (name) => html`<li>${name} <button class="icon" aria-label="Remove ${name}"
        @click=${() => change(withKey(mould, key, name, '-='), `${name} is gone.`)}>✕</button></li>`,
    )}</ul>
    <label>Add by address<input .value=${''} placeholder="https://" @change=${add}></label></div>`;
}

function at(value: Json, [step, ...rest]: readonly string[]): Json {
  if (step === undefined) return value;
  const isObject = typeof value === 'object' && value !== null && !Array.isArray(value);
  return isObject ? at((value as JsonObject)[step] ?? null, rest) : null;
}

function said(value: Json): string {
  return Array.isArray(value) ? value.join(', ') : value === null ? '' : String(value);
}
