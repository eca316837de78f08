import { converter, parse as parseColor } from 'culori';
import type { Range } from '../../../text/edits.ts';
import type { Proposal } from '../atom.ts';
import { type Styled, usesOfProperty } from '../style/detector.ts';
import { isPressed } from './pressed.ts';
import { aroundWords, styledAt, styledElement, subjectWords } from './style-titles.ts';
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
  const owned = new Set(used.map(ownTitle));
  return new Map(
    used.map((one) => {
      const own = ownTitle(one);
      // What the author calls one colour is the title of no other.
      const others = [brands.get(one) ?? '', ...byUse(one, look)];
      const free = others.filter((title) => !owned.has(title));
      const noun = nounOf[one.uses[0]?.as ?? 'shape'];
      const [kind = ''] = noun.split(' ');
      const apart = others.map((title) =>
        title.includes(kind) ? title : title.replace(/ colour$/, ` ${noun}`),
      );
      const around = aroundOf(one, look).map((words) => `${words} colour`);
      const titles = [own, ...free, ...around, ...apart].filter((title) => title !== '');
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

/** What stands in the selector before the element that has the colour. */
function aroundOf({ uses }: Used, { words }: TitleLook): string[] {
  const [by] = uses.flatMap((use) => use.by ?? []);
  const own = new Set(by?.subject.classes.map(words.of));
  return by ? aroundWords(by.declaration, words).filter((said) => !own.has(said)) : [];
}

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
      : [...(isOfButton(use.by, look) ? ['button'] : []), ...subjectWords(use.by, look)]
    : of && of.parent?.name !== ''
      ? [...look.words.ofElement(of), ...(typed[of.name] ? [typed[of.name] as string] : [])]
      : [];
  const ground = uses.find((each) => each.as === 'ground' && each.by?.subject.isRoot)?.by;
  const modified = (ground ? modifiersOf(ground, look) : []).map((words) => `${words} background`);
  const stop = use ? stopOf(one.proposal, use.by, look) : '';
  const ofWhat = one.said === '' ? [...said.slice(0, 1), 'background'] : [one.said];
  const stops = stop === '' ? [] : [`${ofWhat.join(' ')} ${stop} colour`];
  const state = use?.by?.subject.state ? `${use.by.subject.state} ` : '';
  const own = said.map(
    (words) => `${words} ${state}${use?.as === 'ground' ? 'background' : 'colour'}`,
  );
  if (state !== '' && use?.by?.subject.isRoot) return [`${state}${nounOf[use.as]}`];
  if (stops.length > 0) return [...stops, ...own];
  if (isOn('ground')) return ['background colour', ...modified, ...own];
  if (all('text') && uses.every(({ by }) => by?.subject.type === 'a')) return own;
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

/** True for a rule of what is pressed, whatever its class calls it. */
function isOfButton({ subject }: Styled, { tree, styled }: TitleLook): boolean {
  if (subject.classes.length === 0 && subject.id === undefined) return false;
  const element = styledElement({ ...subject, type: undefined }, tree);
  return element !== undefined && isPressed(element, styled);
}

/** Which end of a gradient a colour is, in what any property or attribute holds; '' for neither. */
function stopOf({ found, slot }: Proposal, by: Styled | undefined, { tree }: TitleLook): string {
  const [place] = found;
  if (!by || !place) return place?.in === 'template' ? endOf(tree.source, place) : '';
  const { value, valueOffset, property } = by.declaration;
  const start = place.start - valueOffset;
  if (start >= 0 && start < value.length) {
    return found.length > 1 ? '' : endOf(value, { start, end: place.end - valueOffset });
  }
  // A custom property that a gradient is drawn with.
  const use = property.startsWith('--')
    ? undefined
    : new RegExp(`var\\(\\s*${slot}\\s*[,)]`).exec(value);
  return use ? endOf(value, { start: use.index, end: use.index + use[0].length }) : '';
}

/** CSS Images 4, 3.1: colours run downwards where no direction is given. */
function endOf(source: string, { start, end }: Range): string {
  const before = /(?:^|[;:"'])[^;:"']*$/.exec(source.slice(0, start))?.[0] ?? '';
  const after = /^[^;"']*/.exec(source.slice(end))?.[0] ?? '';
  const color = /#|\b(?:rgb|hsl|ok)|var\(|transparent/;
  const isFirst = !color.test(before);
  if (!/gradient\(/.test(before) || isFirst === !color.test(after)) return '';
  const [, turned, side] = /gradient\(\s*(?:([\d.]+)deg|to ([\w ]+),)?/.exec(before) ?? [];
  const degrees = turned === undefined ? sides[side ?? 'bottom'] : Number(turned);
  if (!/linear/.test(before) || degrees === undefined) return isFirst ? 'start' : 'end';
  if (degrees > 135 && degrees < 225) return isFirst ? 'top' : 'bottom';
  return isFirst ? 'start' : 'end';
}

const sides: Readonly<Record<string, number>> = { bottom: 180 };

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
      return [{ as: by && isThin(by) ? 'line' : useOf(by?.declaration.property ?? ''), by }];
    return usesOf(by.declaration.property, look);
  });
  const [own = ''] = [proposal.slot, ...(proposal.joined ?? [])].flatMap((slot) => {
    const [, name] = /(?:^|\/)(?:--|attr:data-|style:--)([\w-]+)/.exec(slot) ?? [];
    const words = name === undefined ? '' : look.words.of(name);
    return words === '' ? [] : [words];
  });
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
  return usesOfProperty(styled, property).map((by) => ({
    as: isThin(by) ? ('line' as const) : useOf(by.declaration.property),
    by,
  }));
}

/** True for the background of a box that is no more than a line. */
function isThin({ declaration: { property, rule } }: Styled): boolean {
  return (
    /^background/.test(property) &&
    (rule?.declarations ?? []).some(
      (one) => /^(?:width|height)$/.test(one.property) && /^[1-4]px$/.test(one.value.trim()),
    )
  );
}

function useOf(property: string): Use {
  if (/^background/.test(property)) return 'ground';
  if (/^(?:border|outline|column-rule|text-decoration)/.test(property)) return 'line';
  return /^(?:color|caret-color|-webkit-text)/.test(property) ? 'text' : 'shape';
}
