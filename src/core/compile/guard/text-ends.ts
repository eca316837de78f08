import type { Program } from 'acorn';
import { literalText, memberName, type ScriptNode, type Syntax } from '../script/syntax.ts';
import { scriptUses } from '../uses/script-uses.ts';
import type { MarkupHole } from './markup-holes.ts';

interface Look {
  readonly program: Program;
  readonly nodes: ReadonlyMap<string, readonly ScriptNode[]>;
  readonly holes: readonly MarkupHole[];
  /** Paths of the texts. */
  readonly texts: readonly string[];
}

/** Where one use of a text ends: in a place for text, in markup, nowhere, or nobody knows. */
type End = 'text' | 'markup' | 'nowhere' | 'unknown';

/** Properties that take a text as text. */
const textProperties = new Set([
  'textContent',
  'innerText',
  'nodeValue',
  'title',
  'alt',
  'placeholder',
  'ariaLabel',
  'value',
  'download',
]);

/** Methods that take a text as text, or only look at it. */
const textMethods = new Set([
  'createTextNode',
  'fillText',
  'measureText',
  'alert',
  'confirm',
  'log',
  'warn',
  'includes',
  'startsWith',
  'endsWith',
  'indexOf',
]);

/** Methods of a text that give one again. */
const again =
  /^(?:trim|trimStart|trimEnd|toUpperCase|toLowerCase|slice|substring|padStart|padEnd|repeat|charAt|at|toString)$/;

/**
 * Texts of which every use is followed to its end: those that only become text, and those that
 * only become part of markup. A text with one use that cannot be followed is neither.
 */
export function textEnds(look: Look): { readonly plain: string[]; readonly inMarkup: string[] } {
  const { program, nodes, texts } = look;
  const holes = new Map(look.holes.flatMap((one) => (one.node ? [[one.node, one] as const] : [])));
  const uses = scriptUses(program, 'mould');
  if (uses.loose.length > 0 || takesByNumber(nodes)) return { plain: [], inMarkup: [] };
  const reads = ['Identifier', 'MemberExpression'].flatMap((type) => nodes.get(type) ?? []);
  const endsOf = (path: string) => {
    const name = path.slice(path.lastIndexOf('.') + 1);
    const isRead = (one: ScriptNode) =>
      uses.pathOf(one.node, one) === path || (path.includes('.') && isNamed(one, name));
    const isHeld = (node: Syntax, at: ScriptNode) => uses.pathOf(node, at) === path;
    return new Set(reads.filter(isRead).map((one) => endOf(one, { holes, isHeld })));
  };
  const found = texts.map((path) => ({ path, ends: endsOf(path) }));
  const all = (wanted: End) =>
    found.filter(
      ({ ends }) =>
        ends.has(wanted) && [...ends].every((end) => end === wanted || end === 'nowhere'),
    );
  return {
    plain: all('text').map(({ path }) => path),
    inMarkup: all('markup').map(({ path }) => path),
  };
}

/** True where members of rows may be taken without their names. */
function takesByNumber(nodes: Look['nodes']): boolean {
  const isComputed = ({ node }: ScriptNode) =>
    node.computed === true && literalText(node.property as Syntax) === undefined;
  return (
    (nodes.get('MemberExpression') ?? []).some(
      (one) => isComputed(one) && !isCounted(one.node.property as Syntax),
    ) ||
    nodes.has('ForInStatement') ||
    (nodes.get('RestElement') ?? []).some(({ parent }) => parent?.node.type === 'ObjectPattern') ||
    (nodes.get('MemberExpression') ?? []).some(
      ({ node }) =>
        /^(?:values|entries|stringify|assign|fromEntries|groupBy)$/.test(memberName(node) ?? '') &&
        /^(?:Object|JSON|Map)$/.test(String((node.object as Syntax).name ?? '')),
    )
  );
}

