import type { Node, Program } from 'acorn';
import { analyze, type Scope } from 'periscopic';

/** A node of a script with the node it stands in. */
export interface ScriptNode {
  readonly node: Syntax;
  readonly parent: ScriptNode | undefined;
}

/** A node with whatever members its type has (ESTree). */
export type Syntax = Node & { readonly [member: string]: unknown };

/** The names a script declares and uses, by scope. */
export type ScriptNames = ReturnType<typeof analyze>;

/** Every node of a script by its type, in source order. */
export function nodesByType(program: Program): Map<string, ScriptNode[]> {
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
export function namesOf(program: Program): ScriptNames | undefined {
  try {
    return analyze(program as unknown as Parameters<typeof analyze>[0]);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return undefined;
  }
}

/** The scope that declares a name where a node stands; undefined where the script does not. */
export function ownerOf(
  names: ScriptNames | undefined,
  name: string,
  at: ScriptNode,
): Scope | undefined {
  let scope: Scope | undefined;
  for (let one: ScriptNode | undefined = at; one && !scope; one = one.parent) {
    scope = names?.map.get(one.node as never);
  }
  return (scope ?? names?.scope)?.find_owner(name) ?? undefined;
}

/** True when a name is declared by the script where a node stands. */
export function isDeclaredAt(
  names: ScriptNames | undefined,
  name: string,
  at: ScriptNode,
): boolean {
  return ownerOf(names, name, at) !== undefined;
}

/**
 * What `this` is where a function that is none of an object's is called in place, as in
 * `(function () { … })()`, and the code is not strict: the window (ECMAScript, 10.2.1.2). Outside
 * functions it is that as well, whoever runs the code.
 */
export function thisIsWindow({ parent }: ScriptNode): 'outside' | 'called' | undefined {
  for (let one = parent; one; one = one.parent) {
    const { type } = one.node;
    if (type === 'PropertyDefinition' || type === 'StaticBlock' || type === 'FunctionDeclaration')
      return undefined;
    if (type !== 'FunctionExpression') continue;
    const call = one.parent?.node;
    const isCalled = call?.type === 'CallExpression' && call.callee === one.node;
    return isCalled && !isStrictAt(one) ? 'called' : undefined;
  }
  return 'outside';
}

/** True where a function, or one around it, begins with the directive. */
function isStrictAt(at: ScriptNode): boolean {
  for (let one: ScriptNode | undefined = at; one; one = one.parent) {
    if (/^Class/.test(one.node.type) || one.node.sourceType === 'module') return true;
    const body = one.node.body as Syntax | readonly Syntax[] | undefined;
    const [first] = (
      Array.isArray(body) ? body : ((body as Syntax)?.body ?? [])
    ) as readonly Syntax[];
    if (first?.directive === 'use strict') return true;
  }
  return false;
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
