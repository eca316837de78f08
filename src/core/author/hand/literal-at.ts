import type { ScriptNode, Syntax } from '../../compile/script/syntax.ts';
import type { Range } from '../../text/edits.ts';
import type { ScriptSource } from '../sources/script-source.ts';
import type { Stand } from './stand.ts';

type Literal = Extract<Stand, { as: 'literal' }>;

/** The literal of a script that a stretch is in; part of a string where that is what is marked. */
export function literalAt(script: ScriptSource, range: Range): Literal | undefined {
  const all = [
    ...script.of('UnaryExpression').filter(isNegative),
    ...script.of('Literal').filter(({ node }) => !('regex' in node && node.regex)),
    ...script.of('TemplateElement'),
  ].filter(({ node, parent }) => !isKey(node, parent));
  const around = all.filter(({ node }) => node.start <= range.start && range.end <= node.end);
  const [found] = around;
  if (!found) return undefined;
  const { node } = found;
  if (node.type === 'TemplateElement') return inTemplateLiteral(script.text, found, range);
  const whole = { start: node.start, end: node.end };
  const value = heldBy(node);
  if (value === undefined) return undefined;
  const quote = typeof value === 'string' ? script.text.charAt(node.start) : '';
  const isPart =
    quote !== '' &&
    range.end > range.start &&
    range.start > node.start &&
    range.end < node.end &&
    range.end - range.start < node.end - node.start - 2;
  const said = isPart ? script.text.slice(range.start, range.end) : value;
  return { as: 'literal', in: 'script', range: isPart ? range : whole, whole, value: said, quote };
}

function inTemplateLiteral(text: string, { node, parent }: ScriptNode, range: Range): Literal {
  const own = { start: node.start, end: node.end };
  const stretch = range.end > range.start ? range : own;
  const whole = parent ? { start: parent.node.start, end: parent.node.end } : own;
  const value = text.slice(stretch.start, stretch.end);
  return { as: 'literal', in: 'script', range: stretch, whole, value, quote: '`' };
}

/** Names of members and of modules, and directives, are no values. */
function isKey(node: Syntax, parent: ScriptNode | undefined): boolean {
  const around = parent?.node;
  if (!around) return false;
  if (around.type === 'Property' || around.type === 'PropertyDefinition')
    return around.key === node && around.computed !== true;
  if (around.type === 'ExpressionStatement') return 'directive' in around;
  return /^(?:Import|Export)/.test(around.type);
}

function isNegative({ node }: ScriptNode): boolean {
  const { operator, argument } = node as Syntax & { argument?: Syntax };
  return operator === '-' && typeof argument?.value === 'number';
}

function heldBy(node: Syntax): string | number | boolean | undefined {
  if (node.type === 'UnaryExpression') return -Number((node.argument as Syntax).value);
  const { value } = node;
  const isPlain = typeof value === 'string' || typeof value === 'number';
  return isPlain || typeof value === 'boolean' ? value : undefined;
}
