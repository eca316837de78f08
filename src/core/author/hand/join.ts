import { compileMould } from '../../compile/compile-mould.ts';
import type { Field } from '../../model/field.ts';
import type { Mould } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { keysOf, withManifestAt } from '../bind/manifest-edit.ts';
import { widthIn } from '../spots/style/widths.ts';
import { isSameCast } from '../ties/faithful.ts';
import { elementOffers } from './element-offers.ts';
import { type HandChange, withHandChanges } from './hand-change.ts';
import type { MarkedPlace } from './mark-place.ts';
import { positionOf } from './place.ts';
import type { Reading, Stand } from './stand.ts';
import { valueOffers } from './value-offers.ts';

/** A field that fills one more place. */
export interface Joint {
  readonly field: Field;
  /** What is reckoned with its value there: `* -0.5`. */
  readonly reckon?: string;
}

/**
 * Gives a field one more place. Where a number or a length there is a simple part or multiple of its
 * value, such as half of it or its negative, it is reckoned from it.
 */
export function joined(
  mould: Mould,
  reading: Reading,
  stand: Stand,
  joint: Joint,
  form: string | undefined,
): MarkedPlace {
  const { field } = joint;
  if (form === 'below') return joinedBelow(mould, stand, field);
  const [top = field.path] = field.path.split('.');
  const isThere = textAt(mould, stand).replace(/\s/g, '') === `var(${field.property})`;
  if (isThere)
    throw new Refusal(
      finding('hand/bound-already', { place: positionOf(mould, { in: stand.in, ...stand.range }) }),
    );
  const changes = changesFor(mould, reading, stand, joint, form);
  const filled = [{ in: stand.in, start: stand.range.start, end: stand.range.end }];
  const tie = { field: top, kind: field.kindName, path: field.path, filled };
  const made = withHandChanges(mould, tie, changes);
  const wrong = compileMould(made).findings.find(({ level }) => level === 'error');
  if (wrong) throw new Refusal(wrong);
  const place = positionOf(mould, { in: stand.in, ...stand.range });
  const isSame =
    stand.in === 'template' ? isSameCast(mould, made) : isValueThere(mould, stand, joint);
  const findings: Finding[] = isSame
    ? []
    : [finding('hand/looks-otherwise', { field: field.path, place, stood: textAt(mould, stand) })];
  return { mould: made, field: field.path, findings };
}

/** Takes what a rule under a width says for the field's own value there. */
function joinedBelow(mould: Mould, stand: Stand, field: Field): MarkedPlace {
  const place = positionOf(mould, { in: stand.in, ...stand.range });
  const conditions = stand.as === 'value' ? (stand.declaration?.rule?.conditions ?? []) : [];
  const [width, ...others] = conditions.map((one) => widthIn(one));
  const keys = keysOf(mould, field.path);
  if (!width?.isBelow || others.length > 0 || !keys)
    throw new Refusal(finding('hand/no-width', { place }));
  const [top = field.path] = field.path.split('.');
  const { start, end } = stand.range;
  const change = { in: 'style', start, end, parts: [`var(${field.property})`] } as const;
  const tie = {
    field: top,
    kind: field.kindName,
    path: field.path,
    filled: [{ in: 'style', start, end } as const],
  };
  const made = withHandChanges(mould, tie, [change]);
  const value = field.kind.read(textAt(mould, stand), field.declared) ?? textAt(mould, stand);
  const below = { ...field.below, [String(width.below)]: value };
  const whole = withManifestAt(made, [...keys, 'below'], below);
  const wrong = compileMould(whole).findings.find(({ level }) => level === 'error');
  if (wrong) throw new Refusal(wrong);
  return { mould: whole, field: field.path, findings: [] };
}

function textAt(mould: Mould, { in: part, range }: Stand): string {
  return mould[part].slice(range.start, range.end);
}

function changesFor(
  mould: Mould,
  reading: Reading,
  stand: Stand,
  joint: Joint,
  form: string | undefined,
): readonly HandChange[] {
  const { path, property, kindName } = joint.field;
  const to = { path, property };
  if (stand.as === 'element') {
    const offer = elementOffers(reading, stand).find((one) => one.form === (form ?? 'optional'));
    if (offer) return offer.changes(to);
    throw new Refusal(
      finding('hand/no-form', {
        form: form ?? '',
        place: positionOf(mould, { in: stand.in, ...stand.range }),
        forms: [],
      }),
    );
  }
  const offers = valueOffers(reading, stand);
  const offer = offers.find((one) => one.form === kindName) ?? offers[0];
  if (!offer)
    throw new Refusal(
      finding('hand/nothing-there', { place: positionOf(mould, { in: stand.in, ...stand.range }) }),
    );
  const reckon = joint.reckon ?? reckonOf(joint.field, textAt(mould, stand));
  const changes = offer.changes(to);
  if (reckon === undefined) return changes;
  return changes.map((change) => ({
    ...change,
    parts: change.parts.map((part) =>
      typeof part === 'string' ? reckoned(part, stand, reckon) : part,
    ),
  }));
}

/** CSS Values 4, 10.1; ECMAScript, 13.7. */
function reckoned(part: string, stand: Stand, reckon: string): string {
  if (stand.in === 'style') return part.replace(/var\([^)]*\)/, (use) => `calc(${use} ${reckon})`);
  if (stand.in === 'script') return `(${part} ${reckon})`;
  return part.replace(/\{~[^~]*~\}/, (use) => `calc(${use} ${reckon})`);
}

const measure = /^(-?(?:\d+\.?\d*|\.\d+))([a-z%]*)$/i;

/** How a measure goes together with a field's, where that is simple enough to be meant. */
function reckonOf({ default: held }: Field, written: string): string | undefined {
  const [, own, unit] = measure.exec(String(held)) ?? [];
  const [, other, otherUnit] = measure.exec(written) ?? [];
  if (own === undefined || other === undefined || unit !== otherUnit) return undefined;
  if (Number(own) === Number(other) || Number(own) === 0) return undefined;
  const factor = Number(other) / Number(own);
  const isSimple = [1, 2, 3, 4].some(
    (by) => Number.isInteger(factor * by) && Math.abs(factor) <= 8,
  );
  if (!isSimple) return undefined;
  const rounded = Math.round(factor * 1e4) / 1e4;
  return Math.abs(rounded - factor) < 1e-9 ? `* ${rounded}` : `/ ${Math.round(1 / factor)}`;
}

/** True where what the field holds by default is what stood there. */
function isValueThere(mould: Mould, stand: Stand, { field, reckon }: Joint): boolean {
  const stood = textAt(mould, stand).replace(/^(["'`])(.*)\1$/s, '$2');
  if (reckon !== undefined) return true;
  const held = field.kind.isEmpty(field.default)
    ? ''
    : ((stand.in === 'style' ? field.kind.css?.(field.default, field.declared) : undefined) ??
      String(field.kind.data?.(field.default) ?? field.default));
  const plain = (text: string) =>
    text
      .replace(/^(["'])(.*)\1$/s, '$2')
      .replace(/\s+/g, ' ')
      .toLowerCase();
  return plain(held) === plain(stood) || reckonOf(field, stood) !== undefined;
}
