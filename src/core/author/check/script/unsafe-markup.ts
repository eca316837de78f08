import { runsTextAt, textGuard, textsBelow } from '../../../compile/guard/text-guard.ts';
import {
  dottedName,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import { fieldRead, scriptUses } from '../../../compile/uses/script-uses.ts';
import type { Field } from '../../../model/field.ts';
import type { MarkupSource } from '../../sources/markup-source.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import { type Check, type Flaw, flaw } from '../flaw/check.ts';

/** Kinds whose value holds markup on purpose. */
const markupKinds = new Set(['markup', 'richtext']);

/** Text of a field that script puts in as markup, though it holds none. */
export const unsafeMarkup: Check = ({ script, markup, root }) => {
  const fields = new Map(root.members.map((field) => [field.name, field]));
  if (!script.program) return [];
  const { pathOf } = scriptUses(script.program, script.text);
  return sinksOf(script).flatMap(({ value, at }): Flaw[] => {
    const path = unsafeIn(value, at, { fields, pathAt: pathOf, markup });
    return path === undefined
      ? []
      : [flaw(script, at.node.start, 'script/text-as-markup', { path })];
  });
};

/** Text of a field in a script that runs text as code, or decodes it before it becomes markup. */
export const textAsCode: Check = ({ script, root, code }) => {
  const { program } = script;
  const at = program ? runsTextAt(code) : undefined;
  if (!program || at === undefined) return [];
  const { uses, loose } = scriptUses(program, script.text);
  const read = new Set(uses.map(fieldRead));
  const plain = new Set(textGuard(root, code)?.plain);
  const [path] = textsBelow(root).filter(
    (one) => !plain.has(one) && (loose.length > 0 || read.has(one.split('.')[0] ?? '')),
  );
  return path === undefined ? [] : [flaw(script, at, 'script/text-as-code', { path })];
};

interface Sink {
  readonly value: Syntax;
  readonly at: ScriptNode;
}

/** Everywhere a script hands text over to the HTML parser. */
function sinksOf(script: ScriptSource): Sink[] {
  const assigned = script.of('AssignmentExpression').flatMap((at): Sink[] => {
    const { node } = at;
    const name = memberName(node.left as Syntax);
    return /^(?:inner|outer)HTML$/.test(name ?? '') ? [{ value: node.right as Syntax, at }] : [];
  });
  const called = script.of('CallExpression').flatMap((at): Sink[] => {
    const { node } = at;
    const name = memberName(node.callee as Syntax) ?? '';
    const args = node.arguments as readonly Syntax[];
    const value = name === 'insertAdjacentHTML' ? args[1] : name === 'html' ? args[0] : undefined;
    return value ? [{ value, at }] : [];
  });
  return [...assigned, ...called];
}

interface Known {
  readonly fields: ReadonlyMap<string, Field>;
  /** The path of the value that a node stands for, in the scope of another node. */
  readonly pathAt: (node: Syntax, at: ScriptNode) => string | undefined;
  readonly markup: MarkupSource;
}

/** The path of a text field somewhere in a value. */
function unsafeIn(value: Syntax, at: ScriptNode, known: Known): string | undefined {
  const waiting: Syntax[] = [value];
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    const path = pathOf(node, at, known);
    if (path !== undefined) return path;
    if (node.type === 'BinaryExpression') waiting.push(node.right as Syntax, node.left as Syntax);
    if (node.type === 'TemplateLiteral') waiting.push(...(node.expressions as Syntax[]));
    if (node.type === 'LogicalExpression') waiting.push(node.right as Syntax, node.left as Syntax);
    if (node.type === 'ConditionalExpression') {
      waiting.push(node.alternate as Syntax, node.consequent as Syntax);
    }
  }
  return undefined;
}

function pathOf(
  node: Syntax,
  at: ScriptNode,
  { fields, pathAt, markup }: Known,
): string | undefined {
  const data = /\.dataset\.(\w+)$/.exec(dottedName(node) ?? '')?.[1];
  if (data)
    return boundTo(markup, `data-${data.replace(/[A-Z]/g, (one) => `-${one.toLowerCase()}`)}`);
  const path = pathAt(node, at);
  const field = fields.get(path?.split('.')[0] ?? '');
  if (path === undefined || !field || markupKinds.has(field.kindName)) return undefined;
  return /^(?:text|choice|link|group|list)$/.test(field.kindName) ? path : undefined;
}

/** The path an attribute of some name is bound to. */
function boundTo(markup: MarkupSource, attribute: string): string | undefined {
  for (const { node } of markup.elements) {
    const value = node.attrs.find(({ name }) => name === attribute)?.value;
    const path = /\{~([^~]+)~\}/.exec(value ?? '')?.[1];
    if (path) return path.trim();
  }
  return undefined;
}
