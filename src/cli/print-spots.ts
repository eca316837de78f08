import type { BoundField } from '../core/author/bind/bound-fields.ts';
import type { PlaceOffers } from '../core/author/hand/mark-place.ts';
import type { NearSpot, Spot, SpotPlace } from '../core/author/spots/spot.ts';
import type { Tie, TiePlace } from '../core/author/ties/tie.ts';
import type { Mould } from '../core/model/mould.ts';
import { shortText, shortValue } from './short-value.ts';
import type { Terminal } from './terminal.ts';

const codeColumns = 64;

/** Prints what could be fields, in the groups of a form, each with the line it stands in. */
export function printSpots(
  terminal: Terminal,
  { folder, mould, all }: { readonly folder: string; readonly mould: Mould; readonly all: boolean },
  spots: readonly Spot[],
  bound: readonly BoundField[],
): void {
  const recommended = spots.filter((one) => one.recommended);
  const counted = `${count(spots.length, 'spot')}, ${recommended.length} recommended`;
  const already = bound.length > 0 ? `; ${count(bound.length, 'field')} bound` : '';
  terminal.say(`${terminal.strong(folder)}: ${counted}${already}`);
  terminal.say();
  // With its reason and its line of code each takes four lines.
  const isLong = !all && 4 * spots.length + bound.length > terminal.rows;
  const sections = [...new Set(spots.map((one) => one.section))].map((section) =>
    spots.filter((one) => one.section === section),
  );
  const parts = sections.length + (bound.length > 0 ? 1 : 0);
  const most = isLong
    ? Math.max(2, Math.floor((terminal.rows - 8) / Math.max(1, parts)) - 2)
    : Number.POSITIVE_INFINITY;
  for (const own of sections) {
    terminal.say(terminal.strong(own[0]?.section ?? ''));
    const shown = own.length === most + 1 ? own : own.slice(0, most);
    const widest = Math.max(...shown.flatMap((one) => labelsOf(one)).map(({ length }) => length));
    for (const one of shown) {
      if (isLong) terminal.say(shortLine({ terminal, mould, widest }, one));
      else printSpot({ terminal, mould, widest }, one, 0);
    }
    sayRest(terminal, own.length - shown.length);
    terminal.say();
  }
  if (bound.length > 0) {
    terminal.say(terminal.strong('Bound'));
    for (const { field, kind, where } of bound.slice(0, most)) {
      terminal.say(`  ${field}  ${terminal.soft(`${kind}, ${where}`)}`);
    }
    sayRest(terminal, bound.length - most);
    terminal.say();
  }
  if (isLong) terminal.say(`See each with its line of code:\n  keen-mould bind ${folder} --all`);
  if (spots.length === 0) terminal.say('No other spots found.');
  else {
    if (recommended.length === 0) terminal.say('Choose some, and name them if you like:');
    else {
      terminal.say(
        `${mark(true)} means recommended. Bind those, or choose some and name them yourself:`,
      );
      terminal.say(`  keen-mould bind ${folder} --take recommended`);
    }
    const [first, second] = recommended.length > 0 ? recommended : spots;
    const other = second ? `,${second.id}=myName` : '=myName';
    terminal.say(`  keen-mould bind ${folder} --take ${first?.id}${other}`);
  }
  if (bound[0])
    terminal.say(`Unbind a field:\n  keen-mould bind ${folder} --drop ${bound[0].field}`);
}

function sayRest(terminal: Terminal, count: number): void {
  if (count > 0) terminal.say(terminal.soft(`    and ${count} more`));
}

/** A spot in one line. */
function shortLine({ terminal, widest }: Printing, spot: Spot): string {
  const label = labelOf(spot, 0, undefined).padEnd(widest);
  const start = `  ${label}  ${spot.kind.padEnd(8)}  ${shownValue(spot)}`;
  const [first] = spot.places;
  const place = first ? `${first.file}:${first.line}` : '';
  const room = terminal.columns - place.length - 2;
  const cut = start.length > room ? `${start.slice(0, room - 1)}…` : start.padEnd(room);
  return `${cut}  ${terminal.soft(place)}`.trimEnd();
}

function mark(isRecommended: boolean): string {
  return isRecommended ? '+' : '-';
}

function labelOf(spot: Spot, depth: number, list: Spot | undefined): string {
  return `${'  '.repeat(depth)}${mark(spot.recommended)} ${nameOf(spot, list)}`;
}

function labelsOf(spot: Spot, depth = 0, list?: Spot): string[] {
  const inside = (spot.items ?? []).flatMap((one) => labelsOf(one, depth + 1, spot));
  return [labelOf(spot, depth, list), ...inside];
}

/** Rows that are nothing but one value have no name for it; their spot is called as the list is. */
function nameOf({ id, field }: Spot, list: Spot | undefined): string {
  return list === undefined ? id : list.id === id ? 'each row' : field;
}

