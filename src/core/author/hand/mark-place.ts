import { compileMould } from '../../compile/compile-mould.ts';
import { parseSources } from '../../compile/parse-sources.ts';
import { fieldsBelow } from '../../model/field.ts';
import { requireMould } from '../../model/given.ts';
import type { Json, JsonObject } from '../../model/json-source.ts';
import type { Mould } from '../../model/mould.ts';
import { propertyName } from '../../model/property-name.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import { keysOf, manifestAt, withManifestAt } from '../bind/manifest-edit.ts';
import { unbindField } from '../bind/unbind-field.ts';
import { readScriptSource } from '../sources/script-source.ts';
import { readStyleSource } from '../sources/style-source.ts';
import { readTree } from '../spots/tree.ts';
import { renderSources } from '../ties/bound-mould.ts';
import { isSameCast } from '../ties/faithful.ts';
import { placeIn } from '../ties/render.ts';
import { type Bound, readTies } from '../ties/ties.ts';
import { clearedWithin } from './cleared-within.ts';
import { classWordOffers, elementOffers } from './element-offers.ts';
import { type HandChange, rangeBack, withHandChanges } from './hand-change.ts';
import { asked, freeName, titleOf, withinRows } from './hand-names.ts';
import { type Joint, joined } from './join.ts';
import { listAmong, listByHand } from './list-by-hand.ts';
import type { HandOffer, HandPath } from './offer.ts';
import { withOpenRows } from './open-rows.ts';
import { type Place, positionOf, readPlace, readPlaces } from './place.ts';
import { elementsIn, type Reading, type Stand, standAt } from './stand.ts';
import { valueOffers } from './value-offers.ts';
import { wordsFor } from './words-for.ts';

/** What could be made of a place by hand. */
export interface PlaceOffers {
  /** The place as people write it: `style.css:12:8-14`. */
  readonly place: string;
  /** What stands there. */
  readonly source: string;
  /** What a field of it would be called, and its title. */
  readonly field: string;
  readonly title: string;
  readonly offers: readonly {
    /** What to ask for it by: a kind of field, or what an element becomes. */
    readonly form: string;
    readonly does: string;
    readonly default: Json;
  }[];
}

/** A field to make of a place by hand. */
export interface Marking {
  /** Its name; of a place in rows, that of a member of the row. One that exists joins the place. */
  readonly field?: string;
  /** A kind of field, or what an element becomes; the likeliest where it is left out. */
  readonly form?: string;
  readonly title?: string;
  /** The values to choose from, of a choice. */
  readonly options?: readonly string[];
}

/** A mould with a place bound by hand. */
export interface MarkedPlace {
  readonly mould: Mould;
  /** The path of the field that fills the place now. */
  readonly field: string;
  readonly findings: readonly Finding[];
}

/** Reads the sources of a mould for work by hand. */
export function readForHand(mould: Mould): Reading {
  const parsed = parseSources(mould);
  return {
    tree: readTree(mould.template, parsed.template),
    style: readStyleSource(mould.style, parsed.style),
    script: readScriptSource(mould.script, parsed.script),
  };
}

/**
 * Says what can be made of a place in a mould's sources: the kinds of field whose value can stand
 * there, and what can be done with an element. Each is tried, so that what is offered can be had.
 *
 * @param place such as `style.css:12:8`, `"Sunday service"`, `.card h3`, `a.more@href`, `.card{gap}`
 * @throws Refusal when there is no such place, or nothing there can be bound
 *
 * @example
 * const { offers } = offersAt(mould, '.card{border-style}');
 */
export function offersAt(mould: Mould, place: string): PlaceOffers {
  requireMould(mould);
  const reading = readForHand(mould);
  const [found = readPlace(mould, reading, place)] = severalOf(mould, reading, place);
  const [row] = found.in === 'template' ? elementsIn(reading, found) : [];
  if (row) return rowsAt(mould, found);
  const stand = standing(mould, reading, found);
  const { name, title } = wordsFor(mould, reading, stand);
  const field = freeName(mould, withinRows(mould, stand), name);
  const all = offersFor(reading, stand);
  // With one value there is nothing to choose, unless somebody says what from.
  const isBare = ({ declared }: HandOffer) =>
    Array.isArray(declared.enum) && declared.enum.length < 2 && all.length > 1;
  const offers = all.flatMap((offer) => {
    if (isBare(offer)) return [];
    const isSound =
      offer.form === 'list' ||
      (isOfContent(offer)
        ? canBeMarked(mould, stand, offer.form)
        : 'mould' in trialOf(mould, stand, offer, field));
    return isSound
      ? [{ form: offer.form, does: offer.does, default: offer.declared.default ?? null }]
      : [];
  });
  const source = mould[stand.in].slice(stand.range.start, stand.range.end);
  return {
    place: positionOf(mould, { in: stand.in, ...stand.range }),
    source,
    field,
    title,
    offers,
  };
}

