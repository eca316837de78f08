import { nearestName } from '../../../problem/nearest-name.ts';
import { cssGrammar } from '../../sources/css-grammar.ts';
import type { StyleDeclaration, StyleSource } from '../../sources/style-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';
import { keywordsOf, propertyNames, tables, unitNames } from './vocabulary.ts';

/** Values the grammar cannot judge: filled when the page runs, or written for one browser. */
const beyond = /\b(?:var|env|attr|if|expression|alpha)\(|progid|[\\{}]|(?:^|[\s,(])-[a-z]+-|\{~/i;

/** Values of whole lengths, colours and words of every property alone, which are old in all browsers. */
const plainWord =
  String.raw`(?:[+-]?\d*\.?\d+(?:px|%|r?em|vh|vw|m?s|deg|fr)|0|auto|none|inherit|` +
  String.raw`#(?:[\da-f]{3,4}|[\da-f]{6}|[\da-f]{8}))`;
const plain = new RegExp(String.raw`^${plainWord}(?:\s+${plainWord}){0,3}$`, 'i');

/** What a word of a value should have been. */
type Fault =
  | {
      readonly code: 'style/unknown-unit';
      readonly word: string;
      readonly near?: string | undefined;
    }
  | { readonly code: 'style/no-unit'; readonly word: string; readonly near: string }
  | { readonly code: 'style/unknown-value'; readonly word: string; readonly near?: string }
  | { readonly code: 'style/wrong-value' };

/**
 * Properties, values and units that no browser knows, where it is plain what was meant: the
 * grammar is younger in some browsers than in others, so what merely is not in it proves nothing.
 */
export const grammar: Check = ({ style }) => {
  // A sheet says the same thing many times; each is looked up once.
  const seen = new Map<string, Fault | undefined>();
  return style.declarations.flatMap((one): Flaw[] => {
    const { property, value } = one;
    if (!one.rule || /^(?:--|[-*_#])/.test(property) || value === '') return [];
    if (!Object.hasOwn(tables.properties, property)) return unknownProperty(style, one);
    const key = `${property}:${value}`;
    if (!seen.has(key))
      seen.set(
        key,
        beyond.test(value) ? undefined : (faultOf(property, value) ?? wrongType(property, value)),
      );
    const fault = seen.get(key);
    if (!fault) return [];
    if (fault.code === 'style/wrong-value') {
      return [flaw(style, one.valueOffset, fault.code, { property, value })];
    }
    return [toFlaw(style, one, fault)];
  });
};

function unknownProperty(style: StyleSource, { property, offset }: StyleDeclaration): Flaw[] {
  const near = nearestName(property, propertyNames());
  return near === undefined
    ? []
    : [flaw(style, offset, 'style/unknown-property', { property, near })];
}

/** A value of the wrong sort, such as a length for a colour: no browser will ever take it. */
function wrongType(property: string, value: string): Fault | undefined {
  const isPlain = plain.test(value) && /[\d#]/.test(value);
  const isWrong = isPlain && matchError(property, value) !== undefined;
  return isWrong ? { code: 'style/wrong-value' } : undefined;
}

function toFlaw(
  style: StyleSource,
  declaration: StyleDeclaration,
  fault: Exclude<Fault, { code: 'style/wrong-value' }>,
): Flaw {
  const { property, valueOffset } = declaration;
  const { code, word, near } = fault;
  const offset = Math.max(valueOffset, style.text.indexOf(word, valueOffset));
  if (code === 'style/no-unit') return flaw(style, offset, code, { property, word, near });
  return flaw(style, offset, code, { property, word, near });
}

function faultOf(property: string, value: string): Fault | undefined {
  const error = matchError(property, value);
  if (error === undefined) return undefined;
  const { mismatchOffset: from = 0, css = value } = error;
  const word = /^[^\s,()/]+/.exec(css.slice(from))?.[0] ?? '';
  const fits = (next: string) => {
    const tried = css.slice(0, from) + next + css.slice(from + word.length);
    return matchError(property, tried) === undefined;
  };
  const [, number, unit] = /^([+-]?\d*\.?\d+)([a-z]*)$/i.exec(word) ?? [];
  if (number !== undefined && unit !== undefined) {
    return faultOfNumber(css.slice(from), { number, unit, word }, fits);
  }
  if (/^#[0-9a-z]+$/i.test(word)) {
    // CSS Color 4, 5.2: three, four, six or eight digits.
    const isColor = /^#(?:[\da-f]{3,4}|[\da-f]{6}|[\da-f]{8})$/i.test(word);
    return isColor ? undefined : { code: 'style/unknown-value', word };
  }
  if (!/^[a-z][\w-]*$/i.test(word)) return undefined;
  const near = nearestName(word, keywordsOf(property));
  return near && fits(near) ? { code: 'style/unknown-value', word, near } : undefined;
}

function faultOfNumber(
  rest: string,
  { number, unit, word }: { number: string; unit: string; word: string },
  fits: (next: string) => boolean,
): Fault | undefined {
  if (unit === '') {
    const apart = /^\S+\s+(%|[a-z]+)\b/i.exec(rest)?.[1];
    if (apart && unitNames().includes(apart.toLowerCase())) {
      const written = rest.slice(0, rest.indexOf(apart) + apart.length);
      return { code: 'style/no-unit', word: written, near: `${number}${apart}` };
    }
    const near = ['px', 's', 'deg'].map((one) => `${number}${one}`).find(fits);
    return near ? { code: 'style/no-unit', word, near } : undefined;
  }
  if (unitNames().includes(unit.toLowerCase())) return undefined;
  const candidates = unitNames().filter((one) => fits(`${number}${one}`));
  const near = candidates.length > 0 ? nearUnit(unit, candidates) : undefined;
  return candidates.length > 0 ? { code: 'style/unknown-unit', word, near } : undefined;
}

/** Units are too short for the measure of names: one letter that differs is near enough. */
function nearUnit(unit: string, units: readonly string[]): string | undefined {
  const usual = ['px', 'rem', 'em', 'vh', 'vw', 'ms', 's', 'deg', 'fr', ...units];
  const shared = (one: string) => [...one].filter((letter) => unit.includes(letter)).length;
  const close = usual.filter((one) => units.includes(one) && shared(one) >= one.length - 1);
  return close.find((one) => one.length === unit.length && shared(one) > 0) ?? close[0];
}

interface MatchError {
  readonly mismatchOffset?: number;
  readonly css?: string;
}

function matchError(property: string, value: string): MatchError | undefined {
  try {
    return (cssGrammar.matchProperty(property, value).error as MatchError | null) ?? undefined;
  } catch {
    // What the lexer cannot take is not judged.
    return undefined;
  }
}
