import type { Edit } from '../../../text/edits.ts';
import { attributeStart, isBound } from '../../sources/markup-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { calledOdd, oddCharacters, plainFor } from '../flaw/odd-characters.ts';

/** Curly quotes and odd blanks inside tags, where they become part of names and values. */
export const oddInTags: Check = ({ markup }) => {
  if (markup.text.search(oddCharacters) < 0) return [];
  return markup.elements.flatMap(({ startTag: { start, end } }): Flaw[] => {
    const tag = markup.text.slice(start, end);
    if (tag.search(oddCharacters) < 0) return [];
    const bare = tag.replace(/=\s*(?:"[^"]*"|'[^']*')/g, (whole) => ' '.repeat(whole.length));
    const edits = [...bare.matchAll(oddCharacters)].map(({ index, 0: char }): Edit => {
      const at = start + index;
      return { start: at, end: at + char.length, text: plainFor(char) };
    });
    const [first] = edits;
    if (!first) return [];
    const called = calledOdd(markup.text.slice(first.start, first.end));
    return [
      flaw(markup, first.start, 'markup/odd-character', { called, count: edits.length }, edits),
    ];
  });
};

/** Words that snippets are published with, for whoever takes them to write over. */
const placeholders: readonly RegExp[] = [
  /\b(?:YOUR|MY|INSERT|ENTER|PUT|ADD)[_-][A-Z0-9]+(?:[_-][A-Z0-9]+)*\b/,
  /\b(?:REPLACE|CHANGE)[_-]?(?:ME|THIS)\b|\bCHANGEME\b/,
  /\b(?:your|insert|put|add|enter)[ -](?:[\w-]+[ -]){0,3}here\b/i,
  /\b(?:your|my)-(?:api-key|token|domain|username|app-id|site|account)\b/i,
  /\bpath\/to\/|\byour-?(?:site|domain|website|company)\.(?:com|org)\b/i,
  /\bxxxx+-?x*\b|\bG-X{5,}|\bUA-X+/i,
  /\{\{[^{}]{1,60}\}\}|<%[=-]?[^%]{1,60}%>/,
  /\bTODO\b|\bFIXME\b/,
];

/** Filler text; reported as a note, since it does no harm. */
const filler = /\blorem ipsum\b/i;

/** What the author of a snippet left for others to fill in. */
export const placeholdersLeft: Check = ({ markup, script }) => {
  // Each is looked for in all of the text first: most templates have none.
  const here = placeholders.filter((one) => one.test(markup.text));
  const inAttributes = here.length === 0 ? [] : markup.having(...markup.attributes);
  const attributes = inAttributes.flatMap(({ element, name, value }) => {
    if (name === 'placeholder' || isBound(value)) return [];
    const at = attributeStart(element, name);
    return placeholderIn(value, here).map((word) =>
      flaw(markup, at, 'markup/placeholder', { word }),
    );
  });
  const bare = here.length > 0 || filler.test(markup.text) ? withoutTags(markup.text) : '';
  const texts = here.flatMap((pattern) =>
    [...bare.matchAll(new RegExp(pattern, `${pattern.flags}g`))].map(({ index, 0: word }) =>
      flaw(markup, index, 'markup/placeholder', { word }),
    ),
  );
  const there = placeholders.filter((one) => one.test(script.text));
  const literals =
    there.length === 0 ? [] : [...script.of('Literal'), ...script.of('TemplateElement')];
  const inScript = literals.flatMap(({ node }) =>
    placeholderIn(script.text.slice(node.start, node.end), there).map((word) =>
      flaw(script, node.start, 'script/placeholder', { word }),
    ),
  );
  const fillerAt = bare.search(filler);
  const fillers = fillerAt < 0 ? [] : [flaw(markup, fillerAt, 'markup/filler-text', {})];
  return [...attributes, ...texts, ...inScript, ...fillers];
};

function placeholderIn(text: string, patterns: readonly RegExp[]): string[] {
  for (const pattern of patterns) {
    const word = pattern.exec(text)?.[0];
    if (word) return [word];
  }
  return [];
}

/** Markup with everything but its text made blank, offsets kept. */
function withoutTags(text: string): string {
  return text.replace(/<!--[\s\S]*?-->|<(?!%)[^>]*>/g, (whole) => ' '.repeat(whole.length));
}
