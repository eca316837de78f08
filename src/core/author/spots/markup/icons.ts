import { cleanSvg } from '#clean-svg';
import type { Range } from '../../../text/edits.ts';
import { type Atom, type Mark, replaced } from '../atom.ts';
import { childrenOf, isBoundText, type TreeAttribute, type TreeElement, within } from '../tree.ts';
import { attributeMark, hole, type MarkupDetector } from './detector.ts';

/** Icons: classes of an icon font, and drawings that say nothing in words. */
export const icons: MarkupDetector = (element, { tree, isWritten, isOwnClass }) => {
  if (element.children.length === 0 && isFontIcon(element)) {
    return [fontIcon(element, tree.source, isOwnClass)];
  }
  const isDrawing = element.name === 'svg' && childrenOf(element).length > 0;
  if (!isDrawing || [...within(element)].some((one) => isOwnPart(one) || isWritten(one))) return [];
  return drawing(element, tree.source);
};

/** Words in class names by which icon fonts say which icon is meant. */
const iconClass =
  /^(?:icons?|ico|glyph|symbol|fa[srlbd]?|fa-[a-z]+|(?:bi|ti|i|ri|la[srb]?|mdi|ph|uil|bxs?|lni|ion)(?:-[\w-]+)?)$|(?:^|[-_])(?:icon|ico|glyph)(?:[-_]|$)/;

function isFontIcon({ name, classes, attributes }: TreeElement): boolean {
  if ((name !== 'i' && name !== 'span') || isBoundText(attributes.get('class')?.text ?? '')) {
    return false;
  }
  // `wi wi-rain`: the name of a font, and the icon's own that begins with it.
  const isPair = (one: string) =>
    classes.some((other) => one.length < 5 && other.startsWith(`${one}-`));
  return classes.some((one) => iconClass.test(one) || (name === 'i' && isPair(one)));
}

/** Icons that belong to how a piece works. */
const works = /toggle|close|burger|caret|chevron|control/;

function fontIcon(
  element: TreeElement,
  source: string,
  isOwnClass: (name: string) => boolean,
): Atom {
  const attribute = element.attributes.get('class');
  const range = attribute && iconClasses(attribute, source, isOwnClass);
  const classes = range ? source.slice(range.start, range.end) : (attribute?.text ?? '');
  return {
    kind: 'icon',
    value: { class: classes },
    element,
    slot: 'icon',
    names: ['icon'],
    marks: marksOf(attribute, range),
    section: 'Content',
    weight: works.test(classes) ? 0.5 : 0.75,
    why: 'an icon of an icon font',
    same: `icon ${classes}`,
  };
}

function marksOf(attribute: TreeAttribute | undefined, range: Range | undefined): Mark[] {
  if (range) return [replaced('template', 'attribute', range, hole('class'))];
  return attribute ? [attributeMark(attribute, hole('class'))] : [];
}

/**
 * The stretch of a class attribute that says which icon is meant: without the classes that the
 * piece itself speaks of, which stay whatever icon is chosen. Undefined where that is all of it.
 */
function iconClasses(
  { value, isQuoted }: TreeAttribute,
  source: string,
  isOwnClass: (name: string) => boolean,
): Range | undefined {
  const text = source.slice(value.start, value.end);
  if (!isQuoted || text.includes('&')) return undefined;
  const words = [...text.matchAll(/\S+/g)].map((word) => ({ ...word, name: word[0] }));
  const icon = words.filter(({ name }) => !isOwnClass(name));
  const [first, last] = [icon[0], icon.at(-1)];
  if (!first || !last || icon.length === words.length) return undefined;
  const between = words.slice(words.indexOf(first), words.indexOf(last) + 1);
  if (between.length !== icon.length || !icon.some(({ name }) => iconClass.test(name)))
    return undefined;
  const end = value.start + last.index + last.name.length;
  return { start: value.start + first.index, end };
}

/** True for a part that style or script may speak of by itself, or that says something. */
function isOwnPart({ name, attributes, parent }: TreeElement): boolean {
  const isInside = parent?.isHtml === false;
  const isNamed = isInside && (attributes.has('class') || attributes.has('id'));
  return isNamed || /^(?:text|use|image|foreignObject|style|script|animate\w*|set)$/.test(name);
}

/** A drawing of at most so many units is one to stand beside text. */
const iconSize = 64;

/** Proposed where the kind writes the drawing as it was, but for what screen readers are told. */
function drawing(element: TreeElement, source: string): Atom[] {
  const written = source.slice(element.start, element.end);
  const label = element.attributes.get('aria-label')?.text;
  const others = [...element.attributes.keys()].filter((name) => !kept.test(name));
  if (isBoundText(written) || others.length > 0 || !isWrittenAgain(written)) return [];
  const box = (element.attributes.get('viewBox')?.text ?? '').split(/[\s,]+/).map(Number);
  const isSmall = Math.max(box[2] ?? 0, box[3] ?? 0) <= iconSize;
  const bare = written.replace(/\s(?:aria-(?:hidden|label)|role)=(?:"[^"]*"|'[^']*')/g, '');
  return [
    {
      kind: 'icon',
      value: { svg: bare, ...(label ? { label } : {}) },
      element,
      slot: 'icon',
      names: isSmall ? ['icon'] : ['drawing', 'picture'],
      section: 'Content',
      marks: [replaced('template', 'tag', element, hole())],
      weight: 0.75,
      why: isSmall ? 'a small drawing' : 'a drawing',
      same: `icon ${written}`,
    },
  ];
}

/** Attributes of a drawing that its kind keeps, or writes by itself. */
const kept =
  /^(?:aria-hidden|aria-label|role|class|viewBox|width|height|fill|stroke.*|xmlns.*|focusable|preserveAspectRatio)$/;

function isWrittenAgain(svg: string): boolean {
  return shapesOf(cleanSvg(svg)) === shapesOf(svg);
}

/** All that draws: what is left without blanks, quotes and what only screen readers are told. */
function shapesOf(svg: string): string {
  return svg
    .replace(
      /\s(?:aria-hidden|aria-label|focusable|xmlns(?::xlink)?|role)=(?:"[^"]*"|'[^']*')/g,
      '',
    )
    .replace(/\s*\/>|><\/\w+>/g, '>')
    .replace(/[\s"']+/g, '');
}
