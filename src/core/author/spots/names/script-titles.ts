import { escapeRegExp } from '../../../text/escape-reg-exp.ts';
import type { Proposal } from '../atom.ts';
import { commentAt } from './comment-words.ts';
import type { TitleLook } from './titles.ts';

/** Words that say of a value no more than that it is one. */
const empty = /^(?:value|number|text|option|setting|)$/;

/** What is called by its kind where the code calls it an address. */
const sorts: Readonly<Record<string, string>> = { image: 'picture', media: 'film' };

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
  const named = one.said === undefined ? one.names : [one.said, ...one.names];
  const said = named.map((name) => words.of(name)).filter((name) => name !== '');
  const read = said.filter((name) => !empty.test(name));
  const start = place ? script.lastIndexOf('\n', place.start) + 1 : 0;
  const comment = place && words.isEnglish ? commentAt(script, start) : '';
  const [first] = read;
  const sort = sorts[one.kind];
  if (sort && (first === undefined || first === 'address'))
    return [sort, ...told(comment), ...read];
  // A single short word is said better by the comment beside it.
  const isShort = first !== undefined && !first.includes(' ');
  const timer = timerOf(one, script);
  if (timer && /^(?:speed|time|duration|)$/.test(first ?? ''))
    return [timer, ...told(comment), ...read];
  if (read.length === 0 && said.length > 0) return [...told(comment), said[0] as string];
  return isShort && comment.includes(first ?? '')
    ? [...told(comment), ...read]
    : [...read, ...told(comment)];
}

function told(comment: string): string[] {
  return comment === '' ? [] : [comment];
}
