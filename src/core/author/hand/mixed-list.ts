import { parseSources } from '../../compile/parse-sources.ts';
import type { Json, JsonObject } from '../../model/json-source.ts';
import { type Mould, namePattern } from '../../model/mould.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { blankBefore } from '../../text/blanks.ts';
import type { Range } from '../../text/edits.ts';
import { fieldNames } from '../bind/bind-spots.ts';
import { withManifestAt } from '../bind/manifest-edit.ts';
import { allProposals } from '../bind/proposals-of.ts';
import type { Proposal } from '../spots/atom.ts';
import { camelName, titleWords } from '../spots/names/words.ts';
import { childrenOf, readTree, type TreeElement } from '../spots/tree.ts';
import { declaredAs } from '../ties/declare.ts';
import { isSameCast } from '../ties/faithful.ts';
import { placerIn } from '../ties/places.ts';
import type { Change } from '../ties/render.ts';
import type { Tie } from '../ties/tie.ts';
import { readTies, withTies } from '../ties/ties.ts';

/** One sort of row: how it is written, and what can be edited in it. */
interface Shape {
  readonly name: string;
  readonly key: string;
  readonly base: TreeElement;
  readonly fields: readonly Member[];
}

/** A field that has to give way first. */
export interface InTheWay {
  readonly inTheWay: string;
}

interface Member {
  readonly name: string;
  readonly proposal: Proposal;
}

/**
 * Makes a list of elements of several sorts beside each other: each row says of which sort it is,
 * and is written as the first of that sort.
 *
 * @param starts where the marked elements begin in the template before it was bound
 * @returns the mould, or why it cannot be, or a field that stands in the rows
 */
export function mixedList(
  mould: Mould,
  starts: readonly number[],
  asked: string | undefined,
): { readonly mould: Mould; readonly name: string } | { readonly why: string } | InTheWay {
  const bound = readTies(mould);
  const base = { ...mould, ...bound.before };
  const { elements } = readTree(base.template, parseSources(base).template);
  const marked = elements.filter(({ start }) => starts.includes(start));
  const [first] = marked;
  const last = marked.at(-1);
  const around = first?.parent;
  if (!first || !last || !around || marked.some(({ parent }) => parent !== around))
    return { why: 'they do not stand beside each other' };
  const rows = childrenOf(around).filter(
    ({ start }) => start >= first.start && start <= last.start,
  );
  if (rows.length < 2) return { why: 'two rows or more are needed' };
  const taken = bound.ties.find(({ changes }) =>
    changes.some((one) => one.in === 'template' && one.start >= first.start && one.end <= last.end),
  );
  if (taken) return { inTheWay: taken.field };
  const { fields } = allProposals(mould, bound, new Set(), new Set(starts));
  const inRow = (row: TreeElement) => fields.flatMap((one) => within(one, row));
  const all = rows.map((row) => ({ row, own: inRow(row) }));
  if (all.some(({ own }) => own.some(({ rows: inside }) => inside)))
    return { why: 'there are lists in them' };
  const shapes: Shape[] = [];
  for (const { row, own } of all) {
    const key = keyOf(row, own);
    if (shapes.some((one) => one.key === key)) continue;
    const name = freeName(
      nameOf(row),
      shapes.map((one) => one.name),
    );
    shapes.push({ name, key, base: row, fields: membersOf(own, shapes) });
  }
  const name = asked ?? freeName('blocks', fieldNames(mould.manifest));
  if (!namePattern.test(name)) throw new Refusal(finding('bind/bad-name', { name }));
  if (fieldNames(mould.manifest).includes(name))
    throw new Refusal(finding('bind/name-taken', { name }));
  const declared: JsonObject = {
    type: 'array',
    title: titleWords(name),
    items: { oneOf: shapes.map(shapeOf) },
    default: all.map(({ row, own }) => rowOf(shapes, keyOf(row, own), own)),
  };
  const range = { start: first.start, end: last.end };
  const placed = placerIn(base);
  const tie: Tie = {
    field: name,
    kind: 'list',
    places: rows.map((row, at) =>
      placed(name, 'template', { start: row.start, end: row.end }, at + 1),
    ),
    changes: [
      listChange(base.template, range, name, shapes),
      ...shapes.flatMap((one) => changesIn(one, name)),
    ],
  };
  const whole = withManifestAt(mould, ['fields', 'properties', name], declared);
  const made = withTies(whole, bound.before, [...bound.ties, tie]);
  return isSameCast(mould, made)
    ? { mould: made, name }
    : { why: 'the page would not stay the same' };
}

