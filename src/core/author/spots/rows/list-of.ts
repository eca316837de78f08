import { isJsonObject, type JsonObject } from '../../../model/json-source.ts';
import { blankBefore } from '../../../text/blanks.ts';
import type { PathOf, PlacedDraft, Proposal, Spoken } from '../atom.ts';
import { blocksOf, classWords, elementNames, nameOfTag } from '../names/element-names.ts';
import { plural, singular, wordsOf } from '../names/words.ts';
import type { TreeElement } from '../tree.ts';
import type { RunColumn } from './columns.ts';
import { isEmpty } from './conditions.ts';
import { type Fields, type FieldsIn, type FieldsLook, NoList } from './fields.ts';
import { joinConditions } from './join-conditions.ts';
import { type Row, rangeOf } from './likeness.ts';
import { factsOf } from './row-facts.ts';
import { baseRow, isWrapped, type RowSource, rowParts } from './row-source.ts';
import { joinSame } from './same-in-rows.ts';

/**
 * The list that rows make; where all of them are the same, how many there are.
 *
 * @throws NoList where rows differ in what cannot be bound
 */
export function listOf(
  column: RunColumn,
  key: string,
  look: FieldsLook,
  fieldsIn: FieldsIn,
): Fields {
  const { rows, parts, spans } = column;
  const slot = `${key}:list`;
  const facts = factsOf(spans, slot);
  const everywhere = rows.map(() => true);
  const found = parts.map((part, index) =>
    fieldsIn(part, `${key}/${index}`, everywhere, facts, look),
  );
  const own = found.flatMap((one) => one.own);
  const shared = found.flatMap((one) => one.shared);
  const split = new Map(found.flatMap((one) => one.split));
  const base = baseRow(column, look.countIn);
  const source: RowSource = { text: look.source, column, base, split };
  const names = listNames(column, look.source);
  const about: Pick<Proposal, 'slot' | 'names' | 'section' | 'drafts' | 'found' | 'of'> = {
    slot,
    names,
    section: 'Content' as const,
    ...(rows[0]?.[0] ? { of: rows[0][0] } : {}),
    drafts: [...loops(source), ...folds(source)],
    found: column.at.flatMap((some, outer) =>
      (some ?? []).map((one, own) => {
        // Rows in rows say which row they are in.
        const row = spans.length > 1 ? outer : own;
        return { ...rangeOf([one]), in: 'template', as: 'tag', row } as const;
      }),
    ),
  };
  if (areEqual(rows, look.source)) {
    const count = { type: 'integer', minimum: 1, maximum: Math.max(40, rows.length * 2) };
    const counted: Proposal = {
      ...about,
      kind: 'number',
      declares: count,
      weight: 0.8,
      names: names.map((name) => `${name} count`),
      values: spans.map((span) => span?.length),
      why: `${rows.length} copies of the same`,
    };
    const same = own.map((one) => ({ ...one, values: one.values.slice(0, 1), found: placed(one) }));
    return { own: [counted], shared: [...shared, ...same], split: [] };
  }
  const fields = joinConditions(joinSame(own.filter(({ kind }) => kind !== 'note')));
  if (areOfOtherSorts(fields)) throw new NoList('each of them is something else');
  const structure = own.filter(({ kind }) => kind === 'note');
  const list: Proposal = {
    ...about,
    kind: 'list',
    values: spans.map(() => null),
    rows: {
      name: singular(names[0] ?? 'row'),
      fields: [...fields, ...structure],
      spans,
      isPlain: isPlainRow(fields),
    },
    weight: weightOf(fields, rows),
    why: `${rows.length} rows of one shape`,
  };
  return { own: [list], shared, split: [] };
}

/**
 * An address, a telephone, a mail: rows of one thing each, of which each leads somewhere by another
 * scheme, or nowhere.
 */
function areOfOtherSorts(fields: readonly Proposal[]): boolean {
  const content = fields.filter(({ kind }) => /^(?:text|richtext|multiline|link|list)$/.test(kind));
  const link = content.find(({ kind }) => kind === 'link');
  if (!link || link.values.length < 3) return false;
  const areSingle = link.values.every(
    (_, row) => content.filter(({ values }) => !isEmpty(values[row])).length === 1,
  );
  const schemes = link.values.map((value) => {
    const href = isJsonObject(value ?? null) ? String((value as JsonObject).href ?? '') : '';
    return /^(?:tel|mailto|sms|geo):/.exec(href)?.[0] ?? (href === '' ? '' : 'other');
  });
  const isContact = schemes.some((one) => one.endsWith(':'));
  return areSingle && isContact && new Set(schemes).size === schemes.length;
}

function placed({ found }: Proposal) {
  return found.map(({ row: _, ...place }) => place);
}

