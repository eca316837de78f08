import { memberName, type ScriptNode, type Syntax } from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import { choiceAtom } from './choices.ts';
import type { ScriptDetector, ScriptLook } from './detector.ts';
import { filledLater } from './filled-later.ts';
import { literalAtom } from './literal.ts';
import { rowsOf } from './rows.ts';

/** Constants with a name of their own, and lists of them, where the script sets out. */
export const constants: ScriptDetector = (look) =>
  look.script.of('VariableDeclarator').flatMap((one): Proposal[] => {
    const { id, init } = one.node as unknown as { id: Syntax; init: Syntax | null };
    if (id.type !== 'Identifier' || !init || depthOf(one) > 1) return [];
    const name = String(id.name);
    if (look.changing.has(name)) return [];
    const value = dateArgument(init) ?? init;
    const words = wordsOf(name).join(' ');
    const rows = rowsOf(value, { name, isChanged: isMutated(look, name) });
    if (rows) return [rows];
    const filled = filledLater(look, name, init);
    if (filled) return [filled];
    const isTimed = look.timed.has(name);
    const why = `the constant ${name}`;
    if (isSelector(look, name)) return [];
    const choice = choiceAtom(value, name, look, { names: [words], weight: 0.8, why });
    const found =
      choice ?? literalAtom(value, name, { names: [words], weight: 0.85, why, isTimed });
    return found ? [proposalOf(found)] : [];
  });

/** In how many functions a declaration stands; the first around it all does not count. */
function depthOf(one: ScriptNode): number {
  let depth = 0;
  for (let at = one.parent; at; at = at.parent) {
    if (/Function/.test(at.node.type) && !isSetUp(at)) depth += 1;
    if (/^(?:For|While|DoWhile)/.test(at.node.type)) depth += 2;
  }
  return depth;
}

/** True for a function that runs once as the script does: called at once, or when the page is ready. */
function isSetUp({ node, parent }: ScriptNode): boolean {
  const call = parent?.node;
  if (call?.type !== 'CallExpression') return false;
  if (call.callee === node) return true;
  const [first] = call.arguments as Syntax[];
  const isReady =
    first?.type === 'Literal' && /^(?:DOMContentLoaded|load)$/.test(String(first.value));
  return (
    isReady || (first === node && /^(?:\$|jQuery)$/.test(String((call.callee as Syntax).name)))
  );
}

/** The text in `new Date('…')`, which is what somebody would change. */
function dateArgument(init: Syntax): Syntax | undefined {
  let node: Syntax = init;
  while (node.type === 'CallExpression' && (node.callee as Syntax).type === 'MemberExpression') {
    node = (node.callee as Syntax).object as Syntax;
  }
  const callee = (node.callee as Syntax | undefined)?.name;
  const isDate = node.type === 'NewExpression' && callee === 'Date';
  const isParse =
    init.type === 'CallExpression' && (init.callee as Syntax).type === 'MemberExpression';
  if (isDate) return (node.arguments as Syntax[])[0];
  const method = isParse ? ((init.callee as Syntax).property as Syntax).name : '';
  return method === 'parse' && node.name === 'Date' ? (init.arguments as Syntax[])[0] : undefined;
}

/** Ways to look up elements. */
const lookups = /^(?:querySelector(?:All)?|getElement\w+|closest|matches|\$|jQuery|find|filter)$/;

/** True for a text that elements are looked up by. */
function isSelector({ script }: ScriptLook, name: string): boolean {
  return script.of('CallExpression').some(({ node }) => {
    const [first] = node.arguments as Syntax[];
    return first?.name === name && isLookup(node.callee as Syntax);
  });
}

/** True for what is called to look up elements. */
export function isLookup(callee: Syntax): boolean {
  return lookups.test(memberName(callee) ?? String(callee.name ?? ''));
}

const mutating = /^(?:push|pop|shift|unshift|splice|sort|reverse|fill|copyWithin)$/;

function isMutated({ script }: ScriptLook, name: string): boolean {
  return script.of('CallExpression').some(({ node }) => {
    const callee = node.callee as Syntax;
    if (callee.type !== 'MemberExpression') return false;
    const { object, property } = callee as unknown as { object: Syntax; property: Syntax };
    return object.name === name && mutating.test(String(property.name));
  });
}
