import type { Json } from '../../../model/json-source.ts';
import type { Kind } from '../../../model/kind.ts';
import { kinds } from '../../../model/kinds.ts';
import { propertyName } from '../../../model/property-name.ts';
import { type Proposal, type Spoken, sure } from '../atom.ts';
import { distinctTitles } from './titles.ts';
import { camelName, titleWords, wordsOf } from './words.ts';

/** A proposal with the name its field is to have. */
export interface NamedField extends Spoken {
  readonly proposal: Proposal;
  readonly name: string;
  readonly title: string;
  readonly items: readonly NamedField[];
}

/**
 * Names fields so that each name stands once, as a person would choose them.
 *
 * @param taken names that are in use
 * @param properties custom properties that are in use
 * @param asked names that somebody asked for, by slot
 */
export function nameFields(
  proposals: readonly Proposal[],
  taken: Iterable<string> = [],
  asked: ReadonlyMap<string, string> = new Map(),
  properties: Iterable<string> = [],
): NamedField[] {
  const own = new Set(properties);
  const used = new Used([...taken, ...asked.values()], '', own);
  for (const name of taken) used.add(name);
  return nameIn(proposals, '', used, asked);
}

function nameIn(
  proposals: readonly Proposal[],
  around: string,
  used: Used,
  asked: ReadonlyMap<string, string>,
): NamedField[] {
  const named = new Map<Proposal, NamedField>();
  // Lists first: what is in them keeps its name, whatever stands beside the list.
  const lists = proposals.filter(({ rows }) => rows);
  for (const one of [...lists, ...proposals.filter(({ rows }) => !rows)]) {
    named.set(one, nameOne(one, around, used, asked));
  }
  const titles = titlesIn(proposals, named, asked);
  return proposals.map((one) => ({
    ...(named.get(one) as NamedField),
    title: asTitle(titles.get(one) ?? '') || 'Value',
  }));
}

/** Titles that each stand once; what most will take has the best. */
function titlesIn(
  proposals: readonly Proposal[],
  named: ReadonlyMap<Proposal, NamedField>,
  asked: ReadonlyMap<string, string>,
): Map<Proposal, string> {
  const titles = new Map<Proposal, string>();
  const isSure = ({ weight, isCarried, kind }: Proposal) =>
    weight >= sure && !isCarried && kind !== 'note';
  for (const some of [proposals.filter(isSure), proposals.filter((one) => !isSure(one))]) {
    const all = some.map((one) => titlesOf(one, named.get(one), asked));
    const chosen = distinctTitles(all, new Set(titles.values()));
    for (const [index, one] of some.entries()) titles.set(one, chosen[index] ?? '');
  }
  return titles;
}

