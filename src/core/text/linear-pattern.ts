/** Tests a text; true where the pattern is found in it. */
export type PatternTest = (text: string) => boolean;

/** One step of a matcher: where it goes on from a position. */
type State =
  | { readonly is: 'sign'; readonly fits: (sign: string) => boolean; next: number }
  | {
      readonly is: 'place';
      readonly holds: (signs: readonly string[], at: number) => boolean;
      next: number;
    }
  | { readonly is: 'fork'; next: number; other: number }
  | { readonly is: 'end' };

/** As many steps a pattern may come to: `a{1000}` is a thousand. */
const mostStates = 5000;

/**
 * Makes the test of a regular expression, as `new RegExp(pattern, 'u').test` gives it, in a time
 * that grows with the length of the text and never faster: all ways are followed at once (Thompson,
 * "Regular expression search algorithm", 1968), so that no pattern can make a page stand still.
 *
 * @throws SyntaxError where the pattern is none, or has what cannot be followed so: a lookbehind or
 *   a backreference
 *
 * @example
 * linearPattern('^[A-Z]{2}\\d+$')('TW7') // true
 */
export function linearPattern(pattern: string): PatternTest {
  new RegExp(pattern, 'u');
  const made = new Maker(pattern).whole();
  return (text) => runs(made, [...text], 0, true);
}

/** Follows a matcher from a position; unanchored, from each position behind it as well. */
function runs(
  { states, start }: Made,
  signs: readonly string[],
  from: number,
  isAnywhere: boolean,
): boolean {
  let now = new Set<number>();
  for (let at = from; at <= signs.length; at += 1) {
    const waiting = isAnywhere || at === from ? [...now, start] : [...now];
    const seen = new Set<number>();
    const next = new Set<number>();
    for (let one = waiting.pop(); one !== undefined; one = waiting.pop()) {
      if (seen.has(one)) continue;
      seen.add(one);
      const state = states[one] as State;
      if (state.is === 'end') return true;
      if (state.is === 'fork') waiting.push(state.next, state.other);
      else if (state.is === 'place') {
        if (state.holds(signs, at)) waiting.push(state.next);
      } else if (at < signs.length && state.fits(signs[at] as string)) next.add(state.next);
    }
    now = next;
    if (now.size === 0 && !isAnywhere) return false;
  }
  return false;
}

interface Made {
  readonly states: readonly State[];
  readonly start: number;
}

/** A piece of a matcher: where it begins, and what its ends are to lead to. */
interface Piece {
  readonly start: number;
  readonly leadTo: (state: number) => void;
}

/** Reads a pattern (ECMAScript, 22.2.1, with `u`) that is known to be one. */
class Maker {
  private readonly pattern: string;
  private readonly states: State[] = [];
  private at = 0;

  constructor(pattern: string) {
    this.pattern = pattern;
  }

  whole(): Made {
    const piece = this.choice();
    const end = this.add({ is: 'end' });
    piece.leadTo(end);
    return { states: this.states, start: piece.start };
  }

  private add(state: State): number {
    if (this.states.length >= mostStates) throw new SyntaxError('the pattern is too long');
    return this.states.push(state) - 1;
  }

  private choice(): Piece {
    const first = this.sequence();
    if (this.pattern[this.at] !== '|') return first;
    this.at += 1;
    return this.either(first, this.choice());
  }

  private either(one: Piece, other: Piece): Piece {
    const start = this.add({ is: 'fork', next: one.start, other: other.start });
    return {
      start,
      leadTo: (state) => {
        one.leadTo(state);
        other.leadTo(state);
      },
    };
  }

