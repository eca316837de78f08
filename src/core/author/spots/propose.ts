import { parseSources } from '../../compile/parse-sources.ts';
import { rootSizePx } from '../../compile/style/root-size.ts';
import type { Mould } from '../../model/mould.ts';
import type { Range } from '../../text/edits.ts';
import { readScriptSource } from '../check/subject/script-source.ts';
import { readStyleSource } from '../check/subject/style-source.ts';
import {
  type Atom,
  type Mark,
  type PlacedDraft,
  type Proposal,
  proposalOf,
  sections,
} from './atom.ts';
import { markupDetectors } from './markup/detectors.ts';
import { columnsIn } from './rows/columns.ts';
import type { FieldsLook } from './rows/fields.ts';
import { fieldsIn } from './rows/fields-in.ts';
import { boundCounts } from './same/counts.ts';
import { joinLists } from './same/linked-lists.ts';
import { mergeSame } from './same/merge.ts';
import { lookAtScript } from './script/detector.ts';
import { scriptDetectors } from './script/detectors.ts';
import { writtenBy } from './script/written.ts';
import type { StyleLook } from './style/detector.ts';
import { styleDetectors } from './style/detectors.ts';
import { childrenOf, readTree, type Tree, type TreeElement, within } from './tree.ts';

/**
 * Everything in a mould's sources that could be a field: what detectors find, rows made into lists,
 * what is the same made one.
 *
 * @param isFaithful true for a list which, bound, casts what was there before
 */
export function propose(mould: Mould, isFaithful: FieldsLook['isFaithful']): Proposal[] {
  const parsed = parseSources(mould);
  const tree = readTree(mould.template, parsed.template);
  const style = readStyleSource(mould.style, parsed.style);
  const script = readScriptSource(mould.script, parsed.script);
  const isInScript = (word: string) => word !== '' && isNamedIn(mould.script, word);
  const atoms = atomsIn(tree, writtenBy(script));
  const look: FieldsLook = {
    ...{ source: mould.template, style, isInScript, isFaithful, ...countsOf(atoms) },
    isLookedUp: (id) => isInScript(id),
  };
  const columns = columnsIn([tree.root], look, []);
  const found = columns.map((column, index) =>
    fieldsIn(column, `${index}`, [true], undefined, look),
  );
  const own = [...(atoms.get(tree.root) ?? []).map(proposalOf), ...found.flatMap((one) => one.own)];
  const markup = joinLists(own, (a, b) => areTied(tree, a, b));
  const shared = found.flatMap((one) => one.shared);
  const styled = inStyle(markup, {
    ...{ style, roots: rootsOf(tree), ...rowClassesIn(markup, tree) },
    rootPx: rootSizePx(parsed.style.tree),
    isSetByScript: (property) => mould.script.includes(property),
  });
  const scripted = inScript(mould, script);
  const counted = boundCounts(markup, scripted);
  const taken = new Set(counted.taken);
  const rest = [...shared, ...styled, ...scripted.filter((one) => !taken.has(one))];
  const merged = mergeSame(inSource([...counted.lists, ...rest]));
  return inOrder(merged);
}

function isNamedIn(script: string, word: string): boolean {
  const at = script.indexOf(word);
  if (at < 0) return false;
  return new RegExp(`(?<![\\w-])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\w-])`).test(
    script,
  );
}

/** The atoms of each element; a place belongs to whom it was found by first. */
function atomsIn(tree: Tree, isWritten: ReturnType<typeof writtenBy>): Map<TreeElement, Atom[]> {
  const taken: Range[] = [];
  const isFree = ({ start, end }: Range) =>
    !taken.some((one) => one.start < end && start < one.end);
  const atoms = new Map<TreeElement, Atom[]>();
  const look = { tree, isWritten };
  for (const detect of markupDetectors) {
    for (const element of [tree.root, ...tree.elements]) {
      for (const atom of detect(element, look)) {
        if (!atom.marks.every(isFree)) continue;
        taken.push(...atom.marks.filter(({ start, end }) => end > start));
        atoms.set(element, [...(atoms.get(element) ?? []), atom]);
      }
    }
  }
  return atoms;
}

function countsOf(atoms: ReadonlyMap<TreeElement, readonly Atom[]>) {
  const counts = new Map<TreeElement, number>();
  const marks = new Map<TreeElement, Mark[]>();
  for (const [element, own] of atoms) {
    const count = own.filter(
      ({ slot, section }) => slot !== 'rank' && section === 'Content',
    ).length;
    for (let one: TreeElement | undefined = element; one; one = one.parent) {
      counts.set(one, (counts.get(one) ?? 0) + count);
    }
    // Places may stand on elements inside, such as a source in a film.
    for (const inner of within(element)) {
      const here = own
        .flatMap((atom) => atom.marks)
        .filter((mark) => contains(inner.startTag, mark) || contains(mark, inner));
      if (here.length > 0) marks.set(inner, [...(marks.get(inner) ?? []), ...here]);
    }
  }
  const countIn = (element: TreeElement) => counts.get(element) ?? 0;
  return {
    atomsOf: (element: TreeElement) => atoms.get(element) ?? [],
    marksIn: (element: TreeElement) => marks.get(element) ?? [],
    isOneText: (element: TreeElement) =>
      (atoms.get(element) ?? []).some(
        ({ kind, slot, marks: [mark] }) =>
          (kind === 'richtext' && slot === 'content') || (mark && contains(mark, element)),
      ),
    ...{ countIn, hasContent: (element: TreeElement) => countIn(element) > 0 },
  };
}

