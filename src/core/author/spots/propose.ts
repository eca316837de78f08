import { runsTextAt } from '../../compile/guard/text-guard.ts';
import { parseSources } from '../../compile/parse-sources.ts';
import { rootSizePx } from '../../compile/style/root-size.ts';
import type { Mould } from '../../model/mould.ts';
import { sourceParts } from '../../model/source-parts.ts';
import { Coverage } from '../../text/coverage.ts';
import type { Range } from '../../text/edits.ts';
import { escapeRegExp } from '../../text/escape-reg-exp.ts';
import { readScriptSource } from '../sources/script-source.ts';
import { readStyleSource } from '../sources/style-source.ts';
import {
  type NearList,
  type PlacedDraft,
  type Proposal,
  type Proposed,
  proposalOf,
  sections,
  sure,
} from './atom.ts';
import { atomsIn, countsOf } from './markup/atoms-in.ts';
import { jsonLists } from './markup/json-lists.ts';
import { laidOutBy } from './markup/laid-out.ts';
import { blocksOf } from './names/element-names.ts';
import { saidWords } from './names/said-words.ts';
import { withTitles } from './names/titles.ts';
import { columnsIn } from './rows/columns.ts';
import { withRulesOfRows } from './rows/each-row.ts';
import type { FieldsLook } from './rows/fields.ts';
import { fieldsIn } from './rows/fields-in.ts';
import { rangeOf } from './rows/likeness.ts';
import { namingRules } from './rows/row-selectors.ts';
import { boundCounts, countsRows } from './same/counts.ts';
import { joinLists } from './same/linked-lists.ts';
import { mergeSame } from './same/merge.ts';
import { askedIn, tiedIn, tiesBetween } from './same/tied.ts';
import { lookAtScript } from './script/detector.ts';
import { scriptDetectors } from './script/detectors.ts';
import { writtenBy } from './script/written.ts';
import { classVariantsIn } from './style/class-variants.ts';
import { type StyleLook, styledIn } from './style/detector.ts';
import { styleDetectors } from './style/detectors.ts';
import { nothingMatches, notRuledBy } from './style/rules-all.ts';
import { childrenOf, elementsWithin, readTree, type Tree, type TreeElement } from './tree.ts';

/**
 * Everything in a mould's sources that could be a field: what detectors find, rows made into lists,
 * what is the same made one; and what nearly was a list.
 *
 * @param isFaithful true for a list which, bound, casts what was there before
 * @param asked where elements begin that somebody marked as rows
 */
export function propose(
  mould: Mould,
  isFaithful: FieldsLook['isFaithful'],
  asked: ReadonlySet<number> = new Set(),
  apart: ReadonlySet<number> = asked,
): Proposed {
  const parsed = parseSources(mould);
  const tree = readTree(mould.template, parsed.template);
  const style = readStyleSource(mould.style, parsed.style);
  const script = readScriptSource(mould.script, parsed.script);
  const isInScript = namedIn(mould.script);
  const atoms = atomsIn({
    tree,
    isInScript,
    isOwnClass: (name) => style.classes.has(name) || isInScript(name),
    isLaidOut: laidOutBy(style),
    isWritten: writtenBy(script),
    variantsOf: classVariantsIn(style, tree, isInScript),
    isHook: (attribute) => mould.script.includes(`[${attribute}`),
    asked: (attribute) =>
      [...mould.style.matchAll(new RegExp(`\\[${attribute}=["']?([\\w-]+)`, 'g'))].map(
        ([, value = '']) => value,
      ),
  });
  const nearly: NearList[] = [];
  const look: FieldsLook = {
    source: mould.template,
    style,
    isInScript,
    isFaithful,
    nearly: (rows, why) => {
      const range = rangeOf(rows);
      nearly.push({ ...range, at: rows[0]?.[0]?.startTag ?? range, rows: rows.length, why });
    },
    ...countsOf(atoms, mould.template),
    isLookedUp: (id) => isInScript(id),
    isTied: tiedIn(tree),
    isInSelector: askedIn(style),
    isAsked: ({ start }) => asked.has(start),
    isApart: ({ start }) => apart.has(start),
  };
  const columns = columnsIn([tree.root], look, []);
  const found = columns.map((column, index) =>
    fieldsIn(column, `${index}`, [true], undefined, look),
  );
  const own = [
    ...(atoms.get(tree.root) ?? []).map(proposalOf),
    ...found.flatMap((one) => one.own),
    ...jsonLists(tree),
  ];
  const joined = joinLists(own, tiesBetween(tree, style));
  const naming = namingRules(style);
  const markup = joined.map((one) => withRulesOfRows(one, tree, { style, naming }));
  const shared = found.flatMap((one) => one.shared);
  const roots = rootsOf(tree);
  const styled = inStyle(
    markup,
    {
      style,
      styled: styledIn(style, roots),
      blocks: blocksOf(roots),
      ...rowClassesIn(markup, tree),
      rootPx: rootSizePx(parsed.style.tree),
      isSetByScript: (property) => mould.script.includes(property),
      isSetElsewhere: isSetIn(mould),
    },
    mayBeNamed(mould),
  );
  const classes = new Set(tree.elements.flatMap((one) => one.classes));
  const isInPiece = (word: string) =>
    classes.has(word) || tree.ids.has(word) || style.classes.has(word) || style.ids.has(word);
  const scripted = inScript(script, isInPiece);
  const counted = boundCounts(markup, scripted);
  const taken = new Set(counted.taken);
  const rest = [...shared, ...styled, ...scripted.filter((one) => !taken.has(one))];
  const merged = mergeSame(inSource([...counted.lists, ...rest]));
  const titled = withTitles(merged, {
    tree,
    style,
    styled: styledIn(style, roots),
    script: mould.script,
    words: saidWords(tree, style, (name) => style.classes.has(name) || isInScript(name)),
  });
  return { proposals: inOrder(titled), nearly: withoutLists(nearly, titled) };
}

