import {
  literalText,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import type { TreeElement } from '../tree.ts';

/** True for an element whose content the script puts there, so that what stands there is nothing. */
export type Written = (element: TreeElement) => boolean;

const contents = new Set(['textContent', 'innerText', 'innerHTML', 'value']);
const writers = new Set(['text', 'html', 'replaceChildren', 'setHTMLUnsafe']);

/** Finds the elements that a script writes into, by how it looks them up. */
export function writtenBy(script: ScriptSource): Written {
  const selectors = new Set<string>();
  const bound = lookups(script);
  const note = (target: Syntax) => {
    const found =
      selectorOf(target) ??
      (target.type === 'Identifier' ? bound.get(target.name as string) : undefined);
    if (found) selectors.add(found);
  };
  for (const { node } of script.of('AssignmentExpression')) {
    const left = node.left as Syntax;
    if (isWords(node.right as Syntax)) continue;
    if (contents.has(memberName(left) ?? '')) note(left.object as Syntax);
  }
  for (const { node } of script.of('CallExpression')) {
    const callee = node.callee as Syntax;
    const [given] = node.arguments as Syntax[];
    if (given && !isWords(given) && writers.has(memberName(callee) ?? ''))
      note(callee.object as Syntax);
  }
  // What is read first says something.
  for (const { node, parent } of script.of('MemberExpression')) {
    const isTarget = parent?.node.type === 'AssignmentExpression' && parent.node.left === node;
    if (isTarget || !contents.has(memberName(node) ?? '')) continue;
    const target = node.object as Syntax;
    const found =
      selectorOf(target) ??
      (target.type === 'Identifier' ? bound.get(target.name as string) : undefined);
    if (found) selectors.delete(found);
  }
  const tests = [...selectors].flatMap((one) => toTest(one) ?? []);
  return (element) => tests.some((test) => test(element));
}

/** True for words in place of which others stood: a button that says something else once pressed. */
function isWords(node: Syntax): boolean {
  if (node.type === 'ConditionalExpression') {
    return isWords(node.consequent as Syntax) && isWords(node.alternate as Syntax);
  }
  return /\p{L}{2}/u.test(literalText(node) ?? '');
}

/** Variables that hold an element, with the selector it was found by. */
function lookups(script: ScriptSource): Map<string, string> {
  const found = new Map<string, string>();
  const note = ({ node }: ScriptNode, name: Syntax | null, value: Syntax | null) => {
    const selector = value ? selectorOf(value) : undefined;
    if (node && name?.type === 'Identifier' && selector) found.set(name.name as string, selector);
  };
  for (const one of script.of('VariableDeclarator')) {
    note(one, one.node.id as Syntax, one.node.init as Syntax | null);
  }
  for (const one of script.of('AssignmentExpression')) {
    note(one, one.node.left as Syntax, one.node.right as Syntax);
  }
  return found;
}

/** The selector that a call looks up one element by. */
function selectorOf(node: Syntax): string | undefined {
  if (node.type !== 'CallExpression') return undefined;
  const [first] = node.arguments as Syntax[];
  const text = literalText(first);
  const callee = node.callee as Syntax;
  const name = memberName(callee) ?? (callee.type === 'Identifier' ? String(callee.name) : '');
  if (text === undefined) return undefined;
  if (name === 'getElementById') return `#${text}`;
  return /^(?:querySelector|\$|jQuery|find)$/.test(name) ? text : undefined;
}

/** The last compound of a selector as a test, where it is made of names alone. */
function toTest(selector: string): Written | undefined {
  const last =
    selector
      .trim()
      .split(/[\s>+~]+/)
      .at(-1) ?? '';
  const [, type = '', rest = ''] = /^([a-z][\w-]*)?((?:[#.][\w-]+)*)$/i.exec(last) ?? [];
  if (type === '' && rest === '') return undefined;
  const ids = [...rest.matchAll(/#([\w-]+)/g)].map(([, id]) => id);
  const classes = [...rest.matchAll(/\.([\w-]+)/g)].map(([, name]) => name ?? '');
  return (element) =>
    (type === '' || element.name === type.toLowerCase()) &&
    ids.every((id) => element.attributes.get('id')?.text === id) &&
    classes.every((name) => element.classes.includes(name));
}