interface Printing {
  readonly terminal: Terminal;
  readonly mould: Mould;
  /** Of the labels in the section. */
  readonly widest: number;
}

function printSpot(printing: Printing, spot: Spot, depth: number, list?: Spot): void {
  const { terminal, mould, widest } = printing;
  const indent = '  '.repeat(depth + 1);
  const label = labelOf(spot, depth, list).padEnd(widest);
  terminal.say(`  ${label}  ${spot.kind.padEnd(8)}  ${shownValue(spot)}`.trimEnd());
  const [first, ...more] = spot.places;
  const further = more.filter((place) => place.row === first?.row);
  const also =
    further.length > 0 && !spot.items
      ? `, and ${further
          .map(({ line }) => `line ${line}`)
          .slice(0, 3)
          .join(', ')}`
      : '';
  terminal.say(terminal.soft(`${indent}    ${spot.why}${also}`));
  if (first && !spot.items) {
    for (const line of markedLine(mould, first))
      terminal.say(`${indent}    ${terminal.soft(line)}`);
  }
  for (const one of spot.items ?? []) printSpot(printing, one, depth + 1, spot);
}

/** The line a place stands in, with the place marked below. */
function markedLine(mould: Mould, { file, line, column, source }: SpotPlace): string[] {
  const texts: Readonly<Record<string, string>> = {
    'template.html': mould.template,
    'style.css': mould.style,
    'script.js': mould.script,
  };
  const code = (texts[file] ?? '').split(/\r\n|\n|\r/)[line - 1] ?? '';
  const at = `${file}:${line}  `;
  const room = Math.max(24, codeColumns - at.length);
  const start = Math.min(
    column - 1,
    source.length > room
      ? Math.max(indentOf(code), column - 2)
      : Math.max(indentOf(code), column + 7 + source.length - room),
  );
  const shown = code.slice(start, start + room);
  const length = Math.max(
    1,
    Math.min(source.split(/\r\n|\n|\r/)[0]?.length ?? 1, room - (column - 1 - start)),
  );
  const isCut = start > indentOf(code);
  const left = isCut ? `…${shown.slice(1)}` : shown;
  const right = start + room < code.length ? `${left.slice(0, -1)}…` : left;
  return [`${at}${right}`, `${' '.repeat(at.length + column - 1 - start)}${'~'.repeat(length)}`];
}

function indentOf(line: string): number {
  return line.length - line.trimStart().length;
}

function shownValue({ default: value, items }: Spot): string {
  if (items) return Array.isArray(value) ? count(value.length, 'row') : '';
  return shortValue(value);
}

function count(number: number, word: string): string {
  return `${number} ${word}${number === 1 ? '' : 's'}`;
}

/** Prints what nearly became a list or a field, each with its place and what stood in the way. */
export function printNearSpots(terminal: Terminal, mould: Mould, near: readonly NearSpot[]): void {
  const titles = { list: 'Not made into a list', field: 'Not recommended' } as const;
  for (const what of ['list', 'field'] as const) {
    const own = near.filter((one) => one.what === what);
    if (own.length === 0) continue;
    terminal.say(terminal.strong(titles[what]));
    for (const { id, place, rows, why } of own) {
      terminal.say(`  ${id ?? `${rows} alike`}: ${why}`);
      for (const line of markedLine(mould, place)) terminal.say(`      ${terminal.soft(line)}`);
    }
    terminal.say();
  }
  if (near.length === 0) terminal.say('Nothing else came close to being a field or a list.');
}

/** Prints what can be made of a place, ready to be asked for. */
export function printOffers(terminal: Terminal, folder: string, at: PlaceOffers): void {
  terminal.say(`${terminal.strong(at.place)}  ${shortText(at.source)}`);
  const widest = Math.max(0, ...at.offers.map(({ form }) => form.length));
  for (const { form, does } of at.offers) terminal.say(`  ${form.padEnd(widest)}  ${does}`);
  const [first] = at.offers;
  const ask = first ? `${at.place}=${at.field}:${first.form}` : '';
  if (first) terminal.say(`\n  keen-mould bind ${folder} --mark ${ask}`);
  else terminal.say('  Nothing can be made of it.');
  terminal.say();
}

/** Prints what a binding replaced, or what was put back. */
export function printTie(terminal: Terminal, tie: Tie, done: 'bound' | 'restored'): void {
  terminal.say(`${terminal.strong(tie.field)} is ${done}.`);
  const own = tie.places.filter((place) => place.field === tie.field);
  const shown = own.slice(0, 6);
  for (const place of shown) terminal.say(`  ${placeText(place)}`);
  if (own.length > shown.length) terminal.say(`  and ${own.length - shown.length} more places`);
}

function placeText({ file, line, column, row, replaced }: TiePlace): string {
  const which = row === undefined ? '' : ` (row ${row})`;
  return `${file}:${line}:${column}${which}  ${shortText(replaced)}`;
}
