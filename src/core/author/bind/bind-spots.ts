import { type Manifest, type Mould, namePattern } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import { Refusal } from '../../problem/refusal.ts';
import type { Range } from '../../text/edits.ts';
import { type Proposal, sure } from '../spots/atom.ts';
import { type NamedField, nameFields } from '../spots/names/named.ts';
import { withDeclarations } from '../ties/bound-mould.ts';
import { changesOf } from '../ties/changes.ts';
import { declarationOf } from '../ties/declare.ts';
import { changesBy } from '../ties/faithful.ts';
import type { Tie } from '../ties/tie.ts';
import { tiesIn } from '../ties/tie-of.ts';
import { readTies, withTies } from '../ties/ties.ts';
import { allProposals, isBound, ownProperties, proposalsOf } from './proposals-of.ts';

/** A spot to bind, by its id, under a name of one's own where one is given. */
export interface Take {
  readonly id: string;
  readonly name?: string;
}

/** A mould with spots bound. */
export interface BoundSpots {
  readonly mould: Mould;
  /** What was bound, with what stood in its places. */
  readonly ties: readonly Tie[];
  readonly findings: readonly Finding[];
}

/**
 * Makes fields of spots: declares each in mould.json with what stood in the snippet as its default,
 * and puts its binding in each place. Nothing else of the author's sources changes; what was
 * replaced is kept in ties.json. Each is tried first: cast with its default, the mould has to be
 * what it was.
 *
 * @param takes ids of spots as `findSpots` gives them, or all that are recommended
 * @throws Refusal when there is no such spot, or a name cannot be had
 *
 * @example
 * const { mould: bound } = bindSpots(mould, 'recommended');
 */
export function bindSpots(mould: Mould, takes: 'recommended' | readonly Take[]): BoundSpots {
  const bound = readTies(mould);
  const base = { ...mould, ...bound.before };
  const named = proposalsOf(mould, bound).fields;
  const chosen =
    takes === 'recommended'
      ? named.filter(({ proposal }) => proposal.weight >= sure)
      : renamed(named, takes, fieldNames(mould.manifest), ownProperties(base));
  const { kept, left } = faithfulOf(base, chosen);
  const ties = kept.map(tiesIn(base));
  const declared = kept.map((one) => ({ name: one.name, declared: declarationOf(one) }));
  const withDeclared = { ...mould, ...withDeclarations(mould, declared) };
  return {
    mould: withTies(withDeclared, bound.before, [...bound.ties, ...ties]),
    ties,
    findings: [
      ...bound.findings,
      ...left.map(({ path }) => finding('bind/changes-page', { name: path })),
    ],
  };
}

/** What comes of binding a list that somebody asked for. */
type AskedList =
  | (Pick<BoundSpots, 'mould' | 'findings'> & { readonly name: string })
  | { readonly why: string }
  | { readonly inTheWay: string };

/**
 * Binds the list that elements are rows of, whatever speaks against it.
 *
 * @param starts where the elements begin in the template before it was bound
 * @returns the mould; or why it cannot be; or a field that has to go first
 */
export function bindAskedList(mould: Mould, starts: readonly number[], name?: string): AskedList {
  const bound = readTies(mould);
  const base = { ...mould, ...bound.before };
  const { fields, nearly } = allProposals(mould, bound, new Set(starts));
  const proposal = fields.find((one) => isListOf(one, starts));
  if (!proposal) {
    const near = nearly.find(({ start, end }) => starts.some((at) => start <= at && at < end));
    return { why: near?.why ?? 'no element beside them is like them' };
  }
  const way = bound.ties.find(({ changes }) => isBound(proposal, changes));
  if (way) return { inTheWay: way.field };
  const taken = fieldNames(mould.manifest);
  if (name !== undefined && !namePattern.test(name))
    throw new Refusal(finding('bind/bad-name', { name }));
  if (name !== undefined && taken.includes(name))
    throw new Refusal(finding('bind/name-taken', { name }));
  const asked = new Map(name === undefined ? [] : [[proposal.slot, name]]);
  const [field] = nameFields([proposal], taken, asked, ownProperties(base));
  if (!field) return { why: 'nothing in them can be edited' };
  const declared = [{ name: field.name, declared: declarationOf(field) }];
  const made = { ...mould, ...withDeclarations(mould, declared) };
  const ties = [...bound.ties, tiesIn(base)(field)];
  return { mould: withTies(made, bound.before, ties), name: field.name, findings: bound.findings };
}