  private sequence(): Piece {
    let whole: Piece | undefined;
    while (this.at < this.pattern.length && !/[|)]/.test(this.pattern[this.at] as string)) {
      const piece = this.repeated();
      whole = whole ? joined(whole, piece) : piece;
    }
    return whole ?? this.place(() => true);
  }

  private repeated(): Piece {
    const from = this.at;
    const piece = this.single();
    const until = this.at;
    const [found, sign = '', least = '', comma, most = ''] =
      /^(?:([*+?])|\{(\d+)(,?)(\d*)\})\??/.exec(this.pattern.slice(this.at)) ?? [];
    if (found === undefined) return piece;
    const end = this.at + found.length;
    const again = () => {
      this.at = from;
      const copy = this.single();
      this.at = until;
      return copy;
    };
    const counts: Readonly<Record<string, readonly [number, number]>> = {
      '*': [0, Infinity],
      '+': [1, Infinity],
      '?': [0, 1],
    };
    const last = most === '' ? Infinity : Number(most);
    const [low, high] = counts[sign] ?? [Number(least), comma === '' ? Number(least) : last];
    const whole = this.times(piece, again, low, high);
    this.at = end;
    return whole;
  }

  private times(piece: Piece, again: () => Piece, low: number, high: number): Piece {
    let left: Piece | undefined = piece;
    const next = () => {
      const one = left ?? again();
      left = undefined;
      return one;
    };
    let whole: Piece | undefined;
    const join = (one: Piece) => {
      whole = whole ? joined(whole, one) : one;
    };
    if (high === 0) return this.place(() => true);
    for (let count = 0; count < low; count += 1) join(next());
    if (high === Infinity) join(this.loop(next()));
    else
      for (let count = low; count < high; count += 1)
        join(
          this.either(
            next(),
            this.place(() => true),
          ),
        );
    return whole ?? this.place(() => true);
  }

  private loop(piece: Piece): Piece {
    const fork: State = { is: 'fork', next: piece.start, other: -1 };
    const start = this.add(fork);
    piece.leadTo(start);
    return {
      start,
      leadTo: (state) => {
        fork.other = state;
      },
    };
  }

  private place(holds: (signs: readonly string[], at: number) => boolean): Piece {
    const state: State = { is: 'place', holds, next: -1 };
    return { start: this.add(state), leadTo: leadFrom(state) };
  }

  private sign(source: string): Piece {
    const whole = new RegExp(`^(?:${source})$`, 'u');
    const state: State = { is: 'sign', fits: (sign) => whole.test(sign), next: -1 };
    return { start: this.add(state), leadTo: leadFrom(state) };
  }

  private single(): Piece {
    const rest = this.pattern.slice(this.at);
    const sign = rest[0] as string;
    if (sign === '(') return this.group();
    const token = tokenAt(rest);
    this.at += token.length;
    if (token === '^') return this.place((_, at) => at === 0);
    if (token === '$') return this.place((signs, at) => at === signs.length);
    if (token === '\\b') return this.place(isEdge);
    if (token === '\\B') return this.place((signs, at) => !isEdge(signs, at));
    if (/^\\[1-9k]/.test(token))
      throw new SyntaxError('a pattern with a backreference is not supported');
    return this.sign(token);
  }

  private group(): Piece {
    const [opening = '(', , ahead = ''] =
      /^\((\?(?:([=!])|:|<[=!]|<[^>]*>))?/.exec(this.pattern.slice(this.at)) ?? [];
    if (/^\(\?<[=!]/.test(opening))
      throw new SyntaxError('a pattern with a lookbehind is not supported');
    this.at += opening.length;
    if (ahead === '') {
      const inner = this.choice();
      this.at += 1;
      return inner;
    }
    const inside = this.choice();
    this.at += 1;
    const end = this.add({ is: 'end' });
    inside.leadTo(end);
    const made = { states: this.states, start: inside.start };
    return this.place((signs, at) => runs(made, signs, at, false) === (ahead === '='));
  }
}

function leadFrom(state: { next: number }): Piece['leadTo'] {
  return (next) => {
    state.next = next;
  };
}

function joined(one: Piece, other: Piece): Piece {
  one.leadTo(other.start);
  return { start: one.start, leadTo: other.leadTo };
}

/** One character, class or escape at the beginning of a pattern. */
function tokenAt(rest: string): string {
  const token =
    /^(?:\\(?:[pP]\{[^}]*\}|u\{[^}]*\}|u[dD][89abAB][\da-fA-F]{2}\\u[dD][c-fC-F][\da-fA-F]{2}|u[\da-fA-F]{4}|x[\da-fA-F]{2}|c[A-Za-z]|k<[^>]*>|[1-9]\d*|[\s\S])|\[(?:\\[\s\S]|[^\]\\])*\]|[\s\S])/u.exec(
      rest,
    );
  return token?.[0] ?? '';
}

function isEdge(signs: readonly string[], at: number): boolean {
  const isWord = (sign: string | undefined) => sign !== undefined && /\w/.test(sign);
  return isWord(signs[at - 1]) !== isWord(signs[at]);
}
