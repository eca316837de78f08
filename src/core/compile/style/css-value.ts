import { tokenize, tokenTypes } from '../../text/css-tree.ts';

const t = tokenTypes;

/** Tokens that no declaration's value of ours may hold: they end it, or load something. */
const refused: ReadonlySet<number> = new Set([
  t.Semicolon,
  t.LeftCurlyBracket,
  t.RightCurlyBracket,
  t.AtKeyword,
  t.CDO,
  t.CDC,
  t.BadString,
  t.BadUrl,
  t.Url,
  t.Comment,
]);

const closing: Readonly<Record<number, number>> = {
  [t.LeftParenthesis]: t.RightParenthesis,
  [t.Function]: t.RightParenthesis,
  [t.LeftSquareBracket]: t.RightSquareBracket,
};

/**
 * True for text that can stand after the colon of any declaration and stays within it: brackets
 * in pairs, strings ended, nothing that ends a declaration or a style element.
 */
export function isCssValue(value: string): boolean {
  const open: number[] = [];
  let holds = value.trim() !== '' && !/[<!\\]/.test(value);
  tokenize(value, (type, start, end) => {
    const word = value.slice(start, end);
    const isLoose = type === t.String && !/^(["']).*\1$/s.test(word);
    if (refused.has(type) || isLoose || /^(?:url|image-set|src)\($/i.test(word)) holds = false;
    const close = closing[type];
    if (close !== undefined) open.push(close);
    else if (type === t.RightParenthesis || type === t.RightSquareBracket) {
      if (open.pop() !== type) holds = false;
    }
  });
  return holds && open.length === 0;
}
