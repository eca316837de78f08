import {
  dottedName,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import type { Field } from '../../../model/field.ts';
import { type Check, type Flaw, flaw } from '../check.ts';
import type { MarkupSource } from '../subject/markup-source.ts';
import type { ScriptSource } from '../subject/script-source.ts';

/** Kinds whose value holds markup on purpose. */
const markupKinds = new Set(['markup', 'richtext']);

/** Text of a field that script puts in as markup, where what an editor typed would be run. */
export const unsafeMarkup: Check = ({ script, markup, root }) => {
  const fields = new Map(root.members.map((field) => [field.name, field]));
  const aliases = aliasesOf(script);
  return sinksOf(script).flatMap(({ value, at }): Flaw[] => {
    const path = unsafeIn(value, { fields, aliases, markup });
    return path === undefined ? [] : [flaw(script, at.start, 'script/text-as-markup', { path })];
  });
};

interface Sink {
  readonly value: Syntax;
  readonly at: Syntax;
}

/** Everywhere a script hands text over to the HTML parser. */
function sinksOf(script: ScriptSource): Sink[] {
  const assigned = script.of('AssignmentExpression').flatMap(({ node }): Sink[] => {
    const name = memberName(node.left as Syntax);
    return /^(?:inner|outer)HTML$/.test(name ?? '')
      ? [{ value: node.right as Syntax, at: node }]
      : [];
  });
  const called = script.of('CallExpression').flatMap(({ node }): Sink[] => {
    const name = memberName(node.callee as Syntax) ?? '';
    const args = node.arguments as readonly Syntax[];
    const value = name === 'insertAdjacentHTML' ? args[1] : name === 'html' ? args[0] : undefined;
    return value ? [{ value, at: node }] : [];
  });
  return [...assigned, ...called];
}

interface Known {
  readonly fields: ReadonlyMap<string, Field>;
  /** Names that stand for `mould.values`, or for one of them. */
  readonly aliases: ReadonlyMap<string, string>;
  readonly markup: MarkupSource;
}

/** The path of a text field somewhere in a value. */
function unsafeIn(value: Syntax, known: Known): string | undefined {
  const waiting: Syntax[] = [value];
  for (let node = waiting.pop(); node; node = waiting.pop()) {
    const path = pathOf(node, known);
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

function pathOf(node: Syntax, { fields, aliases, markup }: Known): string | undefined {
  const name = dottedName(node);
  const data = /\.dataset\.(\w+)$/.exec(name ?? '')?.[1];
  if (data)
    return boundTo(markup, `data-${data.replace(/[A-Z]/g, (one) => `-${one.toLowerCase()}`)}`);
  const [first = '', ...rest] = (name ?? '').split('.');
  const full = aliases.has(first) ? [aliases.get(first), ...rest].join('.') : (name ?? '');
  const path = /^mould\.values\.(.+)$/.exec(full)?.[1];
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

/** `const v = mould.values`, `const { heading } = mould.values`. */
function aliasesOf(script: ScriptSource): Map<string, string> {
  const aliases = new Map<string, string>();
  for (const { node } of script.of('VariableDeclarator') as readonly ScriptNode[]) {
    const from = dottedName(node.init as Syntax | null);
    if (!from || !/^mould(?:\.|$)/.test(from)) continue;
    const id = node.id as Syntax;
    if (id.type === 'Identifier') aliases.set(id.name as string, from);
    if (id.type !== 'ObjectPattern') continue;
    for (const property of id.properties as readonly Syntax[]) {
      const key = property.key as Syntax | undefined;
      const value = property.value as Syntax | undefined;
      if (key?.type === 'Identifier' && value?.type === 'Identifier') {
        aliases.set(value.name as string, `${from}.${key.name}`);
      }
    }
  }
  return aliases;
}
