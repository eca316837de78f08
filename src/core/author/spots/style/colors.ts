import { converter, formatHex, parse as parseColor } from 'culori';
import type { Atom } from '../atom.ts';
import {
  type StyleDetector,
  type Styled,
  type StyleLook,
  valueStart,
  variableMark,
} from './detector.ts';
import { colorKey, isPlainColor, type ValuePart, valueParts } from './values.ts';

const toOklch = converter('oklch');

/** Properties that take colours; elsewhere such a word names something else. */
const takesColor =
  /^(?:-webkit-)?(?:color|background|border|outline|box-shadow|text-shadow|fill|stroke|accent-color|caret-color|text-decoration|scrollbar|column-rule|text-emphasis|filter|drop-shadow|text-fill-color|text-stroke)/;

/** Colours in declarations. */
export const colors: StyleDetector = (look) =>
  look.styled.flatMap((styled) => {
    const { property, value } = styled.declaration;
    if (!takesColor.test(property)) return [];
    const start = valueStart(look.style.text, styled.declaration);
    return valueParts(value, start, true)
      .filter(({ type }) => type === 'color')
      .map((part) => colorAtom(look, styled, part));
  });

function colorAtom(look: StyleLook, styled: Styled, part: ValuePart): Atom {
  const { property } = styled.declaration;
  const key = colorKey(part.text);
  const isShadow = isFaint(part.text) || (/shadow|filter/.test(property) && !isStrong(part.text));
  return {
    kind: 'color',
    value: part.text,
    marks: [variableMark(part)],
    slot: `${property}@${part.start}`,
    names: colorNames(styled, property),
    section: 'Look',
    weight: part.functions.includes('var')
      ? 0.3
      : isPassing(styled)
        ? 0.5
        : isShadow
          ? 0.35
          : isPlainColor(part.text) && !isProminent(look, styled)
            ? 0.5
            : 0.85,
    why: isShadow ? 'the colour of a shadow' : (colorTexts[roleOf(property)] ?? 'a colour'),
    same: `color ${key}${roleApart(styled, part.text)}`,
  };
}

/** True for a state that passes: what is seen only then follows from the rest. */
function isPassing({ subject }: Styled): boolean {
  return /^(?:hover|focus|active|visited)/.test(subject.state);
}

/**
 * The role that keeps white and black apart from the same in other roles: the ground of a card is
 * another thing than the text of a button. Any other colour is one wherever it recurs.
 */
function roleApart({ declaration: { property } }: Styled, text: string): string {
  return isPlainColor(text) ? ` ${roleOf(property)}` : '';
}

/** True for what only darkens or lightens what is behind it. */
function isFaint(text: string): boolean {
  const color = parseColor(text);
  const alpha = color?.alpha ?? 1;
  return alpha < 0.3 || (alpha < 1 && isPlainColor(formatHex(color) ?? text));
}

/** True for a colour that is seen as one, not as a shade: a ring drawn as a shadow. */
function isStrong(text: string): boolean {
  const color = toOklch(parseColor(text));
  return (color?.alpha ?? 1) === 1 && (color?.c ?? 0) > 0.04;
}

/** True for what is seen first: the root, the rows, and the parts of a table. */
function isProminent({ rows }: StyleLook, { subject }: Styled): boolean {
  if (subject.isState) return false;
  return (
    subject.isRoot ||
    subject.classes.some((name) => rows.has(name)) ||
    /^(?:thead|tbody|tfoot|tr|th|td)$/.test(subject.type ?? '')
  );
}

function roleOf(property: string): string {
  if (/^background/.test(property)) return 'background';
  if (/^(?:border|outline|column-rule)/.test(property)) return 'border';
  if (/shadow|filter/.test(property)) return 'shadow';
  if (/^fill/.test(property)) return 'fill';
  return /^stroke/.test(property) ? 'line' : 'color';
}

function colorNames({ subject }: Styled, property: string): string[] {
  const role = roleOf(property);
  if (subject.isRoot) {
    const own = role === 'color' ? 'text color' : role === 'border' ? 'border color' : role;
    return [`${subject.state} ${own}`.trim()];
  }
  const what = role === 'color' ? 'color' : role === 'background' ? 'background' : `${role} color`;
  return [...subject.names.map((name) => `${name} ${what}`), what];
}

const colorTexts: Readonly<Record<string, string>> = {
  background: 'the background colour',
  border: 'the border colour',
  shadow: 'the shadow colour',
  fill: 'the fill colour',
  line: 'the line colour',
  color: 'the text colour',
};
