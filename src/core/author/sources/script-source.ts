import type { Program } from 'acorn';
import type { ParsedScript } from '../../compile/script/parse-script.ts';
import {
  isDeclaredAt,
  namesOf,
  nodesByType,
  type ScriptNode,
} from '../../compile/script/syntax.ts';
import { memoize } from '../../text/memoize.ts';
import { type Source, toSource } from './source.ts';

/** A script read for its checks. */
export interface ScriptSource extends Source {
  /** Undefined where it is no JavaScript. */
  readonly program: Program | undefined;
  readonly isStrict: boolean;
  /** Nodes by their type, in source order. */
  readonly of: (type: string) => readonly ScriptNode[];
  /** How often a word stands in it. */
  readonly count: (word: string) => number;
  /** True for a name it speaks of and does not declare. */
  readonly isFree: (name: string) => boolean;
  /** True when a name is declared by the script where a node stands. */
  readonly isDeclared: (name: string, at: ScriptNode) => boolean;
}

/** Reads a parsed script without running it; what nobody asks for is not worked out. */
export function readScriptSource(script: string, parsed: ParsedScript): ScriptSource {
  const words = memoize(() => countWords(script));
  const source = { ...toSource('script', script), count: (word: string) => words().get(word) ?? 0 };
  const unread = { of: () => [], isFree: () => false, isDeclared: () => true };
  if ('fault' in parsed) return { ...source, ...unread, program: undefined, isStrict: false };
  const { program, isModule } = parsed;
  const [first] = program.body;
  const isDirected =
    first?.type === 'ExpressionStatement' &&
    'directive' in first &&
    first.directive === 'use strict';
  const nodes = memoize(() => nodesByType(program));
  const names = memoize(() => namesOf(program));
  return {
    ...source,
    program,
    isStrict: isModule || isDirected,
    of: (type) => nodes().get(type) ?? [],
    isFree: (name) => names()?.globals.has(name) ?? false,
    isDeclared: (name, at) => isDeclaredAt(names(), name, at),
  };
}

function countWords(script: string): Map<string, number> {
  const words = new Map<string, number>();
  for (const [word] of script.matchAll(/[A-Za-z_][\w-]*/g)) {
    words.set(word, (words.get(word) ?? 0) + 1);
  }
  return words;
}
