import type { Json } from '../../../model/json-source.ts';
import { propertyName } from '../../../model/property-name.ts';
import type { Proposal, Spoken } from '../atom.ts';
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
 * @param asked names that somebody asked for, by slot
 */
export function nameFields(
  proposals: readonly Proposal[],
  taken: Iterable<string> = [],
  asked: ReadonlyMap<string, string> = new Map(),
): NamedField[] {
  return nameIn(proposals, '', new Used([...taken, ...asked.values()]), asked);
}

function nameIn(
  proposals: readonly Proposal[],
  around: string,
  used: Used,
  asked: ReadonlyMap<string, string>,
): NamedField[] {
  return proposals.map((proposal): NamedField => {
    const words = asked.get(proposal.slot) ?? proposal.fixedName ?? freeWords(proposal, used);
    const name = asked.get(proposal.slot) ?? proposal.fixedName ?? camelName(words);
    used.add(name);
    const path = [around, name].filter((one) => one !== '').join('.');
    const { property } = proposal.declares ?? {};
    const about = { proposal, name, path, title: titleOf(words, proposal) };
    const spoken = { path, property: typeof property === 'string' ? property : propertyName(path) };
    const { rows } = proposal;
    if (!rows) return { ...about, ...spoken, items: [] };
    if (!rows.isPlain)
      return { ...about, ...spoken, items: nameIn(rows.fields, path, new Used(['row']), asked) };
    const items = rows.fields.map((field): NamedField => {
      const isValue = field.kind !== 'note';
      const own = { name: isValue ? '' : 'note', title: titleWords(rows.name) };
      return { proposal: field, ...own, path, property: propertyName(path), items: [] };
    });
    return { ...about, ...spoken, items };
  });
}

function titleOf(words: string, { fixedName }: Proposal): string {
  return titleWords(words) || titleWords(fixedName ?? '') || 'Value';
}

/** Words for a name that is free: its own, then what it says, then which of several it is. */
function freeWords(proposal: Proposal, used: Used): string {
  const { kind, slot } = proposal;
  if (kind === 'note') return `note ${slot}`;
  for (const words of wordsFor(proposal)) if (used.isFree(words)) return words;
  const [first = kindWords[kind] ?? kind] = proposal.names.filter((one) => camelName(one) !== '');
  return used.counted(first);
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

/** Names in use beside each other. */
class Used {
  private readonly names: Set<string>;
  private readonly counts = new Map<string, number>();

  constructor(names: Iterable<string>) {
    this.names = new Set(names);
  }

  add(name: string): void {
    this.names.add(name);
  }

  isFree(words: string): boolean {
    const name = camelName(words);
    return /^[a-z]/i.test(name) && !this.names.has(name) && !this.names.has(name.toLowerCase());
  }

  /** Words with the next number, where all better ones are in use. */
  counted(words: string): string {
    for (let number = (this.counts.get(words) ?? 7) + 1; ; number += 1) {
      this.counts.set(words, number);
      if (this.isFree(`${words} ${number}`)) return `${words} ${number}`;
    }
  }
}

/** Kinds whose values say something to name them by. */
const isWords = /^(?:text|richtext|link|image|media)$/;

const kindWords: Readonly<Record<string, string>> = {
  ...{
    text: 'text',
    richtext: 'text',
    image: 'picture',
    media: 'film',
    list: 'rows',
    switch: 'on',
  },
  ...{ color: 'color', choice: 'choice', typeface: 'typeface' },
};

const ordinals = ['other', 'third', 'fourth', 'fifth', 'sixth', 'seventh'];

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
    (word) => /^[a-z]{2,}$/.test(word) && !/^(?:the|and|for|with|an|of|to|in|on)$/.test(word),
  );
  return words.slice(0, 2).join(' ');
}