/** What of a proposal stands in a row; none where it binds no place there. */
function within(proposal: Proposal, { start, end }: Range): Proposal[] {
  const isIn = (one: Range & { readonly in: string }) =>
    one.in === 'template' && one.start >= start && one.end <= end;
  const found = proposal.found.filter(isIn);
  const drafts = proposal.drafts.filter(isIn);
  // A heading level or a colour is of the whole, not of a row.
  const isContent = proposal.section === 'Content' && !proposal.slot.endsWith('level');
  return found.length > 0 && drafts.length > 0 && isContent ? [{ ...proposal, found, drafts }] : [];
}

/** Rows with the same are of one sort. */
function keyOf(row: TreeElement, own: readonly Proposal[]): string {
  const fields = own.map(({ kind, of }) => `${kind} ${of?.name ?? ''}`);
  return [row.name, ...row.classes, ...fields].join(' ');
}

const words: Readonly<Record<string, string>> = {
  p: 'text',
  figure: 'picture',
  img: 'picture',
  blockquote: 'quote',
  ul: 'list',
  ol: 'list',
  hr: 'line',
  h2: 'heading',
  h3: 'heading',
  h4: 'heading',
  video: 'film',
  a: 'link',
};

function nameOf({ name, classes }: TreeElement): string {
  return words[name] ?? (camelName(classes[0] ?? name) || 'block');
}

function freeName(name: string, taken: readonly string[]): string {
  let free = name;
  for (let at = 2; taken.includes(free); at += 1) free = `${name}${at}`;
  return free;
}

/** Members by names of their own, the same in all sorts where they are of the same kind. */
function membersOf(own: readonly Proposal[], shapes: readonly Shape[]): Member[] {
  const kinds = new Map(
    shapes.flatMap(({ fields }) => fields.map((one) => [one.name, one.proposal.kind] as const)),
  );
  const taken: string[] = ['is', 'row'];
  return own.map((proposal) => {
    const [first = ''] = proposal.names;
    const wanted = plainNames[proposal.kind] ?? (camelName(first) || proposal.kind);
    let name = freeName(wanted, taken);
    while (kinds.has(name) && kinds.get(name) !== proposal.kind) name = freeName(`${name}2`, taken);
    taken.push(name);
    return { name, proposal };
  });
}

const plainNames: Readonly<Record<string, string>> = {
  text: 'text',
  richtext: 'richText',
  image: 'picture',
  link: 'link',
  icon: 'icon',
  media: 'film',
};

function shapeOf({ name, fields }: Shape): JsonObject {
  const members = fields.map(({ name: member, proposal }) => [
    member,
    { ...declaredAs(proposal), title: titleWords(member) },
  ]);
  return {
    title: titleWords(name),
    properties: { is: { const: name }, ...Object.fromEntries(members) },
  };
}

function rowOf(shapes: readonly Shape[], key: string, own: readonly Proposal[]): Json {
  const shape = shapes.find((one) => one.key === key);
  const values = (shape?.fields ?? []).map(({ name }, at) => [name, own[at]?.values[0] ?? null]);
  return { is: shape?.name ?? '', ...Object.fromEntries(values) };
}

/** All rows give way to one of each sort, of which each row shows its own. */
function listChange(
  template: string,
  range: Range,
  name: string,
  shapes: readonly Shape[],
): Change {
  const gap = blankBefore(template, range.start);
  const parts = shapes.flatMap(({ name: shape, base }) => {
    const at = base.startTag.start + 1 + base.name.length;
    return [
      { start: base.start, end: at },
      ` km-when="${name}.is is ${shape}"`,
      { start: at, end: base.end },
    ];
  });
  return {
    in: 'template',
    start: range.start - gap.length,
    end: range.end,
    parts: [`${gap}<template km-each="${name}">`, ...parts, '</template>'],
  };
}

function changesIn({ fields }: Shape, list: string): Change[] {
  return fields.flatMap(({ name, proposal }) =>
    proposal.drafts.map((draft): Change => {
      const path = `${list}.${name}`;
      const text = draft.text({ path, property: '' }, () => path);
      const parts = typeof text === 'string' ? (text === '' ? [] : [text]) : text;
      return { in: 'template', start: draft.start, end: draft.end, parts };
    }),
  );
}
