import { literalText, type Syntax } from '../../../compile/script/syntax.ts';
import type { JsonObject } from '../../../model/json-source.ts';
import { type Atom, type Proposal, proposalOf } from '../atom.ts';
import { singular, wordsOf } from '../names/words.ts';
import { literalAtom } from './literal.ts';

/** A list that a script holds, of plain values or of objects with the same members. */
export function rowsOf(
  node: Syntax,
  { name, isChanged }: { readonly name: string; readonly isChanged: boolean },
): Proposal | undefined {
  const elements = elementsOf(node) ?? [];
  const rows = elements.filter((one) => one !== null);
  if (rows.length < 2 || rows.length < elements.length) return undefined;
  const isPlain = !rows.some(({ type }) => type === 'ObjectExpression');
  const fields = isPlain ? plainField(rows, name) : objectFields(rows);
  if (!fields || fields.length === 0) return undefined;
  const range = { start: node.start, end: node.end, in: 'script' } as const;
  const words = [...wordsOf(name)];
  const last = words.pop() ?? 'item';
  const text = ({ path }: { path: string }) => written(`mould.values.${path}`, fields, isChanged);
  return {
    kind: 'list',
    values: [null],
    slot: `list@${node.start}`,
    section: 'Content',
    rows: {
      name: rowName(rows) ?? singular(last),
      fields,
      spans: [rows.map((_, index) => index)],
      isPlain,
    },
    found: [{ ...range, as: 'literal' }],
    drafts: [{ ...range, text }],
    names: [[...words, last].join(' ')],
    weight: 0.85,
    why: `the list ${name}, ${rows.length} rows`,
  };
}

/** What an array holds, as it is written today or as `new Array(…)`. */
function elementsOf(node: Syntax): readonly (Syntax | null)[] | undefined {
  if (node.type === 'ArrayExpression') return node.elements as (Syntax | null)[];
  const isCall = node.type === 'NewExpression' || node.type === 'CallExpression';
  if (!isCall || (node.callee as Syntax).name !== 'Array') return undefined;
  return node.arguments as Syntax[];
}

/** What plain rows are by their values, where those say it better than the name of the list. */
function rowName(rows: readonly Syntax[]): string | undefined {
  return rows.every((row) => /^\d{1,2}[:.]\d{2}$/.test(literalText(row) ?? ''))
    ? 'time'
    : undefined;
}

/** The values as the script knew them: addresses bare, and a list of its own to change. */
function written(values: string, fields: readonly Proposal[], isChanged: boolean): string {
  const members = fields.flatMap(({ fixedName = '', kind }) => {
    const member = { link: 'href', image: 'src', media: 'src' }[kind as string];
    return member ? [{ name: fixedName, member }] : [];
  });
  const [first] = members;
  if (!first) return isChanged ? `[...${values}]` : values;
  if (first.name === '') return `${values}.map((one) => one.${first.member})`;
  const changed = members.map(({ name, member }) => `${name}: one.${name}.${member}`);
  return `${values}.map((one) => ({ ...one, ${changed.join(', ')} }))`;
}

function plainField(rows: readonly Syntax[], name: string): Proposal[] | undefined {
  return fieldOf(
    '',
    rows.map((row) => literalAtom(row, name, { names: [], weight: 0.85 })),
  );
}

function objectFields(rows: readonly Syntax[]): Proposal[] | undefined {
  const names = new Set<string>();
  const members: Map<string, Syntax>[] = [];
  for (const row of rows) {
    if (row.type !== 'ObjectExpression') return undefined;
    const found = new Map<string, Syntax>();
    for (const one of row.properties as Syntax[]) {
      const key = one.key as Syntax | undefined;
      const name = String(key?.name ?? key?.value ?? '');
      const isPlain = one.type === 'Property' && one.computed !== true && one.method !== true;
      if (!isPlain || !/^[A-Za-z][A-Za-z0-9]*$/.test(name) || name === 'row') return undefined;
      names.add(name);
      found.set(name, one.value as Syntax);
    }
    members.push(found);
  }
  // People who write questions as `q` write answers as `a`.
  const said = names.has('q') && names.has('a') ? asked : {};
  const fields = [...names].map((name) => {
    const nodes = members.map((one) => one.get(name));
    if (nodes.some((node) => node?.type === 'ArrayExpression')) return listIn(name, nodes);
    return fieldOf(
      name,
      nodes.map((node) => (node ? atomOf(node, name) : null)),
    );
  });
  if (fields.some((one) => one === undefined)) return undefined;
  return fields
    .flatMap((one) => one ?? [])
    .map((one) => ({
      ...one,
      names: [said[one.fixedName ?? ''] ?? '', ...one.names].filter((name) => name),
    }));
}

