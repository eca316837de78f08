import { type Node, type Program, parse } from 'acorn';
import { analyze, type Scope } from 'periscopic';
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
  /** Words of the script, by how often each stands in it. */
  readonly words: ReadonlyMap<string, number>;
  /** Names it speaks of and does not declare. */
  readonly freeNames: ReadonlySet<string>;
  /** True when a name is declared by the script where a node stands. */
  readonly isDeclared: (name: string, at: ScriptNode) => boolean;
}

/** Reads a script without running it. */
export function readScriptSource(script: string): ScriptSource {
  const source = toSource('script', script);
  const words = new Map<string, number>();
  for (const [word] of script.matchAll(/[A-Za-z_][\w-]*/g)) {
    words.set(word, (words.get(word) ?? 0) + 1);
  }
  const nothing = { of: () => [], freeNames: new Set<string>(), isDeclared: () => true };
  const read = tryParse(script);
  if (!read) return { ...source, ...nothing, words, program: undefined, isStrict: false };
  const { program, isStrict } = read;
  try {
    return { ...source, words, program, isStrict, ...walked(program) };
  } catch (error) {
    // Code that a program nested deeper than calls can go is no code a person wrote.
    if (!(error instanceof RangeError)) throw error;
    return { ...source, ...nothing, words, program, isStrict };
  }
}

function tryParse(script: string): { program: Program; isStrict: boolean } | undefined {
  for (const sourceType of ['script', 'module'] as const) {
    try {
      const program = parse(script, {
        ...{ ecmaVersion: 'latest', allowHashBang: true, sourceType },
        // A script may stand in a function, as wrapped scripts do.
        ...{ allowReturnOutsideFunction: true, allowAwaitOutsideFunction: true },
      });
      const [first] = program.body;
      const isDirected =
        first?.type === 'ExpressionStatement' &&
        'directive' in first &&
        first.directive === 'use strict';
      return { program, isStrict: isDirected || sourceType === 'module' };
    } catch {
      // Not of this type.
    }
  }
  return undefined;
}

function walked(program: Program): Pick<ScriptSource, 'of' | 'freeNames' | 'isDeclared'> {
  const byType = new Map<string, ScriptNode[]>();
  const waiting: ScriptNode[] = [{ node: program as unknown as Syntax, parent: undefined }];
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    const { type } = one.node;
    const list = byType.get(type);
    if (list) list.push(one);
    else byType.set(type, [one]);
    const children = childrenOf(one.node);
    for (let at = children.length - 1; at >= 0; at -= 1) {
      waiting.push({ node: children[at] as Syntax, parent: one });
    }
  }
  const { map, globals } = analyze(program as unknown as Parameters<typeof analyze>[0]);
  return {
    of: (type) => byType.get(type) ?? [],
    freeNames: new Set(globals.keys()),
    isDeclared: (name, at) => scopeAt(map, at)?.find_owner(name) != null,
  };
}

function scopeAt(map: WeakMap<object, Scope>, at: ScriptNode): Scope | undefined {
  for (let one: ScriptNode | undefined = at; one; one = one.parent) {
    const scope = map.get(one.node);
    if (scope) return scope;
  }
  return undefined;
}

function childrenOf(node: Syntax): Syntax[] {
  const children: Syntax[] = [];
  for (const key in node) {
    const value = node[key];
    if (Array.isArray(value)) {
      for (const one of value) if (isSyntax(one)) children.push(one);
    } else if (isSyntax(value)) children.push(value);
  }
  return children;
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