/** True for what is a number in all likelihood: `i`, `index + 1`, `list.length - 1`. */
function isCounted(node: Syntax): boolean {
  if (node.type === 'Literal') return typeof node.value === 'number';
  if (node.type === 'BinaryExpression')
    return /^[-+*%/]$/.test(String(node.operator)) && isCounted(node.left as Syntax);
  if (node.type === 'MemberExpression') return memberName(node) === 'length';
  return (
    node.type === 'Identifier' &&
    /^(?:[ijkn]|(?:\w*(?:index|idx|current|active|next|prev|pos|step|count|at)))$/i.test(
      String(node.name),
    )
  );
}

function isNamed({ node, parent }: ScriptNode, name: string): boolean {
  if (node.type === 'MemberExpression') return memberName(node) === name;
  if (node.type !== 'Identifier' || node.name !== name) return false;
  const around = parent?.node;
  return !(
    around?.type === 'MemberExpression' &&
    around.property === node &&
    around.computed !== true
  );
}

interface Known {
  readonly holes: ReadonlyMap<Syntax, MarkupHole>;
  /** True for a variable that holds the very text, where a node stands. */
  readonly isHeld: (variable: Syntax, at: ScriptNode) => boolean;
}

/** Follows one use of a text through what hands it on unchanged. */
function endOf(one: ScriptNode, { holes, isHeld }: Known): End {
  let child = one.node;
  let isWhole = true;
  for (let at = one.parent; at; child = at.node, at = at.parent) {
    const { node } = at;
    const hole = holes.get(child);
    if (hole) return isWhole && hole.in !== 'code' && hole.end !== ' ' ? 'markup' : 'unknown';
    switch (node.type) {
      case 'ChainExpression':
      case 'TemplateLiteral':
        continue;
      case 'LogicalExpression':
        continue;
      case 'ConditionalExpression':
        if (node.test === child) return 'nowhere';
        continue;
      case 'IfStatement':
      case 'UnaryExpression':
      case 'SwitchStatement':
      case 'SwitchCase':
      case 'ExpressionStatement':
        return 'nowhere';
      case 'BinaryExpression':
        if (node.operator !== '+') return 'text';
        continue;
      case 'Property':
        return isPatternKey(at, child) ? 'nowhere' : 'unknown';
      case 'AssignmentExpression':
        return endOfAssignment(node, child);
      case 'VariableDeclarator':
        // What a variable holds is followed by its name.
        return node.id === child || isHeld(node.id as Syntax, at) ? 'nowhere' : 'unknown';
      case 'MemberExpression': {
        if (node.object !== child) return 'unknown';
        const name = memberName(node) ?? '';
        if (name === 'length') return 'nowhere';
        const isCalled =
          at.parent?.node.type === 'CallExpression' && at.parent.node.callee === node;
        if (!isCalled || !again.test(name) || !at.parent) return 'unknown';
        isWhole = false;
        at = at.parent;
        continue;
      }
      case 'CallExpression':
        return endOfCall(node, child);
      default:
        return 'unknown';
    }
  }
  return 'unknown';
}

/** True for `{ title }` and `{ title: name }` where values are taken by their names. */
function isPatternKey({ node, parent }: ScriptNode, child: Syntax): boolean {
  return parent?.node.type === 'ObjectPattern' && (node.key === child || node.shorthand === true);
}

function endOfAssignment(node: Syntax, child: Syntax): End {
  if (node.left === child) return 'nowhere';
  const name = memberName(node.left as Syntax) ?? '';
  if (textProperties.has(name)) return 'text';
  return /^(?:inner|outer)HTML$/.test(name) ? 'markup' : 'unknown';
}

function endOfCall(node: Syntax, child: Syntax): End {
  const callee = node.callee as Syntax;
  const name = memberName(callee) ?? String(callee.name ?? '');
  const [first, second] = node.arguments as Syntax[];
  if (textMethods.has(name) && first === child) return 'text';
  if (name === 'insertAdjacentHTML' && second === child) return 'markup';
  const attribute = literalText(first) ?? '';
  const isText = /^(?:aria-[\w-]+|title|alt|placeholder|data-[\w-]+)$/.test(attribute);
  return name === 'setAttribute' && second === child && isText ? 'text' : 'unknown';
}