/** What nearly was a list and is in none, each stretch of siblings once. */
function withoutLists(nearly: readonly NearList[], proposals: readonly Proposal[]): NearList[] {
  const lists = listsIn(proposals).flatMap(({ found }) => found.filter((one) => one.as === 'tag'));
  const open = nearly.filter(
    ({ start, end }) => !lists.some((list) => list.start < end && list.end > start),
  );
  const told: NearList[] = [];
  for (const one of open.sort((a, b) => a.start - b.start || b.end - a.end)) {
    const isPart = told.some(
      (other) => other.start <= one.start && other.end >= one.end && other.rows > one.rows,
    );
    const isTold = told.some((other) => other.start === one.start && other.end === one.end);
    if (!isPart && !isTold) told.push(one);
  }
  return told;
}

/** Tells which custom properties fields, markup or script of a mould set. */
function isSetIn({ manifestText, template, script }: Mould): (property: string) => boolean {
  return (property) =>
    script.includes(property) ||
    new RegExp(`(?<![\\w-])${property}\\s*:`).test(template) ||
    manifestText.includes(`"${property}"`);
}

/** Tells which classes and ids an element of a mould may have; script may put them together. */
function mayBeNamed({ template, script, manifest }: Mould): (name: string) => boolean {
  // What a library or a remote script makes has names that nobody here can know.
  const { libraries = [] } = manifest;
  const isAlone = libraries.length === 0 && !/<script\b[^>]*\bsrc\s*=/i.test(template);
  const words = new Set(template.match(/[\w-]+/g));
  return (name) => {
    if (!isAlone || words.has(name) || script.includes(name)) return true;
    const start = name.slice(0, name.lastIndexOf('-') + 1);
    return start !== '' && isPutTogether(script, start);
  };
}

/** True where a text of the script ends, or goes on with a value, after a stretch. */
function isPutTogether(script: string, start: string): boolean {
  return ['"', "'", '`', '${'].some((end) => script.includes(`${start}${end}`));
}

function namedIn(script: string): (word: string) => boolean {
  const words = new Set(script.match(/[\w-]+/g));
  return (word) => {
    if (/^[\w-]*$/.test(word)) return words.has(word);
    return new RegExp(`(?<![\\w-])${escapeRegExp(word)}(?![\\w-])`).test(script);
  };
}

function rootsOf(tree: Tree): TreeElement[] {
  return childrenOf(tree.root).filter(({ name }) => !/^(?:script|style|link|template)$/.test(name));
}

