import { parseScript } from '../../compile/script/parse-script.ts';
import { parseStyle } from '../../compile/style/parse-style.ts';
import { parseTemplate } from '../../compile/template/parse-template.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { extentOnLines, type Range, withoutRanges } from '../../text/edits.ts';
import { escapeRegExp } from '../../text/escape-reg-exp.ts';
import { type MarkupElement, readMarkupSource } from '../sources/markup-source.ts';
import { readScriptSource } from '../sources/script-source.ts';
import { isSelector, matcherOf } from '../sources/select.ts';
import { readStyleSource, type StyleSource } from '../sources/style-source.ts';
import { unneededStatements } from './part-script.ts';
import { partStyle } from './part-style.ts';
import type { Dropped } from './split-markup.ts';

/** The sources of a paste, before they are a mould. */
export interface PasteSources {
  readonly template: string;
  readonly style: string;
  readonly script: string;
}

/** What of a paste is wanted. */
export interface PartOptions {
  /** A CSS selector of the elements to take; all of them without one. */
  readonly only?: string;
  /** What becomes of rules that nothing in the piece can come to match. */
  readonly unused?: 'keep' | 'drop';
}

/**
 * Takes elements of a paste with what they need: the rules that match them in any state, what they
 * inherit, keyframes and fonts that those name, the statements of the script that speak of them.
 *
 * @throws Refusal where a selector cannot be read, or matches nothing
 */
export function takePart(
  sources: PasteSources,
  { only, unused = 'keep' }: PartOptions,
): PasteSources & { readonly dropped: readonly Dropped[] } {
  const markup = readMarkupSource(sources.template, parseTemplate(sources.template));
  const style = readStyleSource(sources.style, parseStyle(sources.style));
  const script = readScriptSource(sources.script, parseScript(sources.script));
  const chosen = only === undefined ? undefined : chosenBy(markup.elements, only);
  if (!chosen && unused === 'keep') return { ...sources, dropped: [] };
  const tops = chosen ?? markup.elements.filter(({ parent }) => !parent);
  const isIn = (one: MarkupElement) =>
    tops.some((top) => top.start <= one.start && endOf(one) <= endOf(top));
  const taken = markup.elements.filter(isIn);
  const around = markup.elements.filter((one) =>
    tops.some((top) => one !== top && one.start <= top.start && endOf(top) <= endOf(one)),
  );
  const names = namesOf(taken);
  const all = namesOf(markup.elements);
  const { cuts, wrappers } = partStyle(style, {
    taken,
    around,
    isWritten: (name) => all.has(name),
    isInScript: (name) => script.count(name) > 0,
  });
  const left = withoutRanges(
    style.text,
    wholeOf(style.text),
    cuts.map((one) => extentOnLines(style.text, one)),
  );
  const named = namedNoMore(left);
  const isOther = (name: string) => all.has(name) && !names.has(name);
  const statements = chosen ? unneededStatements(script, (name) => names.has(name), isOther) : [];
  return {
    template: chosen
      ? templateOf(
          sources.template,
          tops,
          around.filter((one) => wrappers.has(one)),
        )
      : sources.template,
    style: withoutRanges(
      left,
      wholeOf(left),
      named.map((one) => extentOnLines(left, one)),
    ).replace(/\n{3,}/g, '\n\n'),
    script: withoutRanges(
      script.text,
      wholeOf(script.text),
      statements.map((one) => extentOnLines(script.text, one)),
    ),
    dropped: [
      ...leftOut(markup.elements, tops, chosen !== undefined, markup.lines.placeAt),
      ...cuts.map(({ what, start }) =>
        droppedAt(what, 'nothing that is taken matches it', style.lines.placeAt(start)),
      ),
      ...named.map(({ what }) => ({
        what,
        why: 'nothing that is taken uses it',
        file: 'style.css',
        line: 1,
      })),
      ...statements.map(({ start, end }) =>
        droppedAt(
          short(script.text.slice(start, end)),
          'it is about what is left out',
          script.lines.placeAt(start),
        ),
      ),
    ],
  };
}

/** Where an element ends, its end tag included. */
function endOf({ endTag, end }: MarkupElement): number {
  return endTag?.end ?? end;
}

