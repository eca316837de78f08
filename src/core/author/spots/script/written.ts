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
  for (const one of script.of('AssignmentExpression')) {
    const { node } = one;
    const left = node.left as Syntax;
    if (isWords(node.right as Syntax)) continue;
    // What a control or a progress bar stands at is nothing that anybody wrote.
    if (memberName(left) !== 'value' && isInHandler(one)) continue;
    if (contents.has(memberName(left) ?? '')) note(left.object as Syntax);
  }
  for (const one of script.of('CallExpression')) {
    const { node } = one;
    const callee = node.callee as Syntax;
    const [given] = node.arguments as Syntax[];
    if (isInHandler(one)) continue;
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

/** True for what happens when a visitor does something: until then what stood there is seen. */
function isInHandler(of: ScriptNode): boolean {
  for (let one = of.parent; one; one = one.parent) {
    if (!/Function/.test(one.node.type)) continue;
    const around = one.parent?.node;
    const callee = around?.type === 'CallExpression' ? (around.callee as Syntax) : undefined;
    const target = around?.type === 'AssignmentExpression' ? (around.left as Syntax) : undefined;
    const given = ((around?.arguments ?? []) as Syntax[]).map((arg) => literalText(arg));
    // What is done once the page is there is done at once.
    const isAtOnce = given.some((name) => /^(?:DOMContentLoaded|load|ready)$/.test(name ?? ''));
    if (
      /^(?:addEventListener|on|one|click|change|submit|hover|input)$/.test(
        memberName(callee) ?? '',
      ) &&
      !isAtOnce
    )
      return true;
    if (/^on(?!load$)[a-z]+$/.test(memberName(target) ?? '')) return true;
  }
  return false;
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
