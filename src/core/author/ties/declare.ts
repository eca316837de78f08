import type { Json, JsonObject } from '../../model/json-source.ts';
import { isJsonObject } from '../../model/json-source.ts';
import type { FieldSchema, Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import type { Proposal } from '../spots/atom.ts';
import type { NamedField } from '../spots/names/named.ts';

/** Kinds that are said by a type of JSON Schema. */
const typed: Readonly<Record<string, JsonObject>> = {
  text: { type: 'string' },
  switch: { type: 'boolean' },
  number: { type: 'number' },
  list: { type: 'array' },
  choice: {},
};

/** The declaration of a field, as it stands in mould.json. */
export function declarationOf(field: NamedField): FieldSchema {
  const { section } = field.proposal;
  return { ...typeOf(field.proposal), ...bodyOf(field), ...(holdsValue(field) ? { section } : {}) };
}

/** False for a note: a structural part without a value of its own. */
export function holdsValue({ proposal }: Pick<NamedField, 'proposal'>): boolean {
  return !kindOf(proposal).isValueless;
}

/** True for what a form shows: not for what rows only carry. */
export function isShown(field: Pick<NamedField, 'proposal'>): boolean {
  return holdsValue(field) && !field.proposal.isCarried;
}

/** What a field holds where nobody gives it a value, complete. */
export function defaultOf(field: NamedField): Json {
  return heldIn(field, 0);
}

/** What a field's declaration says of its kind, without a title and a default. */
export function declaredAs(proposal: Proposal): FieldSchema {
  return typeOf(proposal);
}

function typeOf({ kind, declares = {}, isCarried }: Proposal): JsonObject {
  const { property: _, ...rest } = declares;
  const base = typed[kind] ?? { kind };
  const { type, ...limits } = rest;
  const hidden = isCarried ? { shown: false } : {};
  return { ...hidden, ...base, ...(type === undefined ? {} : { type }), ...limits };
}

function bodyOf(field: NamedField): JsonObject {
  const { title, proposal, property } = field;
  const { rows, declares = {} } = proposal;
  const ownName = declares.property === property ? { property } : {};
  if (!rows) return { ...ownName, title, default: defaultOf(field) };
  const items = itemsOf(field);
  const caption = captionOf(field);
  return {
    title,
    ...(caption === undefined ? {} : { caption }),
    items,
    default: defaultOf(field),
  };
}

function itemsOf({ items, proposal }: NamedField): FieldSchema {
  const fields = items.filter(holdsValue);
  const rows = proposal.rows;
  const title = fields[0]?.title ?? '';
  if (rows?.isPlain && fields[0]) {
    const usual = usualOf(fields[0]);
    return { ...typeOf(fields[0].proposal), title, ...usual };
  }
  const properties = Object.fromEntries(fields.map((one) => [one.name, rowField(one)]));
  return { type: 'object', title: rowTitle(proposal), properties };
}

function rowTitle({ rows }: Proposal): string {
  const words = rows?.name.replace(/[-_]+/g, ' ') || 'row';
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function rowField(field: NamedField): FieldSchema {
  const { proposal, title } = field;
  const own = typeOf(proposal);
  if (!proposal.rows) return { ...own, title, ...usualOf(field) };
  const caption = captionOf(field);
  const said = caption === undefined ? {} : { caption };
  return { ...own, title, ...said, items: itemsOf(field), default: [] };
}

/** What a new row begins with: no content, and of its look what the first has, where all have it. */
function usualOf({ proposal }: NamedField): JsonObject {
  const { values } = proposal;
  const kind = kindOf(proposal);
  const [first] = values;
  const isEverywhere = values.every((value) => value !== undefined && value !== '');
  if (kind.isFlag) return { default: false };
  if (kind.isContent || first === undefined || !isEverywhere) return {};
  if (!isJsonObject(first)) return { default: first };
  const shared = Object.entries(first).filter(([name]) =>
    values.every((value) => isJsonObject(value) && value[name] !== undefined),
  );
  return { default: Object.fromEntries(shared) };
}

/** Which value names a row in a form: the first that is words. */
function captionOf({ items, path, proposal }: NamedField): string | undefined {
  if (proposal.rows?.isPlain) return undefined;
  const named = ['text', 'link', 'date', 'richtext', 'number'];
  // What differs between rows for the code alone names none of them.
  const content = items.filter((one) => isShown(one) && one.proposal.weight >= 0.5);
  for (const kind of named) {
    const found = content.find((one) => one.proposal.kind === kind);
    if (found)
      return kindOf(found.proposal).link ? `${path}.${found.name}.text` : `${path}.${found.name}`;
  }
  return undefined;
}

function heldIn({ proposal, items }: NamedField, row: number): Json {
  const { rows, values } = proposal;
  if (!rows) return values[row] ?? emptyOf(kindOf(proposal));
  const fields = items.filter(holdsValue);
  return (rows.spans[row] ?? []).map((index): Json => {
    const [only] = fields;
    if (rows.isPlain && only) return heldIn(only, index);
    return Object.fromEntries(fields.map((one) => [one.name, heldIn(one, index)]));
  });
}

/** Nothing, so that no default takes its place. */
function emptyOf(kind: Kind): Json {
  if (isWritten(kind)) return '';
  return kind.isFlag ? false : null;
}

function kindOf({ kind }: Proposal): Kind {
  return kinds[kind];
}

/** True for text, plain or rich. */
function isWritten({ isTextual, parser, isHostMarkup }: Kind): boolean {
  return isTextual === true || (parser === 'html' && !isHostMarkup);
}
