import type { Json, JsonObject, Mould } from 'keen-mould';
import { html } from 'lit';
import type { Bench } from '../bench.ts';
import { line } from './field-row.ts';

/** What mould.json says of the widget itself, by key. */
const keys: readonly (readonly [key: string, label: string])[] = [
  ['title', 'Title'],
  ['summary', 'What it is, in a sentence'],
  ['shelf', 'Shelf'],
  ['widths', 'Widths to look at, in px'],
  ['within', 'Belongs inside these moulds'],
  ['reaches', 'Addresses that it loads from'],
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
    [`slots.${name}.accepts`, `Moulds that the slot ${name} takes`],
    [`slots.${name}.max`, `Most casts in the slot ${name}`],
  ]);
  return html`<details class="about">
    <summary>The widget itself</summary>
    <div class="details">${[...keys, ...inSlots].map(([key, label]) =>
      line(bench, mould, label, key, said(at(manifest, key.split('.')))),
    )}</div>
  </details>`;
}

function at(value: Json, [step, ...rest]: readonly string[]): Json {
  if (step === undefined) return value;
  const isObject = typeof value === 'object' && value !== null && !Array.isArray(value);
  return isObject ? at((value as JsonObject)[step] ?? null, rest) : null;
}

function said(value: Json): string {
  return Array.isArray(value) ? value.join(', ') : value === null ? '' : String(value);
}