/** The outermost elements that a selector matches. */
function chosenBy(elements: readonly MarkupElement[], only: string): readonly MarkupElement[] {
  if (!isSelector(only)) throw new Refusal(finding('snippet/bad-selector', { selector: only }));
  const isMatch = matcherOf(only);
  const found = elements.filter(({ node }) => isMatch(node));
  if (found.length === 0) throw new Refusal(finding('snippet/no-part', { selector: only }));
  return found.filter(
    (one) =>
      !found.some(
        (other) => other !== one && other.start <= one.start && endOf(one) <= endOf(other),
      ),
  );
}

/** Classes, ids and tags of elements. */
function namesOf(elements: readonly MarkupElement[]): ReadonlySet<string> {
  return new Set(
    elements.flatMap(({ name, node }) => [
      name,
      ...node.attrs.flatMap((one) =>
        /^(?:class|id)$/.test(one.name) ? one.value.split(/\s+/) : [],
      ),
    ]),
  );
}

/** The elements one below the other, each in the bare tags of those around it that have to stay. */
function templateOf(
  template: string,
  tops: readonly MarkupElement[],
  wrappers: readonly MarkupElement[],
): string {
  const open = new Set<MarkupElement>();
  const parts: string[] = [];
  const close = (until: number) => {
    for (const one of [...open].reverse()) {
      if (endOf(one) > until) continue;
      parts.push(`</${one.name}>`);
      open.delete(one);
    }
  };
  for (const top of tops) {
    close(top.start);
    for (const one of wrappers) {
      if (open.has(one) || one.start > top.start || endOf(one) < endOf(top)) continue;
      parts.push(template.slice(one.startTag.start, one.startTag.end));
      open.add(one);
    }
    parts.push(template.slice(top.start, endOf(top)));
  }
  close(Infinity);
  return `${parts.join('\n')}\n`;
}

/** Keyframes, fonts and rules around nothing, which the rest of a sheet no longer names. */
function namedNoMore(style: string): (Range & { readonly what: string })[] {
  const source: StyleSource = readStyleSource(style, parseStyle(style));
  const blocks = [
    ...style.matchAll(/@(?:-webkit-)?keyframes\s+("?)([\w-]+)\1\s*\{(?:[^{}]|\{[^{}]*\})*\}/g),
  ];
  const isUsed = (name: string) =>
    source.declarations.some(
      ({ property, value }) =>
        /^(?:-webkit-)?animation(?:-name)?$|^--/.test(property) &&
        new RegExp(`(?<![\\w-])${escapeRegExp(name)}(?![\\w-])`).test(value),
    );
  const frames = blocks.flatMap(({ index, 0: text, 2: name = '' }) =>
    isUsed(name) ? [] : [{ start: index, end: index + text.length, what: `@keyframes ${name}` }],
  );
  const empty = [...style.matchAll(/@(?:media|supports|container|layer)[^{};]*\{\s*\}/g)];
  return [
    ...frames,
    ...empty.map(({ index, 0: text }) => ({
      start: index,
      end: index + text.length,
      what: text.replace(/\s*\{\s*\}$/, ''),
    })),
  ];
}

function leftOut(
  elements: readonly MarkupElement[],
  tops: readonly MarkupElement[],
  isPart: boolean,
  placeAt: (offset: number) => { readonly file: string; readonly line: number },
): Dropped[] {
  if (!isPart) return [];
  const isTaken = (one: MarkupElement) =>
    tops.some((top) => top.start <= one.start && endOf(one) <= endOf(top));
  const isAround = (one: MarkupElement) =>
    tops.some((top) => one.start <= top.start && endOf(top) <= endOf(one));
  const gone = elements.filter((one) => !isTaken(one) && !isAround(one));
  return gone
    .filter(({ parent }) => !parent || isAround(parent))
    .map((one) => droppedAt(`<${one.name}>`, 'it was not asked for', placeAt(one.start)));
}

function droppedAt(
  what: string,
  why: string,
  { file, line }: { readonly file: string; readonly line: number },
): Dropped {
  return { what: short(what), why, file, line };
}

function short(text: string): string {
  const plain = text.replace(/\s+/g, ' ').trim();
  return plain.length > 60 ? `${plain.slice(0, 59)}…` : plain;
}

function wholeOf(text: string): Range {
  return { start: 0, end: text.length };
}
