import type { StyleSource } from '../../sources/style-source.ts';
import type { Proposal } from '../atom.ts';
import type { Styled } from '../style/detector.ts';
import type { Tree, TreeElement } from '../tree.ts';
import { colorNoun, colorTitles } from './color-titles.ts';
import { headingBefore, listNouns } from './list-nouns.ts';
import type { SaidWords } from './said-words.ts';
import { scriptTitles } from './script-titles.ts';
import { styledAt, styleTitles } from './style-titles.ts';
import { textTitles } from './text-titles.ts';
import { plural } from './words.ts';

/** What titles are made from. */
export interface TitleLook {
  readonly tree: Tree;
  readonly style: StyleSource;
  readonly styled: readonly Styled[];
  readonly script: string;
  readonly words: SaidWords;
  /** Rows of lists that have a title, and what one of each is called. */
  readonly rows?: readonly { readonly row: TreeElement; readonly noun: string }[];
}

/** The row that fields are of. */
export interface RowNoun {
  /** What one is called, in the singular; '' where nothing says so. */
  readonly noun: string;
  readonly fields: readonly Proposal[];
}

/**
 * Says for each field what a person would call it: by what its element is, what its text is, the
 * noun of its list and the words of the code that are of the trade; several, the best first.
 */
export function withTitles(proposals: readonly Proposal[], look: TitleLook): Proposal[] {
  const colors = colorTitles(
    proposals.filter(({ kind }) => kind === 'color'),
    look,
  );
  const listed = new Map(
    proposals.filter(({ rows }) => rows).map((one) => [one, titled(one, look)] as const),
  );
  const lists = [...listed.values()];
  const known = { ...look, rows: lists.flatMap(rowOf) };
  const all = proposals.map((one) => ({
    ...(listed.get(one) ?? titled(one, known)),
    ...colors.get(one),
  }));
  const headed = new Map<TreeElement | undefined, string>(
    lists.flatMap((list) => headingsOf(list)),
  );
  const [noun = '', ...others] = lists.map(({ rows }) => rows?.name ?? '');
  const pace = others.length === 0 && !isVague(noun) ? noun : '';
  return all.map((one) => ({ ...one, titles: about(paced(one, pace), headed.get(one.of)) }));
}

function rowOf({ of: row, rows }: Proposal) {
  const noun = rows?.name ?? '';
  return row && !isVague(noun) ? [{ row, noun }] : [];
}

/** The heading that stands before a list, with what the list is called. */
function headingsOf({ of: row, titles = [] }: Proposal) {
  const heading = row?.parent && headingBefore(row.parent);
  return heading ? [[heading, titles[0] ?? ''] as const] : [];
}

function about(titles: readonly string[], list: string | undefined): readonly string[] {
  const [first, ...others] = titles;
  return list && first === 'heading' ? [first, `${list} heading`, ...others] : titles;
}

/** The time from one row to the next, where all turns on a single list. */
function paced({ titles = [], found }: Proposal, noun: string): readonly string[] {
  const [first = '', ...others] = titles;
  const isPace = noun !== '' && found[0]?.in === 'script' && /^(?:interval|pause)$/.test(first);
  return isPace ? [`${noun} ${first}`, first, ...others] : titles;
}

function titled(one: Proposal, look: TitleLook, row?: RowNoun): Proposal {
  const said = one.titles ?? (one.rows ? [] : titlesOf(one, look, row));
  if (said.length > 0 || !one.rows) return { ...one, titles: ofRow(said, row?.noun ?? '') };
  const nouns = listNouns(one, look, row);
  const [noun = ''] = nouns;
  const inside: RowNoun = { noun: isVague(noun) ? '' : noun, fields: one.rows.fields };
  const fields = one.rows.fields.map((field) => titled(field, look, inside));
  const name = noun || one.rows.name;
  return { ...one, titles: nouns.map(pluralTitle), rows: { ...one.rows, name, fields } };
}

function titlesOf(one: Proposal, look: TitleLook, row: RowNoun | undefined): readonly string[] {
  const [place] = one.found;
  if (one.of) return textTitles(one, one.of, look, row);
  if (row && place?.in === 'style' && one.kind === 'color') {
    const styled = styledAt(look.styled, place.start);
    const noun = styled ? colorNoun(styled.declaration.property) : 'colour';
    return [`${row.noun} ${noun}`.trim()];
  }
  if (place?.in === 'style') return styleTitles(one, look);
  return place?.in === 'script' ? scriptTitles(one, look) : [];
}

/** What says no more than what sort of thing it is says of which row it is. */
function ofRow(titles: readonly string[], noun: string): readonly string[] {
  const [first = '', ...others] = titles;
  const isOfOther = first === noun || (first === 'name' && /(?:quote|review)$/.test(noun));
  if (noun === '' || isOfOther || !bare.test(first)) return titles;
  return [`${noun} ${first}`, first, ...others];
}

const bare = /^(?:name|title|colour|link|picture|label|address|number|text|icon)$/;

const vague = /^(?:row|item|entry|card|cell|element|box|point|link|picture)$/;

function isVague(noun: string): boolean {
  return vague.test(noun);
}

function pluralTitle(noun: string): string {
  const words = noun.split(' ');
  const last = words.pop() ?? '';
  return [...words, last === 'person' ? 'people' : plural(last)].join(' ');
}

/**
 * Chooses a title for each of several fields of a form so that each stands once: where the best is
 * the same for several, by what tells them apart; where nothing does, they are counted.
 */
export function distinctTitles(
  all: readonly (readonly string[])[],
  taken: ReadonlySet<string> = new Set(),
): string[] {
  const chosen = all.map((some) => some.find((title) => !taken.has(title)) ?? some[0] ?? '');
  const deepest = all.reduce((most, one) => Math.max(most, one.length), 0);
  for (let depth = 1; depth < deepest; depth += 1) {
    for (const group of repeated(chosen)) {
      const next = group.map((index) => all[index]?.[depth] ?? chosen[index] ?? '');
      for (const [at, index] of group.entries()) {
        const title = next[at] as string;
        const isFree = !taken.has(title) && !chosen.includes(title);
        if (isFree && next.filter((one) => one === title).length === 1) chosen[index] = title;
      }
    }
  }
  for (const group of repeated(chosen)) {
    for (const [at, index] of group.slice(1).entries())
      chosen[index] = counted(chosen[index] ?? '', at + 2);
  }
  return chosen.map((title) => {
    let number = 1;
    while (title !== '' && taken.has(counted(title, number))) number += 1;
    return counted(title, number);
  });
}

function counted(title: string, number: number): string {
  return number === 1 ? title : `${ordinals[number - 2] ?? `${number}th`} ${title}`;
}

const ordinals = ['second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

function repeated(titles: readonly string[]): number[][] {
  const groups = new Map<string, number[]>();
  for (const [index, title] of titles.entries()) {
    if (title === '') continue;
    const group = groups.get(title);
    if (group) group.push(index);
    else groups.set(title, [index]);
  }
  return [...groups.values()].filter(({ length }) => length > 1);
}
