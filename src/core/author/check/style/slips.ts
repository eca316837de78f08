import { tokenize, tokenTypes } from '../../../text/css-tree.ts';
import type { Edit } from '../../../text/edits.ts';
import type { StyleSource } from '../../sources/style-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { calledOdd, oddCharacters, plainFor } from '../flaw/odd-characters.ts';
import { tables } from './vocabulary.ts';

const t = tokenTypes;

/** Quotes, blanks and marks that a word processor or a chat put in place of the plain ones. */
export const oddInStyle: Check = ({ style }) => {
  const edits: Edit[] = [];
  if (style.text.search(oddCharacters) < 0) return [];
  tokenize(style.text, (type, start, end) => {
    if (type === t.String || type === t.Comment || type === t.Url) return;
    for (const { index, 0: char } of style.text.slice(start, end).matchAll(oddCharacters)) {
      const at = start + index;
      edits.push({ start: at, end: at + char.length, text: plainFor(char) });
    }
  });
  const [first] = edits;
  if (!first) return [];
  const found = style.text.slice(first.start, first.end);
  const data = { called: calledOdd(found), count: edits.length };
  return [flaw(style, first.start, 'style/odd-character', data, edits)];
};

/** A declaration that runs on into the next, because the semicolon between them is lost. */
export const lostSemicolons: Check = ({ style }) =>
  style.declarations.flatMap(({ value, valueOffset, rule, property }): Flaw[] => {
    if (!rule || property.startsWith('--') || !/[\n\r]/.test(value)) return [];
    const next = /[\n\r]\s*(-{0,2}[a-z][\w-]*)\s*:/i.exec(value);
    if (!next?.[1] || !isProperty(next[1])) return [];
    const at = valueOffset + value.slice(0, next.index).trimEnd().length;
    const edit = { start: at, end: at, text: ';' };
    return [flaw(style, at, 'style/lost-semicolon', { property, next: next[1] }, [edit])];
  });

function isProperty(name: string): boolean {
  return name.startsWith('--') || Object.hasOwn(tables.properties, name.toLowerCase());
}

/** `// …`, which is a comment in script and in dialects of CSS, but not in CSS. */
export const lineComments: Check = ({ style }) => {
  const comments: Edit[] = [];
  const { text } = style;
  if (!text.includes('//')) return [];
  let slashAt = -1;
  let doneTo = 0;
  tokenize(text, (type, start, end) => {
    const isSlash = type === t.Delim && text[start] === '/';
    if (isSlash && slashAt === start - 1 && slashAt >= doneTo && beginsLine(text, slashAt)) {
      const line = /^[^\n\r]*/.exec(text.slice(end))?.[0] ?? '';
      const inner = line.replace(/\*\//g, '* /').trimEnd();
      comments.push({ start: slashAt, end: end + line.length, text: `/*${inner} */` });
      doneTo = end + line.length;
    }
    slashAt = isSlash ? start : -1;
  });
  return comments.map((edit) => flaw(style, edit.start, 'style/line-comment', {}, [edit]));
};

/** True where nothing but a declaration or a brace stands before a place on its line. */
function beginsLine(text: string, offset: number): boolean {
  const before = text.slice(Math.max(0, text.lastIndexOf('\n', offset - 1) + 1), offset);
  return /(?:^|[;{}])\s*$/.test(before);
}

const pairs: Readonly<Record<number, number>> = {
  [t.LeftCurlyBracket]: t.RightCurlyBracket,
  [t.LeftParenthesis]: t.RightParenthesis,
  [t.Function]: t.RightParenthesis,
  [t.LeftSquareBracket]: t.RightSquareBracket,
};

/** Braces that open and never close, or close what was not opened. */
export const unbalancedStyle: Check = ({ style }) => {
  // What the parser could read to the end, with as many ends as beginnings, has no such flaw.
  const [begun, ended] = [/\{/g, /\}/g].map((one) => style.text.match(one)?.length ?? 0);
  if (begun === ended && style.isRead) return [];
  const flaws: Flaw[] = [];
  const open: { type: number; start: number; depth: number }[] = [];
  let depth = 0;
  tokenize(style.text, (type, start) => {
    if (pairs[type] !== undefined) {
      open.push({ type: pairs[type], start, depth });
      if (type === t.LeftCurlyBracket) depth += 1;
      return;
    }
    if (type !== t.RightCurlyBracket) {
      if (open.at(-1)?.type === type) open.pop();
      return;
    }
    // A brace ends whatever brackets are open in it (CSS Syntax 3, 5.4.8).
    const at = open.findLastIndex((one) => one.type === type);
    if (at < 0) flaws.push(flaw(style, start, 'style/stray-brace', {}));
    else {
      depth = open[at]?.depth ?? 0;
      open.length = at;
    }
  });
  const unclosed = open.find(({ type }) => type === t.RightCurlyBracket);
  if (unclosed) flaws.push(neverClosed(style, unclosed.start));
  return flaws.slice(0, 5);
};

/** The rule that was left open: the outermost whose inner rules stand no further in than it. */
function neverClosed(style: StyleSource, brace: number): Flaw {
  const { text, lines } = style;
  const lineStart = text.lastIndexOf('\n', brace - 1) + 1;
  const indent = /^[\t ]*/.exec(text.slice(lineStart))?.[0].length ?? 0;
  let line: number | undefined;
  for (const { index, 0: blank } of text.slice(brace + 1).matchAll(/\n[\t ]*(?=[^\s}/])/g)) {
    if (blank.length - 1 > indent) continue;
    line = lines.placeAt(brace + 1 + index + 1).line;
    break;
  }
  const start = lineStart + indent;
  return flaw(style, start, 'style/unclosed', { line });
}