/** True for what is made of the content of an element, where other fields may give way to it. */
function isOfContent({ form, isInside }: HandOffer): boolean {
  return isInside === true || form === 'markup' || form === 'richtext';
}

function canBeMarked(mould: Mould, { in: part, range }: Stand, form: string): boolean {
  try {
    markPlace(mould, positionOf(mould, { in: part, ...range }), { form });
    return true;
  } catch (error) {
    if (error instanceof Refusal) return false;
    throw error;
  }
}

/**
 * Makes a field of a place that was not found, or gives a field one more place. The change is noted
 * in ties.json, so `unbindField` puts back what stood there.
 *
 * @throws Refusal when there is no such place, a binding stands there, or it cannot be what is asked
 *
 * @example
 * const { mould: marked } = markPlace(mould, '.card{border-style}', { field: 'edge' });
 */
export function markPlace(mould: Mould, place: string, marking: Marking = {}): MarkedPlace {
  requireMould(mould);
  const reading = readForHand(mould);
  if (marking.form === 'list') return listOf(mould, reading, place, marking);
  const several = severalOf(mould, reading, place);
  if (several.length > 1) return markAll(mould, several, marking);
  const stand = standing(mould, reading, readPlace(mould, reading, place));
  const joint = jointOf(mould, stand, marking.field);
  if (joint) return joined(mould, reading, stand, joint, marking.form);
  if (stand.as === 'element' && /^(?:markup|richtext)$/.test(marking.form ?? '')) {
    const cleared = clearedWithin(mould, stand.element.inner);
    if (cleared !== mould)
      return markPlace(
        cleared,
        movedPlace(mould, cleared, { in: stand.in, ...stand.range }),
        marking,
      );
  }
  const offer = offerFor(mould, reading, stand, marking);
  const words = wordsFor(mould, reading, stand);
  const rows = withinRows(mould, stand, offer.isInside);
  // Rows that are nothing but one value get members first, and the place moves with that.
  if (rows !== '' && keysOf(mould, `${rows}.x`) === undefined) {
    const opened = withOpenRows(mould, rows);
    return markPlace(opened, movedPlace(mould, opened, { in: stand.in, ...stand.range }), {
      ...marking,
      form: offer.form,
    });
  }
  const field = asked(mould, rows, marking.field) ?? freeName(mould, rows, words.name);
  const declared = withOptions(offer, marking);
  const title =
    marking.title ?? (marking.field ? titleOf(marking.field, words.title) : words.title);
  const made = trialOf(mould, stand, { ...offer, declared: { title, ...declared } }, field);
  if ('mould' in made) return { mould: made.mould, field, findings: [] };
  const at = positionOf(mould, { in: stand.in, ...stand.range });
  throw new Refusal(finding('hand/not-there', { form: offer.form, place: at, why: made.why }));
}

/** Of several elements together there is one thing to make: rows. */
function rowsAt(mould: Mould, found: Place): PlaceOffers {
  const source = mould.template.slice(found.start, found.end);
  const field = freeName(mould, '', 'blocks');
  const offer = { form: 'list', does: 'a list, with these elements as its rows', default: null };
  const place = positionOf(mould, found);
  return { place, source, field, title: 'Blocks', offers: [offer] };
}

