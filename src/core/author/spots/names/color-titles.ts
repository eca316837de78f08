import { converter, parse as parseColor } from 'culori';
import type { Proposal } from '../atom.ts';
import type { Styled } from '../style/detector.ts';
import { styledAt, subjectWords } from './style-titles.ts';
import type { TitleLook } from './titles.ts';

const toOklch = converter('oklch');

/** What a colour is used for, by the property that holds it. */
type Use = 'ground' | 'text' | 'line' | 'shape';

/** A colour with all the places that use it. */
interface Used {
  readonly proposal: Proposal;
  readonly uses: readonly { readonly as: Use; readonly by: Styled | undefined }[];
  readonly isBright: boolean;
  readonly isWarm: boolean;
  readonly lightness: number;
  /** What the author calls it. */
  readonly said: string;
}

/**
 * Titles of colours by what they do: the one that recurs on most things is the accent, or the main
 * colour where another stands beside it; neutrals are called by what they are on.
 */
export function colorTitles(
  colors: readonly Proposal[],
  look: TitleLook,
): Map<Proposal, { readonly titles: readonly string[] }> {
  const used = colors.filter(({ rows }) => !rows).map((one) => usedIn(one, look));
  const bright = used
    .filter(({ isBright, uses }) => isBright && uses.length > 1)
    .sort((a, b) => b.uses.length - a.uses.length);
  const brands = brandsOf(bright, look);
  return new Map(
    used.map((one) => {
      const brand = brands.get(one) ?? '';
      const own = ownTitle(one);
      const isRole = roleWords.test(own);
      const titles = [
        isRole ? own : '',
        brand,
        ...(brand ? [] : [own]),
        ...byUse(one, look),
        own,
      ].filter((title) => title !== '');
      return [one.proposal, { titles: [...new Set(titles)] }] as const;
    }),
  );
}

/**
 * The colours of a brand, of those that recur, the most used first. Warm ones come forward, so that
 * one is the accent beside a cool or a dark one; the main colour is what all is built on.
 */
function brandsOf([first, second]: readonly Used[], look: TitleLook): Map<Used, string> {
  if (!first) return new Map();
  const single = new Map([[first, first.isWarm ? 'accent colour' : 'main colour']]);
  const isPair =
    second && second.uses.length * 2 >= first.uses.length && subjectsOf(second, look).size > 1;
  if (!isPair) return single;
  const isTurned = first.isWarm && !second.isWarm;
  return new Map([
    [isTurned ? second : first, 'main colour'],
    [isTurned ? first : second, 'accent colour'],
  ]);
}

/** Names that say what a colour is for. */
const roleWords =
  /^(?:accent|main|brand|background|text|line|quiet|dark|light|highlight|button|link|warning|card)\b/;

/** A name that says what the colour is for, given by the author. */
function ownTitle({ said }: Used): string {
  const words = said.replace(/ ?colour$/, '');
  return words === '' ? '' : `${words} colour`;
}

function subjectsOf({ uses }: Used, look: TitleLook): Set<string> {
  return new Set(uses.map(({ by }) => (by ? (subjectWords(by, look)[0] ?? '') : '')));
}

/** What a colour is called by where it is used. */
function byUse(one: Used, look: TitleLook): string[] {
  const { uses, lightness } = one;
  const all = (as: Use) => uses.length > 0 && uses.every((use) => use.as === as);
  const isOn = (as: Use) => uses.some((use) => use.as === as && use.by?.subject.isRoot);
  const [use] = uses;
  const { of } = one.proposal;
  const said = use?.by
    ? use.by.subject.isRoot
      ? []
      : subjectWords(use.by, look)
    : of
      ? [...look.words.ofElement(of), ...(typed[of.name] ? [typed[of.name] as string] : [])]
      : [];
  const ground = uses.find((each) => each.as === 'ground' && each.by?.subject.isRoot)?.by;
  const modified = (ground ? modifiersOf(ground, look) : []).map((words) => `${words} background`);
  const stop = use ? stopOf(one.proposal, use.by) : '';
  const stops = stop === '' ? [] : [`${said[0] ? `${said[0]} ` : ''}background ${stop} colour`];
  const state = use?.by?.subject.state ? `${use.by.subject.state} ` : '';
  const own = said.map(
    (words) => `${words} ${state}${use?.as === 'ground' ? 'background' : 'colour'}`,
  );
  if (state !== '' && use?.by?.subject.isRoot) return [`${state}${nounOf[use.as]}`];
  if (stops.length > 0) return [...stops, ...own];
  if (isOn('ground')) return ['background colour', ...modified, ...own];
  if (lightness < 0.45 && uses.some(({ as }) => as === 'text')) {
    return all('text')
      ? ['text colour', ...own, 'dark colour']
      : ['dark colour', 'text colour', ...own];
  }
  if (isOn('text')) return ['text colour', ...own];
  if (all('line'))
    return [...own.map((title) => title.replace('colour', 'line colour')), 'line colour'];
  if (own.length > 0) return own;
  if (all('text')) return ['text colour'];
  return all('ground') ? ['background colour'] : ['colour'];
}