function isListOf({ rows, found }: Proposal, starts: readonly number[]): boolean {
  if (!rows) return false;
  const own = new Set(found.flatMap(({ as, start }) => (as === 'tag' ? [start] : [])));
  const [first = -1] = starts;
  return starts.every((at) => own.has(at)) || rows.fields.some((one) => isListOf(one, [first]));
}

/** Names of the fields a manifest declares. */
export function fieldNames({ fields }: Manifest): string[] {
  return Object.keys((fields.properties as object | undefined) ?? {});
}

function renamed(
  named: readonly NamedField[],
  takes: readonly Take[],
  taken: readonly string[],
  own: ReadonlySet<string>,
): NamedField[] {
  const asked = new Map<string, string>();
  const used = new Set(taken);
  const chosen = new Set<Proposal>();
  for (const { id, name } of takes) {
    const { field, inside } = foundIn(named, id);
    const wanted = (inside ? undefined : name) ?? field.name;
    const isNew = !chosen.has(field.proposal);
    for (const one of [wanted, name ?? wanted]) {
      if (!namePattern.test(one)) throw new Refusal(finding('bind/bad-name', { name: one }));
    }
    if (isNew && used.has(wanted)) throw new Refusal(finding('bind/name-taken', { name: wanted }));
    if (isNew) {
      used.add(wanted);
      asked.set(field.proposal.slot, wanted);
      chosen.add(field.proposal);
    }
    // A row is bound whole; what is named in it is only called otherwise.
    if (inside && name !== undefined) asked.set(inside.proposal.slot, name);
  }
  return nameFields([...chosen], taken, asked, own);
}

/** The field that an id means, and what in its rows where it means that. */
function foundIn(
  named: readonly NamedField[],
  id: string,
): { field: NamedField; inside?: NamedField } {
  const whole = named.find((one) => one.path === id);
  if (whole) return { field: whole };
  const within = named.flatMap((field) => itemsBelow(field).map((inside) => ({ field, inside })));
  const exact = within.find(({ inside }) => inside.path === id);
  const called = within.filter(({ inside }) => inside.name === id);
  const found = exact ?? (called.length === 1 ? called[0] : undefined);
  if (found) return found;
  const known = [...named, ...within.map(({ inside }) => inside)].map(({ path }) => path);
  throw new Refusal(finding('bind/no-spot', { id, near: nearestName(id, known) }));
}

function itemsBelow({ items }: NamedField): NamedField[] {
  return items.filter(({ name }) => name !== '').flatMap((one) => [one, ...itemsBelow(one)]);
}

/**
 * The fields that leave the cast as it was. All are tried together; where the cast differs, those
 * bound there are put aside until the others leave it as it was, and then tried by halves.
 */
function faithfulOf(base: Mould, fields: readonly NamedField[]) {
  const changeBy = changesBy(base);
  const kept = new Set<NamedField>();
  const sort = (some: readonly NamedField[]) => {
    if (some.length === 0) return;
    if (!changeBy([...kept, ...some])) for (const one of some) kept.add(one);
    else if (some.length > 1) {
      const half = Math.ceil(some.length / 2);
      sort(some.slice(0, half));
      sort(some.slice(half));
    }
  };
  const aside: NamedField[] = [];
  let rest = fields;
  let change = changeBy(rest);
  while (change) {
    const { at } = change;
    const near = rest.filter((field) => at && isBoundAt(field, at));
    if (near.length === 0) break;
    aside.push(...near);
    rest = rest.filter((field) => !near.includes(field));
    change = changeBy(rest);
  }
  if (change) sort(rest);
  else for (const field of rest) kept.add(field);
  sort(aside);
  const isKept = (field: NamedField) => kept.has(field);
  return { kept: fields.filter(isKept), left: fields.filter((field) => !isKept(field)) };
}

function isBoundAt(field: NamedField, { start, end }: Range): boolean {
  return changesOf(field).some(
    (one) => one.in === 'template' && one.start <= end && one.end >= start,
  );
}
