import type { Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import type { Reference } from '../../model/path.ts';
import { isSafeAddress } from '../../model/safe-address.ts';
import { finding } from '../../problem/finding.ts';
import type { Plan, ValuePlan } from '../write/plan.ts';
import { type AttributePlace, attributePlace, closedPlaces } from './attribute-place.ts';
import { type Binder, kindNameRead, refer, reportNoText, valueRead } from './binder.ts';
import type { Hole } from './hole.ts';
import { fitsJson, type JsonPlace, jsonPlaces } from './json-place.ts';
import type { Attribute, Element } from './markup.ts';
import { closedBefore, withoutReferences } from './references.ts';
import type { Binding } from './text-hole.ts';
import { type UrlTexts, urlPlaces } from './url-place.ts';

/** An attribute whose value is made of fixed text and bindings, taken apart. */
export interface BoundAttribute {
  readonly place: AttributePlace;
  /** Source text around the bindings; one more entry than `references`. */
  readonly texts: readonly string[];
  readonly references: readonly Reference[];
  /** Where each binding stands, in an attribute that holds JSON. */
  readonly json?: readonly JsonPlace[] | undefined;
  /** Where each binding stands in `url()`, in a style attribute. */
  readonly urls?: UrlTexts['places'] | undefined;
}

/** Takes a bound attribute apart, or reports why nothing can be bound in it. */
export function readBoundAttribute(
  binder: Binder,
  element: Element,
  attribute: Attribute,
  holes: readonly Hole[],
  loops: readonly string[],
): BoundAttribute | undefined {
  const place = attributePlace(element, attribute.name);
  const bindings = holes.filter((hole): hole is Binding => hole.is === 'binding');
  const closed = attribute.quote === undefined ? unquoted : closedPlaces[place];
  if (closed && bindings.length > 0) {
    const at = binder.lines.placeAt((bindings[0] as Binding).start);
    binder.report(finding('template/no-value-here', closed, at));
    return undefined;
  }
  const texts: string[] = [];
  const references: Reference[] = [];
  let text = '';
  let from = attribute.value.start;
  for (const hole of holes) {
    text += binder.source.slice(from, hole.start);
    from = hole.end;
    if (hole.is === 'plain') text += '{~';
    if (hole.is !== 'binding') continue;
    const reference = refer(binder, hole.path, loops, hole.start);
    if (!reference) return undefined;
    references.push(reference);
    texts.push(closedBefore(text, false));
    text = '';
  }
  texts.push(text + binder.source.slice(from, attribute.value.end));
  if (place === 'style') return readStyle(binder, bindings, texts, references);
  const json = place === 'plain' ? jsonIn(attribute.name, texts, references) : undefined;
  const wrong = references.findIndex((reference, at) =>
    json ? !fitsJson(reference, json[at] ?? 'value') : !writable(reference, place),
  );
  if (wrong >= 0) {
    reportNoText(binder, references[wrong] as Reference, (bindings[wrong] as Binding).start);
    return undefined;
  }
  return { place, texts, references, json };
}

/** Takes a bound style attribute apart; in `url()` any address may stand. */
function readStyle(
  binder: Binder,
  bindings: readonly Binding[],
  given: readonly string[],
  references: readonly Reference[],
): BoundAttribute | undefined {
  const { texts, places } = urlPlaces(given);
  const fits = (reference: Reference, at: number) => {
    const kind: Kind = kinds[kindNameRead(reference)];
    return places[at] ? (kind.address ?? kind.text) !== undefined : writable(reference, 'style');
  };
  const wrong = references.findIndex((reference, at) => !fits(reference, at));
  if (wrong >= 0) {
    reportNoText(binder, references[wrong] as Reference, (bindings[wrong] as Binding).start);
    return undefined;
  }
  return { place: 'style', texts, references, urls: places };
}

/** Where each binding stands in an attribute that holds JSON; lists and groups make it that. */
function jsonIn(
  name: string,
  texts: readonly string[],
  references: readonly Reference[],
): JsonPlace[] | undefined {
  const [only] = references;
  const isAlone = only && references.length === 1 && texts.join('').trim() === '';
  const hasParts = only && /^(?:list|group|typeface|fill)$/.test(kindNameRead(only));
  if (name.startsWith('data-') && isAlone && hasParts) return ['value'];
  return jsonPlaces(texts.map((one) => one.replace(/&(?:quot|#34);/g, '"')));
}

const unquoted = {
  where: 'an attribute without quotes',
  hint: 'Put the value into double quotes.',
};

function writable(reference: Reference, place: AttributePlace): boolean {
  const kind: Kind = kinds[kindNameRead(reference)];
  if (place === 'boolean') return true;
  // A string of CSS in the midst of the author's own would need quotes that are not there.
  if (place === 'style') return kind.css !== undefined && kind.css !== kinds.text.css;
  if (place === 'candidates') return kind.address !== undefined || kind.isNumeric === true;
  if (place === 'address' || place === 'picture') return (kind.address ?? kind.text) !== undefined;
  return (kind.text ?? kind.address) !== undefined;
}

/** Plans a bound attribute; it is left out where all of its value is empty. */
export function planAttribute(
  binder: Binder,
  name: string,
  quote: string | undefined,
  bound: BoundAttribute,
): Plan {
  const { place, texts, references } = bound;
  if (place === 'boolean') return { is: 'boolean', name, parts: references.map(valueRead) };
  const isAddress = place === 'picture' || place === 'address';
  // A list of values has a scheme in each of them.
  const isList = name === 'values';
  const isHeld = isAddress && (isList || !settlesScheme(withoutReferences(texts[0] ?? '')));
  if (isHeld || place === 'candidates') {
    for (const { field } of references) if (field.kind.isTextual) binder.addressed.add(field);
  }
  const isCoded = isHeld && texts.some((text) => text.includes('&'));
  return {
    is: 'attribute',
    name,
    quote: quote ?? '"',
    value: planValue(bound),
    isHeld,
    ...(isCoded ? { read: texts.map(withoutReferences) } : {}),
  };
}

/** Plans the value alone. */
export function planValue({ place, texts, references, json, urls }: BoundAttribute): ValuePlan {
  const parts = references.map((reference, at) => ({
    of: valueRead(reference),
    ...(json ? { json: json[at] ?? 'value' } : {}),
    ...(urls?.[at] ? { url: urls[at] } : {}),
  }));
  return { place, texts, parts };
}

/** True where the fixed beginning of an address already decides its scheme, or that it has none. */
function settlesScheme(text: string): boolean {
  const start = text.trimStart();
  return /^(?:[a-z][a-z0-9+.-]*:|[/?#.]|[^:{]*[/?#])/i.test(start) && isSafeAddress(start);
}
