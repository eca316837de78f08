import type { SourcePart } from '../../model/source-parts.ts';
import type { Range } from '../../text/edits.ts';
import type { ScriptSource } from '../sources/script-source.ts';
import { declarationAt, type StyleDeclaration, type StyleSource } from '../sources/style-source.ts';
import type { Tree, TreeAttribute, TreeElement } from '../spots/tree.ts';
import { literalAt } from './literal-at.ts';
import { valueTokenAt } from './value-token.ts';

/** What stands at a place of the sources, in the terms of its language. */
export type Stand =
  | {
      readonly as: 'text';
      readonly in: 'template';
      readonly range: Range;
      readonly element: TreeElement;
    }
  | {
      readonly as: 'attribute';
      readonly in: 'template';
      readonly range: Range;
      readonly element: TreeElement;
      readonly attribute: TreeAttribute;
    }
  | {
      readonly as: 'class';
      readonly in: 'template';
      readonly range: Range;
      readonly element: TreeElement;
      readonly attribute: TreeAttribute;
    }
  | {
      readonly as: 'element';
      readonly in: 'template';
      readonly range: Range;
      readonly element: TreeElement;
    }
  | {
      readonly as: 'value';
      readonly in: 'template' | 'style';
      readonly range: Range;
      /** The property that the value is of. */
      readonly property: string;
      /** The whole value of the declaration. */
      readonly whole: Range;
      readonly element?: TreeElement;
      readonly declaration?: StyleDeclaration;
    }
  | {
      readonly as: 'literal';
      readonly in: 'script';
      /** With the quotes, where it is all of a string. */
      readonly range: Range;
      /** The whole literal, with its quotes. */
      readonly whole: Range;
      readonly value: string | number | boolean;
      /** The quote of a string, a backtick for a template literal; '' for what is no string. */
      readonly quote: string;
    };

/** The sources of a mould, read once. */
export interface Reading {
  readonly tree: Tree;
  readonly style: StyleSource;
  readonly script: ScriptSource;
}

/**
 * Says what stands in a stretch of a source. An empty stretch means the whole of what it stands in:
 * a text, a value, a literal; in the name of a tag, the element.
 *
 * @returns undefined where nothing stands that could be bound
 */
export function standAt(reading: Reading, part: SourcePart, range: Range): Stand | undefined {
  if (part === 'template') return inTemplate(reading.tree, range);
  return part === 'style' ? inStyle(reading.style, range) : literalAt(reading.script, range);
}

/** The elements beside each other that a stretch of a template covers, and nothing else with them. */
export function elementsIn({ tree }: Reading, { start, end }: Range): readonly TreeElement[] {
  const inside = tree.elements.filter((one) => start <= one.start && one.end <= end);
  const tops = inside.filter(({ parent }) => !parent || !inside.includes(parent));
  let rest = tree.source.slice(start, end);
  for (const one of tops) rest = rest.replace(tree.source.slice(one.start, one.end), '');
  const areBeside = tops.every(({ parent }) => parent === tops[0]?.parent);
  return tops.length > 1 && areBeside && rest.trim() === '' ? tops : [];
}

function inTemplate({ source, elements, root }: Tree, range: Range): Stand | undefined {
  const trimmed = trim(source, range);
  const whole = elements.find(({ start, end }) => start === trimmed.start && end === trimmed.end);
  if (whole && trimmed.end > trimmed.start)
    return { as: 'element', in: 'template', range: trimmed, element: whole };
  const inside = elements.filter(({ start, end }) => start <= range.start && range.end <= end);
  const element = inside.at(-1) ?? root;
  const { startTag, endTag, name } = element;
  const isInTag = startTag.start <= range.start && range.end <= startTag.end && element !== root;
  if (isInTag) {
    const nameEnd = startTag.start + 1 + name.length;
    if (range.start <= nameEnd && range.end <= nameEnd)
      return { as: 'element', in: 'template', range: element, element };
    return inTag(source, element, range);
  }
  if (endTag && range.start >= endTag.start && range.end <= endTag.end && element !== root)
    return { as: 'element', in: 'template', range: element, element };
  const texts = element.children.flatMap((one) => (one.node === 'text' ? [one] : []));
  const text = texts.find(({ start, end }) => start <= range.start && range.end <= end);
  if (!text) return undefined;
  const stretch = range.start === range.end ? text.core : trimmed;
  return { as: 'text', in: 'template', range: stretch, element };
}

