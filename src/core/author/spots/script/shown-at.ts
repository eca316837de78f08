import {
  literalText,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';

/** Where in the page something that a script writes ends up. */
export interface ShownAt {
  /** `markup` is read as HTML, so that only clean HTML may come there. */
  readonly as: 'text' | 'markup' | 'address';
  /** The property or attribute it is put into. */
  readonly name: string;
  /** True where it is but a part of what is put there. */
  readonly isPart: boolean;
}

const properties: Readonly<Record<string, ShownAt['as']>> = {
  textContent: 'text',
  innerText: 'text',
  placeholder: 'text',
  title: 'text',
  alt: 'text',
  ariaLabel: 'text',
  value: 'text',
  innerHTML: 'markup',
  outerHTML: 'markup',
  src: 'address',
  href: 'address',
};

/** Calls that show their first argument. */
const calls: Readonly<Record<string, ShownAt['as']>> = {
  alert: 'text',
  confirm: 'text',
  prompt: 'text',
  text: 'text',
  createTextNode: 'text',
  append: 'text',
  prepend: 'text',
  before: 'text',
  after: 'text',
  html: 'markup',
  setHTMLUnsafe: 'markup',
  write: 'markup',
};

const saidAttributes = /^(?:aria-label|title|alt|placeholder)$/;

/**
 * Follows a text of a script to where it is shown: through `a || b`, `a ? b : c`, `a ?? b`, and
 * through texts that are put together.
 *
 * @param isJquery true where `append` and its like read HTML
 */
export function shownAt(one: ScriptNode, isJquery: boolean): ShownAt | undefined {
  let child = one.node;
  let isPart = false;
  for (let at = one.parent; at; child = at.node, at = at.parent) {
    const { node } = at;
    if (node.type === 'LogicalExpression') {
      if (node.right !== child && node.operator === '&&') return undefined;
    } else if (node.type === 'ConditionalExpression') {
      if (node.test === child) return undefined;
    } else if (node.type === 'BinaryExpression') {
      if (node.operator !== '+') return undefined;
      isPart = true;
    } else if (node.type === 'TemplateLiteral') {
      isPart = true;
    } else {
      const found = sinkOf(node, child, isJquery);
      return found && { ...found, isPart };
    }
  }
  return undefined;
}

function sinkOf(node: Syntax, child: Syntax, isJquery: boolean) {
  if (node.type === 'AssignmentExpression') {
    const name = memberName(node.left as Syntax) ?? '';
    return node.right === child ? sink(properties, name) : undefined;
  }
  if (node.type !== 'CallExpression') return undefined;
  const callee = node.callee as Syntax;
  const name = memberName(callee) ?? String(callee.name ?? '');
  const given = node.arguments as Syntax[];
  const second = given[1] === child;
  if (name === 'insertAdjacentHTML' && second) return { as: 'markup', name } as const;
  if (name === 'setAttribute' && second) {
    const attribute = literalText(given[0]) ?? '';
    return saidAttributes.test(attribute) ? ({ as: 'text', name: attribute } as const) : undefined;
  }
  if (given[0] !== child) return undefined;
  const found = sink(calls, name);
  const isRead = isJquery && /^(?:append|prepend|before|after)$/.test(name);
  return found && isRead ? ({ as: 'markup', name } as const) : found;
}

function sink(table: Readonly<Record<string, ShownAt['as']>>, name: string) {
  const as = Object.hasOwn(table, name) ? table[name] : undefined;
  return as && { as, name };
}
