import { escapeRegExp } from '../../../text/escape-reg-exp.ts';
import type { Proposal } from '../atom.ts';
import { commentAt } from './comment-words.ts';
import type { TitleLook } from './titles.ts';

/** Words that say of a value no more than that it is one. */
const empty = /^(?:value|number|text|option|setting|)$/;

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
  // A single short word is said better by the comment beside it.
  const isShort = first !== undefined && !first.includes(' ');
  const told = comment === '' ? [] : [comment];
  const timer = timerOf(one, script);
  if (timer && /^(?:speed|time|duration|)$/.test(first ?? '')) return [timer, ...told, ...read];
  if (read.length === 0 && said.length > 0) return [...told, said[0] as string];
  return isShort && comment.includes(first ?? '') ? [...told, ...read] : [...read, ...told];
}
