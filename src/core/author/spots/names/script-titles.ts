import { escapeRegExp } from '../../../text/escape-reg-exp.ts';
import type { Proposal } from '../atom.ts';
import { withNoun } from './attribute-titles.ts';
import { commentAt } from './comment-words.ts';
import { fileWord } from './file-words.ts';
import type { TitleLook } from './titles.ts';

/** Words that say of a value no more than that it is one. */
const empty = /^(?:value|number|text|option|setting|)$/;

/** What is called by its kind where the code calls it an address. */
const sorts: Readonly<Record<string, string>> = { image: 'picture', media: 'film' };
const addresses = /^(?:address|file|)$/;

/** What a time is for by the timer that it is given to (HTML Standard, 8.6). */
function timerOf({ kind, said }: Proposal, script: string): string | undefined {
  if (kind !== 'duration' || said === undefined) return undefined;
  const [, timer] =
    new RegExp(
      `set(Interval|Timeout)\\b(?:(?!set(?:Interval|Timeout))[^;])*,\\s*${escapeRegExp(said)}\\b`,
    ).exec(script) ?? [];
  return timer === undefined ? undefined : timer === 'Interval' ? 'interval' : 'delay';
}

/** Titles of a field in script, the best first: what the code calls it, or the comment beside it. */
export function scriptTitles(one: Proposal, { script, words }: TitleLook): readonly string[] {
  const [place] = one.found;
  // What the code calls it tells texts apart, in whatever language.
  const own =
    one.kind === 'text' && one.said !== undefined ? [withNoun('text', wordsIn(one.said))] : [];
  const named = one.said === undefined ? one.names : [one.said, ...one.names];
  const said = named.map((name) => words.of(name)).filter((name) => name !== '');
  const read = said.filter((name) => !empty.test(name));
  const start = place ? script.lastIndexOf('\n', place.start) + 1 : 0;
  const comment = place && words.isEnglish ? commentAt(script, start) : '';
  const [first] = read;
  const sort = fileWord(one) ?? sorts[one.kind];
  if (sort && addresses.test(first ?? '')) return [sort, ...told(comment), ...read];
  // A single short word is said better by the comment beside it.
  const isShort = first !== undefined && !first.includes(' ');
  const timer = timerOf(one, script);
  if (timer && /^(?:speed|time|duration|)$/.test(first ?? ''))
    return [timer, ...told(comment), ...read];
  if (read.length === 0) return [...told(comment), ...own, ...said.slice(0, 1)];
  return isShort && comment.includes(first ?? '')
    ? [...told(comment), ...read]
    : [...read, ...told(comment)];
}

function wordsIn(name: string): string {
  return name
    .replace(/(?<=\p{Ll})(?=\p{Lu})|[_$]+/gu, ' ')
    .trim()
    .toLowerCase();
}

function told(comment: string): string[] {
  return comment === '' ? [] : [comment];
}