/** True where a row consists of one value, without a name for it. */
export function isPlainRow(fields: readonly Proposal[]): boolean {
  const [only, ...more] = fields.filter(({ kind }) => kind !== 'note');
  if (!only || more.length > 0) return false;
  const isPlain = /^(?:text|richtext|link|image|media|number|icon|date)$/.test(only.kind);
  return isPlain && only.values.every((value) => value !== undefined);
}

/** `km-each` on the element of a row; rows of several elements are wrapped instead. */
function loops(source: RowSource): PlacedDraft[] {
  if (isWrapped(source)) return [];
  return source.column.rows.flatMap(([element]): PlacedDraft[] => {
    if (!element) return [];
    const at = element.startTag.start + 1 + element.name.length;
    const text = ({ path }: Spoken) => ` km-each="${path}"`;
    return [{ start: at, end: at, in: 'template', text }];
  });
}

/** All rows give way to one. */
function folds(source: RowSource): PlacedDraft[] {
  return source.column.at.flatMap((some): PlacedDraft[] => {
    if (!some || some.length === 0) return [];
    const { start, end } = rangeOf(some);
    const gap = gapOf(source.text, some);
    const text = ({ path }: Spoken, of: PathOf) => [gap.text, ...rowParts(source, path, of)];
    return [{ start: start - gap.length, end, in: 'template', text }];
  });
}

/**
 * The blanks to stand before each row. A row takes those before the first along, so where rows
 * stand apart and the first does not, or the other way, the first gives way to the others.
 */
function gapOf(source: string, rows: readonly Row[]): { text: string; length: number } {
  const gaps = rows.map((row) => blankBefore(source, row[0]?.start ?? 0));
  const [first = '', ...others] = gaps;
  const apart = others.filter((gap) => gap !== '');
  if (others.length === 0 || apart.length * 2 >= others.length === (first !== '')) {
    return { text: first, length: first.length };
  }
  return { text: apart.length * 2 >= others.length ? (apart[0] ?? '') : '', length: first.length };
}

function areEqual(rows: readonly Row[], source: string): boolean {
  const texts = rows.map((row) =>
    row.map(({ start, end }) => source.slice(start, end).replace(/\s+/g, ' ')).join(''),
  );
  return rows.length > 2 && texts.every((text) => text === texts[0]);
}

/** Many odd fields for few rows speak against a list; rows that repeat content speak for it. */
function weightOf(fields: readonly Proposal[], rows: readonly Row[]): number {
  const content = fields.filter(({ weight }) => weight >= 0.5).length;
  if (content === 0) return 0.3;
  return rows.length === 2 && fields.length > 2 * content ? 0.5 : 0.9;
}

function listNames({ rows: [row = []] }: RunColumn, source: string): string[] {
  const [main] = row;
  if (!main) return ['rows'];
  const written = source.slice(main.start, main.end);
  const isAsking =
    main.name === 'details' &&
    /<summary[^>]*>[^<]*\?\s*</.exec(written)?.index === written.indexOf('<summary');
  if (isAsking) return ['questions'];
  const blocks = blocksOf([main.parent ?? main]);
  const byClass = main.classes.flatMap((name) => classWords(name, blocks));
  const byRow = [...byClass, nameOfTag(main.name)].filter((name) => name !== '');
  const byAround = main.parent ? elementNames(main.parent).filter(isSaid) : [];
  const said = [
    ...byRow.filter(isSaid),
    ...byAround.filter(isPlural),
    ...(main.parent ? labelled(main.parent) : []),
    ...holds.filter(([inside]) => inside.test(written)).map(([, name]) => name),
    ...byAround,
    ...byRow,
  ];
  return [...new Set(said.map((name) => pluralOf(name)))];
}

/** Words that say what something is, not how it is set. */
function isSaid(name: string): boolean {
  return !/^(?:list|item|row|section|label|text|link|table|table heading|article)$/.test(name);
}

function isPlural(name: string): boolean {
  const last = wordsOf(name).at(-1) ?? '';
  return last !== '' && last !== singular(last);
}

/** What rows are called by what they hold, where nothing else says so. */
const holds: readonly (readonly [RegExp, string])[] = [
  [/<(?:img|picture)\b/, 'picture'],
  [/<video\b/, 'film'],
  [/<audio\b/, 'sound'],
  [/<svg\b[^>]*viewBox="0 0 \d{3}/, 'picture'],
  [/^<(?:li|div|p)\b[^>]*>\s*<a\b|^<a\b/, 'link'],
];

/** What a label says that something holds: `Next destinations` → `destinations`. */
function labelled(element: TreeElement): string[] {
  for (let one: TreeElement | undefined = element; one; one = one.parent) {
    const text = one.attributes.get('aria-label')?.text;
    const [last] = /[A-Za-z]{4,}$/.exec(text ?? '') ?? [];
    if (last && isPlural(last)) return [last.toLowerCase()];
    if (text !== undefined) return [];
  }
  return [];
}

function pluralOf(name: string): string {
  const words = [...wordsOf(name)];
  const last = words.pop() ?? 'row';
  return [...words, plural(singular(last))].join(' ');
}
