import type { Edit } from '../../../text/edits.ts';
import { type Check, type Flaw, flaw } from '../check.ts';
import { calledOdd, oddCharacters, plainFor } from '../odd-characters.ts';
import { isBound, textOf } from '../subject/markup-source.ts';

/** Curly quotes and odd blanks inside tags, where they become part of names and values. */
export const oddInTags: Check = ({ markup }) =>
  markup.elements.flatMap(({ startTag: { start, end } }): Flaw[] => {
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

/** Filler that says nothing; told of as a note, since it does no harm. */
const filler = /\blorem ipsum\b/i;

/** What the author of a snippet left for others to fill in. */
export const placeholdersLeft: Check = ({ markup, script }) => {
  const texts: { text: string; at: number }[] = [];
  for (const { node, start } of markup.elements) {
    for (const { name, value } of node.attrs) {
      const at = node.sourceCodeLocation?.attrs?.[name]?.startOffset ?? start;
      if (name !== 'placeholder' && !isBound(value)) texts.push({ text: value, at });
    }
  }
  const bare = withoutTags(markup.text);
  const found = texts.flatMap(({ text, at }) => placeholderIn(text).map((word) => ({ word, at })));
  for (const pattern of placeholders) {
    for (const match of bare.matchAll(new RegExp(pattern, `${pattern.flags}g`))) {
      found.push({ word: match[0], at: match.index });
    }
  }
  const inMarkup = found.map(({ word, at }) => flaw(markup, at, 'markup/placeholder', { word }));
  const literals = [...script.of('Literal'), ...script.of('TemplateElement')];
  const inScript = literals.flatMap(({ node }) => {
    const raw = script.text.slice(node.start, node.end);
    return placeholderIn(raw).map((word) =>
      flaw(script, node.start, 'script/placeholder', { word }),
    );
  });
  const at = bare.search(filler);
  const isFiller =
    at >= 0 &&
    filler.test(
      markup.elements
        .map(({ node }) => textOf(node))
        .join(' ')
        .slice(0, 1e5),
    );
  return [
    ...inMarkup,
    ...inScript,
    ...(isFiller ? [flaw(markup, at, 'markup/filler-text', {})] : []),
  ];
};

function placeholderIn(text: string): string[] {
  for (const pattern of placeholders) {
    const word = pattern.exec(text)?.[0];
    if (word) return [word];
  }
  return [];
}

/** Markup with everything but its text made blank, offsets kept. */
function withoutTags(text: string): string {
  return text.replace(/<!--[\s\S]*?-->|<(?!%)[^>]*>/g, (whole) => ' '.repeat(whole.length));
}
