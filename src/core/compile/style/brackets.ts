import { tokenTypes as t, tokenize } from '../../text/css-tree.ts';

const closers: Readonly<Record<number, string>> = {
  [t.Function]: ')',
  [t.LeftParenthesis]: ')',
  [t.LeftSquareBracket]: ']',
  [t.LeftCurlyBracket]: '}',
};
/** What is open at the end of a text. */
interface Open {
  /** What closes its brackets, outermost first (CSS Syntax 3, 5.4.8). */
  readonly closers: readonly string[];
  /** What ends its last token. */
  readonly ending: string;
}

function openAtEnd(css: string): Open {
  const open: string[] = [];
  let ending = '';
  tokenize(css, (type, start, end) => {
    const closer = closers[type];
    if (closer !== undefined) open.push(closer);
    // A closer of another kind ends nothing.
    else if (open.at(-1) === css.slice(start, end)) open.pop();
    if (end === css.length) ending = endingOf(type, css.slice(start, end));
  });
  return { closers: open, ending };
}

/** What ends a token that goes on to the end of a sheet. */
function endingOf(type: number, token: string): string {
  if (type === t.Comment) return /^\/\*.*\*\/$/s.test(token) && token.length > 3 ? '' : ' */';
  if (type === t.Url) return token.endsWith(')') ? '' : ')';
  if (type !== t.String) return '';
  const quote = token[0] as string;
  return token.length > 1 &&
    /(?:^|[^\\])(?:\\\\)*$/.test(token.slice(0, -1)) &&
    token.endsWith(quote)
    ? ''
    : quote;
}

/** Style with an end for all that is open, as it is at the end of a sheet. */
export function closed(css: string): string {
  const { closers: open, ending } = openAtEnd(css);
  return css + ending + [...open].reverse().join('');
}
