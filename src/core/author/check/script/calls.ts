import {
  dottedName,
  literalText,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import type { ScriptSource } from '../../sources/script-source.ts';

/** A call in a script. */
export interface Call {
  readonly at: ScriptNode;
  /** What is called, as far as it is a chain of names: `document.body.append`. */
  readonly name: string | undefined;
  readonly args: readonly Syntax[];
}

/** Every call of a script. */
export function callsOf(script: ScriptSource): Call[] {
  return script.of('CallExpression').map((at) => ({
    at,
    name: dottedName(at.node.callee as Syntax),
    args: at.node.arguments as readonly Syntax[],
  }));
}

/** `$(SELECTOR).METHOD(…)`, where the selector is a string or one of the page's own names. */
export function jqueryCall({ at }: Call): { selector: string; method: string } | undefined {
  const callee = at.node.callee as Syntax;
  const object = callee.type === 'MemberExpression' ? (callee.object as Syntax) : undefined;
  if (object?.type !== 'CallExpression') return undefined;
  const called = dottedName(object.callee as Syntax);
  if (called !== '$' && called !== 'jQuery') return undefined;
  const [first] = object.arguments as readonly Syntax[];
  const selector = literalText(first) ?? dottedName(first);
  const method = memberName(callee);
  return selector !== undefined && method !== undefined ? { selector, method } : undefined;
}

/** Members that are read or written, as chains of names, and where. */
export function membersOf(script: ScriptSource): { name: string; start: number }[] {
  return script.of('MemberExpression').flatMap(({ node }) => {
    const name = dottedName(node);
    return name === undefined ? [] : [{ name, start: node.start }];
  });
}

/** The first of each that share a key. */
export function onceEach<T>(items: readonly T[], key: (item: T) => string): T[] {
  const seen = new Set<string>();
  return items.filter((item) => !seen.has(key(item)) && seen.add(key(item)));
}