function contains(a: Range, b: Range): boolean {
  return a.start <= b.start && b.end <= a.end;
}

/** True where a row of one list names the id of a row of the other. */
function areTied(tree: Tree, a: Proposal, b: Proposal): boolean {
  const elementsIn = ({ found }: Proposal) =>
    tree.elements.filter((one) =>
      found.some(({ start, end }) => one.start >= start && one.end <= end),
    );
  const [one, other] = [elementsIn(a), elementsIn(b)];
  const names = (from: readonly TreeElement[], to: readonly TreeElement[]) => {
    const ids = new Set(to.flatMap(({ attributes }) => attributes.get('id')?.text ?? []));
    return from.some(({ attributes }) =>
      pointing.some((name) => ids.has((attributes.get(name)?.text ?? '').replace(/^#/, ''))),
    );
  };
  return names(one, other) || names(other, one);
}

/** Attributes that name an id (HTML Standard; WAI-ARIA 1.2), and those that scripts read so. */
const pointing = [
  ...['aria-controls', 'aria-labelledby', 'aria-describedby', 'for', 'href', 'data-target'],
  ...['data-tab', 'data-panel', 'data-for', 'popovertarget', 'data-slide'],
];

function rootsOf(tree: Tree): TreeElement[] {
  return childrenOf(tree.root).filter(({ name }) => !/^(?:script|style|link|template)$/.test(name));
}

/** The classes of rows and of what they are in. */
function rowClassesIn(
  proposals: readonly Proposal[],
  { elements }: Tree,
): Pick<StyleLook, 'rows' | 'containers'> {
  const rows = new Set<string>();
  const containers = new Set<string>();
  const lists = listsIn(proposals);
  for (const { found } of lists) {
    for (const { start, end } of found) {
      const row = elements.find((one) => one.start === start && one.end <= end);
      for (const name of row ? classesDown(row) : []) rows.add(name);
      if (row?.classes.length === 0) rows.add(`<${row.name}`);
      for (const name of row?.parent?.classes ?? []) containers.add(name);
      const id = row?.parent?.attributes.get('id')?.text;
      if (id) containers.add(`#${id}`);
    }
  }
  return { rows, containers };
}

/** The classes of a row, and of what is all that it holds. */
function classesDown(row: TreeElement): string[] {
  const [only, ...more] = row.children;
  const inside = only?.node === 'element' && more.length === 0 ? classesDown(only) : [];
  return [...row.classes, ...inside];
}

function listsIn(proposals: readonly Proposal[]): Proposal[] {
  return proposals.flatMap((one) => {
    const isRepeated =
      one.rows !== undefined || one.found.some(({ as, row }) => as === 'tag' && row === 0);
    return isRepeated ? [one, ...listsIn(one.rows?.fields ?? [])] : [];
  });
}

function inStyle(markup: readonly Proposal[], look: StyleLook): Proposal[] {
  const found = styleDetectors.flatMap((detect) => detect(look).map(proposalOf));
  return withoutOverlaps(found, markup.flatMap(draftsIn));
}

function draftsIn({ drafts, rows }: Proposal): PlacedDraft[] {
  return [...drafts, ...(rows?.fields ?? []).flatMap(draftsIn)];
}

function inScript(mould: Mould, script: ReturnType<typeof readScriptSource>): Proposal[] {
  if (!script.program || mould.script === '') return [];
  const look = lookAtScript(script);
  return withoutOverlaps(scriptDetectors.flatMap((detect) => detect(look)));
}

/** What was found first stands; a place is filled once. */
function withoutOverlaps(
  proposals: readonly Proposal[],
  before: readonly (Range & { readonly in: string })[] = [],
): Proposal[] {
  const taken = [...before];
  return proposals.filter(({ found }) => {
    const isFree = found.every(
      (one) =>
        !taken.some(
          (other) => other.in === one.in && other.start < one.end && one.start < other.end,
        ),
    );
    if (isFree) taken.push(...found);
    return isFree;
  });
}

const parts = ['template', 'style', 'script'];

/** As they stand in the piece: first markup, then style, then script. */
function inSource(proposals: readonly Proposal[]): Proposal[] {
  const partOf = ({ found }: Proposal) => parts.indexOf(found[0]?.in ?? 'script');
  const startOf = ({ found }: Proposal) => Math.min(...found.map(({ start }) => start));
  return [...proposals].sort((a, b) => partOf(a) - partOf(b) || startOf(a) - startOf(b));
}

/** As they stand in a form: by section, then as in the piece. */
function inOrder(proposals: readonly Proposal[]): Proposal[] {
  return [...proposals].sort((a, b) => sections.indexOf(a.section) - sections.indexOf(b.section));
}
