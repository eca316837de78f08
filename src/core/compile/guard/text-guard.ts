import type { Program } from 'acorn';
import { type Field, fieldsBelow } from '../../model/field.ts';
import { nodesByType } from '../script/syntax.ts';
import { holesInMarkup, type MarkupHole } from './markup-holes.ts';
import { textEnds } from './text-ends.ts';
import { makesAddresses, makesMarkup, readsText, runsText } from './ways-to-markup.ts';

/** How text of an editor is kept from becoming markup in the hands of a script. */
export interface TextGuard {
  /** Paths of text that only comes to places that take text, and stays there. */
  readonly plain: readonly string[];
  /** Paths of text that only comes into markup, where character references stand for its signs. */
  readonly inMarkup: readonly string[];
  /** What would end the place in a tag where the script puts text: quotes, or a blank. */
  readonly ends: string;
  /** True where the script takes text from elements and may make markup of it. */
  readonly isInPage: boolean;
}

/** A script as far as it decides how text is guarded. */
export interface GuardedCode {
  readonly script: string;
  /** Undefined where it is no JavaScript. */
  readonly program: Program | undefined;
  /** Code in attributes such as onclick. */
  readonly handlers: readonly string[];
  /** Names of the libraries that run with it. */
  readonly libraries: readonly string[];
}

/**
 * Works out how text is guarded; undefined where nothing in the code can make markup or an address
 * of a text.
 * What is not known counts as able to: the guard changes only what could begin a tag, a character
 * reference or the end of an attribute, and what stands there looks as it did.
 */
export function textGuard(root: Field, code: GuardedCode): TextGuard | undefined {
  const all = textsBelow(root);
  if (!makesMarkup(code)) {
    const nothing = { inMarkup: [], ends: '', isInPage: false };
    return makesAddresses(code) ? { ...nothing, plain: all } : undefined;
  }
  const nodes = code.program ? nodesByType(code.program) : new Map();
  const holes = holesInMarkup(nodes);
  const ends = code.program
    ? textEnds({ program: code.program, nodes, holes, texts: all })
    : { plain: [], inMarkup: [] };
  const isInPage = readsText(code);
  return {
    // What is taken out of the page again may still become markup.
    plain: isInPage ? [] : ends.plain,
    inMarkup: ends.inMarkup,
    ends: [...new Set(holes.map(({ end }) => end))].join(''),
    isInPage,
  };
}

/** Where a script may run a text as code, whatever is in it; undefined where it does not. */
export function runsTextAt(code: GuardedCode): number | undefined {
  const holes = code.program ? holesInMarkup(nodesByType(code.program)) : [];
  return runsText(code.script) ?? holes.find(isCode)?.at;
}

function isCode({ in: where }: MarkupHole): boolean {
  return where === 'code';
}

/** Paths of all text that a person types, in members and rows too. */
export function textsBelow(root: Field): string[] {
  return fieldsBelow(root)
    .filter(({ kind }) => kind.isTextual || kind.isTarget)
    .map(({ path }) => path);
}
