import type { Node, Program } from 'acorn';
import { analyze, type Scope } from 'periscopic';
import type { ParsedScript } from '../../../compile/script/parse-script.ts';
import { type Source, toSource } from './source.ts';

/** A node of a script with the node it stands in. */
export interface ScriptNode {
  readonly node: Syntax;
  readonly parent: ScriptNode | undefined;
}

/** A node with whatever members its type has (ESTree). */
export type Syntax = Node & { readonly [member: string]: unknown };

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
  const words = once(() => countWords(script));
  const source = { ...toSource('script', script), count: (word: string) => words().get(word) ?? 0 };
  const unread = { of: () => [], isFree: () => false, isDeclared: () => true };
  if ('fault' in parsed) return { ...source, ...unread, program: undefined, isStrict: false };
  const { program, isModule } = parsed;
  const [first] = program.body;
  const isDirected =
    first?.type === 'ExpressionStatement' &&
    'directive' in first &&
    first.directive === 'use strict';
  const nodes = once(() => nodesByType(program));
  const names = once(() => namesOf(program));
  return {
    ...{ ...source, program, isStrict: isModule || isDirected },
    of: (type) => nodes().get(type) ?? [],
    isFree: (name) => names()?.globals.has(name) ?? false,
    isDeclared: (name, at) => scopeAt(names()?.map, at)?.find_owner(name) != null,
  };
}

function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

function countWords(script: string): Map<string, number> {
  const words = new Map<string, number>();
  for (const [word] of script.matchAll(/[A-Za-z_][\w-]*/g)) {
    words.set(word, (words.get(word) ?? 0) + 1);
  }
  return words;
}

function nodesByType(program: Program): Map<string, ScriptNode[]> {
  const byType = new Map<string, ScriptNode[]>();
  const waiting: ScriptNode[] = [{ node: program as unknown as Syntax, parent: undefined }];
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    const { type } = one.node;
    const list = byType.get(type);
    if (list) list.push(one);
    else byType.set(type, [one]);
    const before = waiting.length;
    pushChildren(one, waiting);
    // The last in is the first out, so they wait in reverse.
    for (let low = before, high = waiting.length - 1; low < high; low += 1, high -= 1) {
      const swapped = waiting[low] as ScriptNode;
      waiting[low] = waiting[high] as ScriptNode;
      waiting[high] = swapped;
    }
  }
  return byType;
}

function pushChildren(parent: ScriptNode, waiting: ScriptNode[]): void {
  for (const key in parent.node) {
    const value = parent.node[key];
    if (Array.isArray(value)) {
      for (const one of value) if (isSyntax(one)) waiting.push({ node: one, parent });
    } else if (isSyntax(value)) waiting.push({ node: value, parent });
  }
}

/** The names a script declares and uses; undefined where it nests deeper than calls can go. */
function namesOf(program: Program): ReturnType<typeof analyze> | undefined {
  try {
    return analyze(program as unknown as Parameters<typeof analyze>[0]);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return undefined;
  }
}

function scopeAt(map: WeakMap<object, Scope> | undefined, at: ScriptNode): Scope | undefined {
  for (let one: ScriptNode | undefined = at; one; one = one.parent) {
    const scope = map?.get(one.node);
    if (scope) return scope;
  }
  return undefined;
}

function isSyntax(value: unknown): value is Syntax {
  return typeof value === 'object' && value !== null && 'type' in value && 'start' in value;
}

/** The text a node stands for: a string, or a template without holes. */
export function literalText(node: Syntax | undefined | null): string | undefined {
  if (node?.type === 'Literal' && typeof node.value === 'string') return node.value;
  if (node?.type !== 'TemplateLiteral') return undefined;
  const quasis = node.quasis as readonly { value: { cooked: string } }[];
  return quasis.length === 1 ? quasis[0]?.value.cooked : undefined;
}

/** The name of a member as far as it is written: `b` for `a.b` and `a['b']`. */
export function memberName(node: Syntax | undefined | null): string | undefined {
  if (node?.type !== 'MemberExpression') return undefined;
  const property = node.property as Syntax;
  return node.computed === true ? literalText(property) : (property.name as string | undefined);
}

/** A chain of names as written: `document.body.style`; undefined for anything else. */
export function dottedName(node: Syntax | undefined | null): string | undefined {
  if (node?.type === 'Identifier') return node.name as string;
  if (node?.type === 'ThisExpression') return 'this';
  const name = memberName(node);
  const object = name === undefined ? undefined : dottedName(node?.object as Syntax);
  return object === undefined ? undefined : `${object}.${name}`;
}