function asTitle(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** A name that somebody asked for is a title as well. */
function titlesOf(
  { titles = [], slot }: Proposal,
  named: NamedField | undefined,
  asked: ReadonlyMap<string, string>,
): readonly string[] {
  const own = named?.title ?? '';
  return asked.has(slot) || titles.length === 0 ? [own] : titles;
}

function nameOne(
  proposal: Proposal,
  around: string,
  used: Used,
  asked: ReadonlyMap<string, string>,
): NamedField {
  const words =
    asked.get(proposal.slot) ??
    (proposal.fixedName ? (proposal.names[0] ?? proposal.fixedName) : freeWords(proposal, used));
  const name = asked.get(proposal.slot) ?? proposal.fixedName ?? camelName(words);
  used.add(name, proposal);
  const path = [around, name].filter((one) => one !== '').join('.');
  const { property } = proposal.declares ?? {};
  const about = { proposal, name, path, title: titleOf(words, proposal) };
  const spoken = { path, property: typeof property === 'string' ? property : propertyName(path) };
  const { rows } = proposal;
  if (!rows) return { ...about, ...spoken, items: [] };
  if (!rows.isPlain) {
    const inside = used.in(path);
    const items = nameIn(rows.fields, path, inside, asked);
    used.addAll(inside);
    return { ...about, ...spoken, items };
  }
  const items = rows.fields.map((field): NamedField => {
    const isValue = field.kind !== 'note';
    const own = { name: isValue ? '' : 'note', title: titleWords(rows.name) };
    return { proposal: field, ...own, path, property: propertyName(path), items: [] };
  });
  return { ...about, ...spoken, items };
}

function titleOf(words: string, { fixedName }: Proposal): string {
  return titleWords(words) || titleWords(fixedName ?? '') || 'Value';
}

/** Words for a name that is free: its own, then what it says, then which of several it is. */
function freeWords(proposal: Proposal, used: Used): string {
  const { kind, slot } = proposal;
  if (kind === 'note') return `note ${slot}`;
  for (const words of wordsFor(proposal)) if (used.isFree(words, proposal)) return words;
  const [first = kindWords[kind] ?? kind] = proposal.names.filter((one) => camelName(one) !== '');
  return used.counted(first, proposal);
}

function* wordsFor({ names, values, kind }: Proposal): Generator<string> {
  const own = new Set(names.filter((words) => camelName(words) !== ''));
  const [first = kindWords[kind] ?? kind] = own;
  yield* own;
  yield first;
  const said = isWords.test(kind) ? saidBy(values[0] ?? null) : '';
  if (said !== '') yield* [`${said} ${first}`, said];
  yield* ordinals.map((word) => `${word} ${first}`);
}

/** Names in use beside each other, and what fields are called in style. */
class Used {
  private readonly names: Set<string>;
  private readonly counts = new Map<string, number>();
  private readonly around: string;
  /** Custom properties of the author's own. */
  private readonly own: ReadonlySet<string>;
  private readonly properties: Set<string>;

  constructor(names: Iterable<string>, around: string, own: ReadonlySet<string>) {
    this.names = new Set(names);
    this.around = around;
    this.own = own;
    this.properties = new Set(own);
  }

  /** The names within a list, which depend on nothing but what is in it. */
  in(path: string): Used {
    return new Used(['row'], path, this.own);
  }

  add(name: string, of?: Proposal): void {
    this.names.add(name);
    const properties = of ? this.propertiesOf(name, of) : [propertyName(name)];
    for (const property of properties) this.properties.add(property);
  }

  addAll({ properties }: Used): void {
    for (const property of properties) this.properties.add(property);
  }

  isFree(words: string, of: Proposal): boolean {
    const name = camelName(words);
    if (!/^[a-z]/i.test(name) || this.names.has(name) || this.names.has(name.toLowerCase())) {
      return false;
    }
    return !this.propertiesOf(name, of).some((property) => this.properties.has(property));
  }

  /** Words with the next number, where all better ones are in use. */
  counted(words: string, of: Proposal): string {
    for (let number = (this.counts.get(words) ?? 7) + 1; ; number += 1) {
      this.counts.set(words, number);
      if (this.isFree(`${words} ${number}`, of)) return `${words} ${number}`;
    }
  }

  /** An icon takes the name of its label as well; what says its own name takes no other. */
  private propertiesOf(name: string, { kind, declares }: Proposal): string[] {
    if (declares?.property !== undefined) return [];
    const path = this.around === '' ? name : `${this.around}.${name}`;
    const { members = {} }: Kind = kinds[kind];
    return [path, ...Object.keys(members).map((member) => `${path}.${member}`)].map(propertyName);
  }
}

/** Kinds whose values say something to name them by. */
const isWords = /^(?:text|richtext|link|image|media)$/;

const kindWords: Readonly<Record<string, string>> = {
  text: 'text',
  richtext: 'text',
  image: 'picture',
  media: 'film',
  list: 'rows',
  switch: 'on',
  color: 'color',
  choice: 'choice',
  typeface: 'typeface',
};

const ordinals = ['other', 'third', 'fourth', 'fifth', 'sixth', 'seventh'];

/** Words that say little by themselves. */
const little =
  /^(?:the|and|for|with|an|of|to|in|on|at|by|from|or|as|be|no|not|is|are|was|has|have|do|does|get|it|its|this|that|there|you|your|we|our|us|they|their|all|any|so|if|than|then)$/;

/** Two words that a text begins with, where they are words of letters. */
function saidBy(value: Json): string {
  const text =
    typeof value === 'string'
      ? value
      : String(
          (value as { text?: string; alt?: string } | null)?.text ??
            (value as { alt?: string } | null)?.alt ??
            '',
        );
  const words = wordsOf(text.replace(/<[^>]*>/g, ' ')).filter(
    (word) => /^[a-z]{2,}$/.test(word) && !little.test(word),
  );
  return words.slice(0, 2).join(' ');
}