/** The places of a selector that matches several: what is made of one is made of all. */
function severalOf(mould: Mould, reading: Reading, place: string): readonly Place[] {
  const isSelector = !/^(?:[\w.]+:\d|(?:[\w.]+:)?["'])/.test(place);
  return isSelector ? readPlaces(mould, reading, place) : [];
}

function markAll(mould: Mould, places: readonly Place[], marking: Marking): MarkedPlace {
  // From the last to the first, so that none moves before it is marked; the first gives the default.
  const [first, ...others] = places.map((one) => positionOf(mould, one));
  const made = markPlace(mould, first as string, marking);
  const form = marking.form === undefined ? {} : { form: marking.form };
  return others.reduce((done, _, at): MarkedPlace => {
    const moved = movedPlace(mould, done.mould, places[at + 1] as Place);
    const next = markPlace(done.mould, moved, { field: made.field, ...form });
    return { ...next, findings: [...done.findings, ...next.findings] };
  }, made);
}

/** Where a place of a mould stands after others were marked. */
function movedPlace(before: Mould, after: Mould, place: Place): string {
  const [old, now] = [readTies(before), readTies(after)];
  const changesOf = ({ ties }: Bound) => ties.flatMap(({ changes }) => changes);
  const back = rangeBack(renderSources(old.before, changesOf(old))[place.in], {
    start: place.start,
    end: place.start,
  });
  const found = back && placeIn(renderSources(now.before, changesOf(now))[place.in], back);
  const start = found?.start ?? place.start;
  const length = place.end - place.start;
  return positionOf(after, {
    in: place.in,
    start,
    end: isElementAt(before, place) ? start : start + length,
  });
}

function isElementAt(mould: Mould, { in: part, start }: Place): boolean {
  return part === 'template' && mould.template.charAt(start) === '<';
}

function standing(mould: Mould, reading: Reading, place: Place): Stand {
  const stand = standAt(reading, place.in, place);
  if (stand) return stand;
  throw new Refusal(finding('hand/nothing-there', { place: positionOf(mould, place) }));
}

function offersFor(reading: Reading, stand: Stand): HandOffer[] {
  if (stand.as === 'element') return elementOffers(reading, stand);
  if (stand.as === 'class') return classWordOffers(reading, stand);
  return valueOffers(reading, stand);
}

function offerFor(
  mould: Mould,
  reading: Reading,
  stand: Stand,
  { form, options }: Marking,
): HandOffer {
  const all = offersFor(reading, stand);
  const wanted = form ?? (options ? 'choice' : undefined);
  const found = wanted === undefined ? all[0] : all.find((one) => one.form === wanted);
  if (found) return found;
  const place = positionOf(mould, { in: stand.in, ...stand.range });
  const forms = all.map((one) => one.form);
  throw new Refusal(finding('hand/no-form', { form: wanted ?? '', place, forms }));
}

function withOptions({ declared }: HandOffer, { options }: Marking): JsonObject {
  if (!options || !Array.isArray(declared.enum)) return declared;
  const { default: held } = declared;
  const all = options.includes(String(held)) ? options : [String(held), ...options];
  return { ...declared, enum: [...all] };
}

/** The mould with an offer taken, or why it would not hold or would look otherwise. */
type Trial = { readonly mould: Mould } | { readonly why: string };

function trialOf(mould: Mould, stand: Stand, offer: HandOffer, field: string): Trial {
  const isSlot = offer.form === 'slot';
  const [top = field] = field.split('.');
  const own = isSlot ? `slots.${field}` : field;
  const keys = isSlot ? ['slots', field] : keysOf(mould, field);
  if (!keys) return { why: `The rows of ${top} have no room for it.` };
  if (isSlot && manifestAt(mould, keys) !== undefined)
    return { why: `A slot called ${field} already exists.` };
  const to: HandPath = { path: field, property: propertyName(field) };
  const changes = offer.changes(to);
  const tie = {
    field: isSlot ? own : top,
    kind: offer.form,
    path: own,
    filled: filledBy(stand, changes),
  };
  const declared = isSlot ? { title: titleOf(field, '') } : offer.declared;
  const made = withManifestAt(withHandChanges(mould, tie, changes), keys, declared);
  const wrong = compileMould(made).findings.find(({ level }) => level === 'error');
  if (wrong) return { why: wrong.message };
  const isSame = isSlot || isSameCast(mould, made);
  return isSame
    ? { mould: made }
    : { why: 'With its default, the widget would not be what it was.' };
}

function filledBy({ in: part, range }: Stand, changes: readonly HandChange[]) {
  const isInsertion = changes.every(({ start, end }) => start === end);
  return isInsertion ? [] : [{ in: part, start: range.start, end: range.end }];
}

/** The field that a place is to be joined to: one that is there already, with what to reckon. */
function jointOf(mould: Mould, stand: Stand, written: string | undefined): Joint | undefined {
  const [, name = '', sign, amount] =
    /^([\w.-]+?)(?:([*/+])(-?[\d.]+[a-z%]*))?$/i.exec(written ?? '') ?? [];
  if (name === '') return undefined;
  const { root } = compileMould(mould);
  const fields = fieldsBelow(root);
  const rows = withinRows(mould, stand);
  const field =
    fields.find(({ path }) => path === name) ??
    fields.find(({ path }) => path === `${rows}.${name}`);
  if (!field && sign) {
    const known = fields.map(({ path }) => path);
    throw new Refusal(
      finding('bind/no-field', { path: name, near: nearestName(name, known), known }),
    );
  }
  return field && { field, ...(sign ? { reckon: `${sign} ${amount}` } : {}) };
}

function listOf(mould: Mould, reading: Reading, place: string, marking: Marking): MarkedPlace {
  const { field, title } = marking;
  const starts = readPlaces(mould, reading, place).flatMap((one) => {
    const several = one.in === 'template' ? elementsIn(reading, one) : [];
    if (several.length > 0) return several.map(({ start, end }) => ({ start, end }));
    const stand = standing(mould, reading, one);
    return stand.as === 'element' ? [stand.range] : [];
  });
  const among = listAmong(reading, starts);
  if (among !== undefined) {
    const { mould: free } = unbindField(mould, among);
    const made = listOf(free, readForHand(free), place, marking);
    return {
      ...made,
      findings: [finding('hand/taken-into-rows', { name: among }), ...made.findings],
    };
  }
  const { mould: made, name, findings } = listByHand(mould, starts, field);
  const keys = keysOf(made, name);
  return {
    mould: title && keys ? withManifestAt(made, [...keys, 'title'], title) : made,
    field: name,
    findings,
  };
}