/** The classes of rows and of what they are in. */
function rowClassesIn(
  proposals: readonly Proposal[],
  tree: Tree,
): Pick<StyleLook, 'rows' | 'containers'> {
  const rows = new Set<string>();
  const containers = new Set<string>();
  const lists = listsIn(proposals);
  for (const { found } of lists) {
    for (const place of found) {
      const [row] = elementsWithin(tree, place);
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

function inStyle(
  markup: readonly Proposal[],
  look: StyleLook,
  isThere: (name: string) => boolean,
): Proposal[] {
  const notRuled = notRuledBy(look.style);
  const dead = nothingMatches(look.style, isThere);
  const counts = countsRows(listsIn(markup));
  const reasonAgainst = (one: Proposal) => dead(one) ?? counts(one) ?? notRuled(one);
  const found = styleDetectors
    .flatMap((detect) => detect(look).map(proposalOf))
    .map((one) => against(one, reasonAgainst(one)));
  const before = markup
    .flatMap(draftsIn)
    .filter((draft) => draft.in === 'style')
    .flatMap((one) => without(one, one.keeps));
  return withoutOverlaps(found, look.style.text.length, before);
}

/** No field to recommend where a reason speaks against it. */
function against(one: Proposal, reason: string | undefined): Proposal {
  if (reason === undefined || one.weight < sure) return one;
  return { ...one, weight: Math.min(one.weight, sure - 0.1), against: reason };
}

/** A stretch less one inside it. */
function without(range: Range, kept: Range | undefined): Range[] {
  if (!kept) return [range];
  return [
    { start: range.start, end: kept.start },
    { start: kept.end, end: range.end },
  ];
}

function draftsIn({ drafts, rows }: Proposal): PlacedDraft[] {
  return [...drafts, ...(rows?.fields ?? []).flatMap(draftsIn)];
}

function inScript(
  script: ReturnType<typeof readScriptSource>,
  isInPiece: (word: string) => boolean,
): Proposal[] {
  if (!script.program || script.text === '') return [];
  const look = lookAtScript(script, isInPiece);
  const found = scriptDetectors.flatMap((detect) => detect(look));
  const code = { script: script.text, program: script.program, handlers: [], libraries: [] };
  const isRun = runsTextAt({ ...code, script: withoutLoading(script.text) }) !== undefined;
  const isLoaded = runsTextAt(code) !== undefined;
  const risky = isRun ? /^(?:text|list|link)$/ : /^(?:list|link)$/;
  const unsure = (one: Proposal) =>
    one.said !== undefined || one.rows ? against(one, 'the script may run it as code') : one;
  const isRisky = ({ kind, rows }: Proposal) =>
    risky.test(kind) &&
    (isRun || kind === 'link' || rows?.fields.some((field) => field.kind === 'link'));
  const safe = found.map((one) => (isLoaded && isRisky(one) ? unsure(one) : one));
  return withoutOverlaps(safe, script.text.length);
}

/**
 * A script without the elements it makes to load others: such run what is at an address, and no
 * text, as long as nothing but their address is set.
 */
function withoutLoading(script: string): string {
  const made = /\b([\w$]+)\s*=\s*[\w$.]*createElement\(\s*['"`]script['"`]\s*\)/g;
  // What is run is written out: no value is in it.
  const called = script.replace(/\b(setTimeout|setInterval)\(\s*(["'])[\w.$]+\(\);?\2/g, '$1(f');
  return called.replace(made, (whole, name: string) => {
    const takesText = new RegExp(
      `(?<![\\w$.])${escapeRegExp(name)}\\s*\\.\\s*(?:text|textContent|innerHTML|innerText|append\\w*|replaceChildren|insert\\w*|setAttribute)\\b`,
    );
    return takesText.test(script) ? whole : name;
  });
}

/** What was found first stands; a place of a source of so many characters is filled once. */
function withoutOverlaps(
  proposals: readonly Proposal[],
  length: number,
  before: readonly Range[] = [],
): Proposal[] {
  const taken = new Coverage(length);
  for (const one of before) taken.take(one);
  return proposals.filter(({ found }) => {
    const isFree = found.every((one) => taken.isFree(one));
    if (isFree) for (const one of found) taken.take(one);
    return isFree;
  });
}

/** As they stand in the piece: first markup, then style, then script. */
function inSource(proposals: readonly Proposal[]): Proposal[] {
  const partOf = ({ found }: Proposal) => sourceParts.indexOf(found[0]?.in ?? 'script');
  const startOf = ({ found }: Proposal) =>
    found.reduce((least, { start }) => Math.min(least, start), Infinity);
  return [...proposals].sort((a, b) => partOf(a) - partOf(b) || startOf(a) - startOf(b));
}

/** As they stand in a form: by section, then as in the piece. */
function inOrder(proposals: readonly Proposal[]): Proposal[] {
  return [...proposals].sort((a, b) => sections.indexOf(a.section) - sections.indexOf(b.section));
}
