import type { Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import type { Reference } from '../../model/path.ts';
import { isSafeAddress, isSafePicture } from '../../model/safe-address.ts';
import { finding } from '../../problem/finding.ts';
import { type AttributePlace, attributePlace, closedPlaces } from './attribute-place.ts';
import { type Binder, kindNameRead, refer, reportNoText } from './binder.ts';
import type { Hole } from './hole.ts';
import { compileJson, fitsJson, type JsonPlace, jsonPlaces } from './json-place.ts';
import type { Attribute, Element } from './markup.ts';
import { joined, type Read, readerOf, type Scope, type Write } from './scope.ts';
import { toCandidate, toClassWords, toHtmlText } from './sink.ts';
import type { Binding } from './text-hole.ts';

/** An attribute whose value is made of fixed text and bindings, taken apart. */
export interface BoundAttribute {
  readonly place: AttributePlace;
  /** Source text around the bindings; one more entry than `references`. */
  readonly texts: readonly string[];
  readonly references: readonly Reference[];
  /** Where each binding stands, in an attribute that holds JSON. */
  readonly json?: readonly JsonPlace[] | undefined;
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
    texts.push(text);
    text = '';
  }
  texts.push(text + binder.source.slice(from, attribute.value.end));
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
  mend: 'Put the value into double quotes.',
};

function writable(reference: Reference, place: AttributePlace): boolean {
  const kindName = kindNameRead(reference);
  const kind: Kind = kinds[kindName];
  if (place === 'boolean') return true;
  // A string of CSS in the midst of the author's own would need quotes that are not there.
  if (place === 'style') return kind.css !== undefined && kind.css !== kinds.text.css;
  if (place === 'candidates') return kind.address !== undefined || kindName === 'number';
  if (place === 'address' || place === 'picture') return (kind.address ?? kind.text) !== undefined;
  return (kind.text ?? kind.address) !== undefined;
}

/** Compiles a bound attribute; it is left out where all of its value is empty. */
export function compileAttribute(
  binder: Binder,
  name: string,
  quote: string | undefined,
  bound: BoundAttribute,
): Write {
  const { place, texts, references } = bound;
  if (place === 'boolean') return compileBoolean(name, references);
  const hasFixedText = texts.some((text) => text.trim() !== '');
  const isPicture = place === 'picture';
  const needsCheck = (isPicture || place === 'address') && !settlesScheme(texts[0] ?? '');
  const isSafe = isPicture ? isSafePicture : isSafeAddress;
  if (needsCheck || place === 'candidates') {
    for (const { field } of references) if (field.kindName === 'text') binder.addressed.add(field);
  }
  const parts = partsOf(bound);
  const opening = ` ${name}=${quote}`;
  const [only] = parts;
  // Without an alternative a picture is read out by its address (HTML Standard, 4.8.4.4).
  if (name === 'alt')
    return (
      (value) => (scope: Scope) =>
        opening + value(scope) + quote
    )(compileValue(bound));
  if (only && parts.length === 1 && !hasFixedText) {
    const before = opening + texts[0];
    const after = `${texts[1]}${quote}`;
    return (scope) => {
      const text = only(scope);
      if (text === '' || (needsCheck && !isSafe(text))) return '';
      return before + toHtmlText(text) + after;
    };
  }
  const value = compileValue(bound);
  if (place === 'candidates') return compileCandidates(opening, value, quote);
  const unescaped = needsCheck ? joined(texts, parts) : undefined;
  return (scope) => {
    if (!hasFixedText && parts.every((part) => part(scope) === '')) return '';
    if (unescaped && !isSafe(unescaped(scope))) return '';
    return opening + value(scope) + quote;
  };
}

/** Compiles the value alone, escaped for inside either kind of quotes. */
export function compileValue(bound: BoundAttribute): Write {
  return joined(
    bound.texts,
    partsOf(bound).map((part) => (scope) => toHtmlText(part(scope))),
  );
}

/** A list of image candidates, less those whose address is empty. */
function compileCandidates(opening: string, value: Write, quote = '"'): Write {
  return (scope) => {
    const whole = value(scope);
    const full = !whole.includes(noAddress)
      ? whole
      : whole
          .split(',')
          .filter((one) => !one.includes(noAddress))
          .join(',');
    return full.trim() === '' ? '' : opening + full + quote;
  };
}

/** Stands for an empty address until its candidate is taken out; no value holds it. */
const noAddress = '\0';

function compileBoolean(name: string, references: readonly Reference[]): Write {
  const reads = references.map((reference): [Read, Kind] => [
    readerOf(reference),
    kinds[kindNameRead(reference)],
  ]);
  return (scope) => (reads.some(([read, kind]) => !kind.isEmpty(read(scope))) ? ` ${name}=""` : '');
}

function partsOf({ place, references, json }: BoundAttribute): Write[] {
  return references.map((reference, at) =>
    json ? compileJson(reference, json[at] ?? 'value') : partOf(reference, place),
  );
}

/** The characters of one binding in an attribute, not escaped yet; '' for what is empty. */
function partOf(reference: Reference, place: AttributePlace): (scope: Scope) => string {
  const read = readerOf(reference);
  const kind: Kind = kinds[kindNameRead(reference)];
  const { declared } = reference.field;
  if (place === 'style') {
    return (scope) => {
      const value = read(scope);
      return value === null ? '' : (kind.css?.(value, declared) ?? '');
    };
  }
  if (place === 'candidates' && kind.address) {
    const { address } = kind;
    return (scope) => {
      const value = read(scope);
      return (value === null ? '' : toCandidate(address(value))) || noAddress;
    };
  }
  // The value of an option may be where it leads; no scheme is looked for, since it may be any text.
  const isAddress = place === 'address' || place === 'picture' || place === 'option';
  const write = (isAddress ? kind.address : undefined) ?? kind.text ?? kind.address;
  const saysFalse = place === 'enumerated';
  const shape = place === 'class' ? toClassWords : undefined;
  return (scope) => {
    const value = read(scope);
    if (value === null || (value === false && !saysFalse)) return '';
    const text = write?.(value) ?? '';
    return shape ? shape(text) : text;
  };
}

/** True where the fixed beginning of an address already decides its scheme, or that it has none. */
function settlesScheme(text: string): boolean {
  const start = text.trimStart();
  return /^(?:[a-z][a-z0-9+.-]*:|[/?#.]|[^:{]*[/?#])/i.test(start) && isSafeAddress(start);
}