/** Parts of a table, which mostly have no names of their own. */
const typed: Readonly<Record<string, string>> = {
  table: 'table',
  tr: 'row',
  td: 'cell',
  th: 'heading',
};

const nounOf: Readonly<Record<Use, string>> = {
  ground: 'background',
  text: 'text colour',
  line: 'line colour',
  shape: 'colour',
};

/** Which end of a gradient a colour is. */
function stopOf({ found }: Proposal, by: Styled | undefined): string {
  const [place] = found;
  if (!by || !place || found.length > 1 || !/gradient\(/.test(by.declaration.value)) return '';
  const after = by.declaration.value.slice(place.end - by.declaration.valueOffset);
  const isLast = !/#|\b(?:rgb|hsl|ok)|var\(/.test(after);
  const before = by.declaration.value.slice(0, place.start - by.declaration.valueOffset);
  const isFirst = !/#|\b(?:rgb|hsl|ok)|var\(|transparent/.test(before);
  return isFirst === isLast ? '' : isFirst ? 'start' : 'end';
}

/** What sets a root apart by a class such as `board--dark`. */
function modifiersOf({ subject }: Styled, look: TitleLook): string[] {
  return subject.classes.flatMap((name) => {
    const modifier = /--(.+)$/.exec(name)?.[1];
    const words = modifier === undefined ? '' : look.words.of(modifier);
    return words === '' ? [] : [words];
  });
}

function usedIn(proposal: Proposal, look: TitleLook): Used {
  const color = toOklch(parseColor(String(proposal.values[0] ?? '')));
  const places = proposal.found.flatMap(({ in: part, start }) => {
    if (part === 'template') return [{ as: useAt(look.tree.source, start), by: undefined }];
    if (part === 'script') return [{ as: 'shape' as const, by: undefined }];
    const by = styledAt(look.styled, start);
    if (!by?.declaration.property.startsWith('--'))
      return [{ as: useOf(by?.declaration.property ?? ''), by }];
    return usesOf(by.declaration.property, look);
  });
  const own = proposal.slot.startsWith('--') ? look.words.of(proposal.slot.slice(2)) : '';
  const [word = ''] = proposal.said === undefined ? [] : [look.words.of(proposal.said)];
  return {
    proposal,
    uses: places,
    isBright: (color?.c ?? 0) > 0.07 && (color?.l ?? 0) > 0.25,
    // From red to yellow.
    isWarm: (color?.h ?? 0) > 15 && (color?.h ?? 0) < 110 && (color?.l ?? 0) > 0.4,
    lightness: color?.l ?? 0.5,
    said: own || word,
  };
}

/** What a colour in markup is for, by the attribute or the class that holds it. */
function useAt(source: string, start: number): Use {
  const before = source.slice(Math.max(0, start - 40), start);
  if (/(?:bgcolor\s*=\s*["']?|background(?:-color)?\s*:\s*|\b(?:bg|from|to)-\[)$/i.test(before))
    return 'ground';
  if (/(?:\s(?:color|text)\s*=\s*["']?|[;"']\s*color\s*:\s*|\btext-\[)$/i.test(before))
    return 'text';
  return /(?:stroke\s*=\s*["']?|border[\w-]*\s*:[^:;]*|\b(?:border|ring)-\[)$/i.test(before)
    ? 'line'
    : 'shape';
}

/** What a colour is that a property holds, in words that end a title. */
export function colorNoun(property: string): string {
  return nounOf[useOf(property)];
}

/** Where a custom property is used. */
function usesOf(property: string, { styled }: TitleLook) {
  const uses = new RegExp(`var\\(\\s*${property}\\s*[,)]`);
  return styled.flatMap((by) =>
    uses.test(by.declaration.value) ? [{ as: useOf(by.declaration.property), by }] : [],
  );
}

function useOf(property: string): Use {
  if (/^background/.test(property)) return 'ground';
  if (/^(?:border|outline|column-rule|text-decoration)/.test(property)) return 'line';
  return /^(?:color|caret-color|-webkit-text)/.test(property) ? 'text' : 'shape';
}