const asked: Readonly<Record<string, string>> = { q: 'question', a: 'answer' };

/** A list of plain values in each row. */
function listIn(name: string, nodes: readonly (Syntax | undefined)[]): Proposal[] | undefined {
  const lists = nodes.map((node) =>
    node?.type === 'ArrayExpression' ? (node.elements as (Syntax | null)[]) : node ? undefined : [],
  );
  const elements = lists.flatMap((list) => list ?? [null]);
  if (elements.length === 0 || elements.some((one) => one === null)) return undefined;
  const values = fieldOf(
    '',
    elements.map((one) => (one ? atomOf(one, name) : undefined)),
  );
  // A list of addresses would have to be made bare again in each row.
  if (!values || values.some(({ kind }) => /^(?:link|image|media)$/.test(kind))) return undefined;
  let next = 0;
  const spans = lists.map((list) => list?.map(() => next++));
  const last = wordsOf(name).at(-1) ?? 'item';
  const found = nodes.flatMap((node, row) =>
    node ? [{ start: node.start, end: node.end, in: 'script', as: 'literal', row } as const] : [],
  );
  return [
    {
      kind: 'list',
      values: nodes.map(() => null),
      slot: `list@${found[0]?.start}`,
      found,
      rows: { name: singular(last), fields: values, spans, isPlain: true },
      names: [name],
      fixedName: name,
      section: 'Content',
      weight: 0.85,
      drafts: [],
      why: `the list ${name} of each row`,
    },
  ];
}

/** A value in a row: each text counts, since a row has to be whole. */
function atomOf(node: Syntax, name: string): Atom | undefined {
  return literalAtom(node, name, { names: [wordsOf(name).join(' ')], weight: 0.85, isInRow: true });
}

/**
 * The field that atoms of one member make.
 *
 * @param atoms one a row; null where the row has none
 * @returns undefined where one is no plain value, or where they are of different kinds
 */
function fieldOf(
  name: string,
  atoms: readonly (Atom | null | undefined)[],
): Proposal[] | undefined {
  const there = atoms.filter((one) => one !== null);
  if (there.some((one) => one === undefined)) return undefined;
  const [first] = there;
  if (!first || there.some((one) => one?.kind !== first.kind)) return undefined;
  const { same: _, ...proposal } = proposalOf(first);
  const found = atoms.flatMap((one, row) => {
    const [mark] = one?.marks ?? [];
    return mark ? [{ start: mark.start, end: mark.end, in: mark.in, as: mark.as, row }] : [];
  });
  const values = atoms.map((one) => one?.value);
  const limits = proposal.kind === 'number' ? { declares: numbersOf(proposal, values) } : {};
  return [{ ...proposal, ...limits, values, found, drafts: [], fixedName: name }];
}

/** What numbers of all rows are held to: whole ones where all are, and limits that none passes. */
function numbersOf({ declares = {} }: Proposal, values: Proposal['values']): JsonObject {
  const numbers = values.flatMap((value) => (typeof value === 'number' ? [value] : []));
  const type = numbers.every((one) => Number.isInteger(one)) ? 'integer' : 'number';
  const { minimum, maximum, ...others } = declares;
  const holds = (limit: unknown, is: (one: number) => boolean) =>
    typeof limit === 'number' && numbers.every(is);
  return {
    ...others,
    type,
    ...(holds(minimum, (one) => one >= Number(minimum)) ? { minimum: minimum as number } : {}),
    ...(holds(maximum, (one) => one <= Number(maximum)) ? { maximum: maximum as number } : {}),
  };
}
