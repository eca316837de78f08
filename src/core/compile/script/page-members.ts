import type { PageUse } from './free-names.ts';
import { dottedName, memberName, type ScriptNode, type Syntax, thisIsWindow } from './syntax.ts';

/** What code asks of its page by name. */
export interface PageMembers {
  readonly document: ReadonlySet<string>;
  readonly window: ReadonlySet<string>;
}

const ofWindow = /^(?:window|self|globalThis)$/;

/**
 * The members of its document and window that code asks for; undefined where it may be any, since
 * it hands one of the two on, or runs text.
 */
export function pageMembersOf(use: PageUse): PageMembers | undefined {
  const { program, nodes, isFree, free } = use;
  if (!program || ['eval', 'Function', 'frames', 'top', 'parent'].some((one) => free.has(one))) {
    return undefined;
  }
  if (
    nodes.has('WithStatement') ||
    (nodes.get('ThisExpression') ?? []).some((at) => thisIsWindow(at) !== undefined)
  ) {
    return undefined;
  }
  const members = { document: new Set<string>(), window: new Set<string>() };
  for (const at of nodes.get('Identifier') ?? []) {
    const name = String(at.node.name);
    if (name !== 'document' && !ofWindow.test(name)) continue;
    if (!isFree(at)) continue;
    if (isGivenToJquery(at)) continue;
    const member = memberAt(at);
    if (member === undefined) return undefined;
    const { name: asked, parent } = member;
    if (name === 'document') members.document.add(asked);
    else if (asked === 'document') {
      const inner = memberAt(parent);
      if (inner === undefined) return undefined;
      members.document.add(inner.name);
    } else if (ofWindow.test(asked)) return undefined;
    else members.window.add(asked);
  }
  return members;
}

/** `$(document)`: what is made of it is the cast's own. */
function isGivenToJquery({ node, parent }: ScriptNode): boolean {
  const around = parent?.node;
  if (around?.type !== 'CallExpression') return false;
  const [first] = around.arguments as readonly Syntax[];
  return first === node && /^(?:\$|jQuery)$/.test(dottedName(around.callee as Syntax) ?? '');
}

/** The member of a name that is asked for, where it is written. */
function memberAt(at: ScriptNode): { name: string; parent: ScriptNode } | undefined {
  const { parent } = at;
  if (parent?.node.type !== 'MemberExpression' || parent.node.object !== at.node) return undefined;
  const name = memberName(parent.node);
  return name === undefined ? undefined : { name, parent };
}

/** Selectors that code looks up in its page; undefined for one that is not written as it is. */
export function lookedUp({ nodes }: PageUse): (Syntax | undefined)[] {
  return (nodes.get('CallExpression') ?? []).flatMap(({ node }) => {
    const callee = node.callee as Syntax;
    if (!/^querySelector(?:All)?$/.test(memberName(callee) ?? '')) return [];
    if (!/^(?:window\.)?document$/.test(dottedName(callee.object as Syntax) ?? '')) return [];
    return [(node.arguments as readonly Syntax[])[0]];
  });
}
