import { literalText, memberName, type Syntax } from '../../../compile/script/syntax.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import type { Proposal } from '../atom.ts';

/** Where in markup a script puts what it calls so: between tags, or within one. */
type Spot = 'text' | 'tag';

/**
 * Keeps texts that the script puts into markup it writes from being read as markup themselves:
 * the field takes none of the characters that would end the place.
 */
export function heldToText(proposals: readonly Proposal[], script: ScriptSource): Proposal[] {
  const names = namesIntoMarkup(script);
  if (names.size === 0) return [...proposals];
  const hold = (one: Proposal): Proposal => {
    if (one.rows) return { ...one, rows: { ...one.rows, fields: one.rows.fields.map(hold) } };
    const spot = one.kind === 'text' ? names.get(one.said ?? one.fixedName ?? '') : undefined;
    const ends = spot === 'tag' ? /[<>"']/ : /[<>]/;
    if (!spot || one.values.some((value) => ends.test(String(value ?? '')))) return one;
    const [pattern, what] =
      spot === 'tag' ? ['^[^<>"\']*$', 'no quotes, < or >'] : ['^[^<>]*$', 'no < or >'];
    const description = `The script writes it into markup: ${what}.`;
    return { ...one, declares: { ...one.declares, pattern, description } };
  };
  return proposals.map(hold);
}

/** What templates and joined texts with tags in them have in their holes. */
function namesIntoMarkup(script: ScriptSource): Map<string, Spot> {
  const names = new Map<string, Spot>();
  const note = (node: Syntax, isInTag: boolean) => {
    for (const name of namesIn(node))
      if (isInTag || !names.has(name)) names.set(name, isInTag ? 'tag' : 'text');
  };
  for (const { node } of script.of('TemplateLiteral')) {
    const texts = (node.quasis as { value: { raw: string } }[]).map(({ value }) => value.raw);
    if (!texts.some(hasTag)) continue;
    for (const [index, hole] of (node.expressions as Syntax[]).entries()) {
      note(hole, endsInTag(texts.slice(0, index + 1).join('')));
    }
  }
  for (const { node, parent } of script.of('BinaryExpression')) {
    if (node.operator !== '+' || parent?.node.type === 'BinaryExpression') continue;
    const parts = joined(node);
    if (!parts.some((part) => hasTag(literalText(part) ?? ''))) continue;
    let before = '';
    for (const part of parts) {
      const text = literalText(part);
      if (text === undefined) note(part, endsInTag(before));
      else before += text;
    }
  }
  return names;
}

function hasTag(text: string): boolean {
  return /<[a-z/!]/i.test(text);
}

function endsInTag(text: string): boolean {
  return text.lastIndexOf('<') > text.lastIndexOf('>');
}

function joined(node: Syntax): Syntax[] {
  if (node.type !== 'BinaryExpression' || node.operator !== '+') return [node];
  return [...joined(node.left as Syntax), ...joined(node.right as Syntax)];
}

/** Names whose values an expression may come to, as it stands or through a condition. */
function namesIn(node: Syntax): string[] {
  if (node.type === 'Identifier') return [String(node.name)];
  if (node.type === 'MemberExpression') return [memberName(node) ?? ''].filter((one) => one !== '');
  if (node.type === 'ConditionalExpression') {
    return [...namesIn(node.consequent as Syntax), ...namesIn(node.alternate as Syntax)];
  }
  const isEither = node.type === 'LogicalExpression' || node.type === 'BinaryExpression';
  return isEither ? [...namesIn(node.left as Syntax), ...namesIn(node.right as Syntax)] : [];
}