function inTag(source: string, element: TreeElement, range: Range): Stand | undefined {
  const attribute = [...element.attributes.values()].find(
    ({ start, end }) => start <= range.start && range.end <= end,
  );
  if (!attribute) return undefined;
  const { value, name } = attribute;
  const about = { in: 'template', element, attribute } as const;
  const isInValue = value.start <= range.start && range.end <= value.end && value.end > value.start;
  if (!isInValue || !attribute.isQuoted) {
    // One without a value is its name.
    const stretch =
      value.end > value.start ? value : { start: attribute.start, end: attribute.end };
    return { as: 'attribute', ...about, range: stretch };
  }
  if (name === 'class') {
    const word = wordAt(source, value, range);
    return word && { as: 'class', ...about, range: word };
  }
  if (name === 'style') {
    const found = inlineValueAt(source, value, range);
    return found && { as: 'value', ...about, ...found };
  }
  const isEmpty = range.start === range.end;
  return { as: 'attribute', ...about, range: isEmpty ? value : trim(source, range) };
}

/** A click into a list of typefaces means the list (CSS Fonts 4, 2.1): one of them alone is none. */
function partAt(source: string, property: string, whole: Range, range: Range): Range | undefined {
  const isList = property.toLowerCase() === 'font-family' && range.start === range.end;
  return isList ? whole : valueTokenAt(source, whole, range);
}

/** The declaration of inline style that a stretch is in, and the value of it that is meant. */
function inlineValueAt(source: string, value: Range, range: Range) {
  const text = source.slice(value.start, value.end);
  for (const match of text.matchAll(/([\w-]+)\s*:\s*([^;]*)/g)) {
    const [all, property = '', held = ''] = match;
    const end = value.start + match.index + all.length;
    const whole = trim(source, { start: end - held.length, end });
    if (range.start < value.start + match.index || range.end > end) continue;
    const token = partAt(source, property, whole, range);
    if (token) return { range: token, whole, property };
  }
  return undefined;
}

function inStyle(style: StyleSource, range: Range): Stand | undefined {
  const declaration = declarationAt(style, range) ?? named(style, range);
  if (!declaration) return undefined;
  const { valueOffset, value, property } = declaration;
  const blank = /^\s*/.exec(style.text.slice(valueOffset))?.[0].length ?? 0;
  const whole = { start: valueOffset + blank, end: valueOffset + blank + value.length };
  const isOnName = range.start < whole.start;
  const token = isOnName ? whole : partAt(style.text, property, whole, range);
  return token && { as: 'value', in: 'style', range: token, whole, property, declaration };
}

/** The declaration in whose name a place is. */
function named({ declarations }: StyleSource, { start }: Range): StyleDeclaration | undefined {
  return declarations.find(({ offset, valueOffset }) => offset <= start && start < valueOffset);
}

function wordAt(source: string, value: Range, range: Range): Range | undefined {
  const text = source.slice(value.start, value.end);
  for (const match of text.matchAll(/[^\s{}~]+/g)) {
    const start = value.start + match.index;
    const end = start + match[0].length;
    if (start <= range.start && range.end <= end) return { start, end };
  }
  return undefined;
}

/** A stretch without the blanks at its ends. */
function trim(source: string, { start, end }: Range): Range {
  const text = source.slice(start, end);
  const before = text.length - text.trimStart().length;
  if (before === text.length) return { start, end };
  return { start: start + before, end: end - (text.length - text.trimEnd().length) };
}
