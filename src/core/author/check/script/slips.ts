import { tokenizer } from 'acorn';
import type { Edit } from '../../../text/edits.ts';
import { type Check, flaw } from '../flaw/check.ts';
import { calledOdd, oddCharacters, plainFor } from '../flaw/odd-characters.ts';

/** Strings, comments and templates: in them any character may stand. */
const aside =
  /\/\*[\s\S]*?\*\/|\/\/[^\n\r]*|"(?:\\.|[^"\\\n])*"|'(?:\\.|[^'\\\n])*'|`(?:\\.|[^`\\])*`/g;

/** Curly quotes and marks of no width, which no script may hold outside strings. */
export const oddInScript: Check = ({ script }) => {
  if (script.program) return [];
  const bare = script.text.replace(aside, (whole) => ' '.repeat(whole.length));
  const edits = [...bare.matchAll(oddCharacters)].flatMap(({ index, 0: char }): Edit[] => {
    // A non-breaking space is white space in script (ECMAScript, 12.2).
    if (char === '\u00a0') return [];
    return [{ start: index, end: index + char.length, text: plainFor(char) }];
  });
  const [first] = edits;
  if (!first) return [];
  const data = {
    called: calledOdd(script.text.slice(first.start, first.end)),
    count: edits.length,
  };
  return [flaw(script, first.start, 'script/odd-character', data, edits)];
};

const closing: Readonly<Record<string, string>> = { '{': '}', '(': ')', '[': ']', '${': '}' };

/** Brackets of a script that cannot be read: one that never closes, or closes nothing. */
export const unbalancedScript: Check = ({ script }) => {
  if (script.program || script.text.trim() === '') return [];
  const open: { bracket: string; start: number }[] = [];
  try {
    for (const token of tokenizer(script.text, { ecmaVersion: 'latest', allowHashBang: true })) {
      const { label } = token.type;
      if (closing[label] !== undefined) open.push({ bracket: label, start: token.start });
      else if (/^[})\]]$/.test(label)) {
        const last = open.pop();
        if (!last) return [flaw(script, token.start, 'script/stray-bracket', { bracket: label })];
        if (closing[last.bracket] !== label) {
          const data = { bracket: last.bracket, found: label, line: lineOf(token.start) };
          return [flaw(script, last.start, 'script/unclosed', data)];
        }
      }
    }
  } catch {
    // Something else is wrong before the end; the parser's own words tell what.
    return [];
  }
  const last = open.at(-1);
  if (!last) return [];
  return [flaw(script, last.start, 'script/unclosed', { bracket: last.bracket })];

  function lineOf(offset: number): number {
    return script.lines.placeAt(offset).line;
  }
};
