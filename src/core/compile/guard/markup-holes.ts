import { literalText, type ScriptNode, type Syntax } from '../script/syntax.ts';

/** A place in markup that a script puts together, where it puts in what it has. */
export interface MarkupHole {
  /** Between tags, in the value of an attribute, or where text is read as code or as a name. */
  readonly in: 'text' | 'attribute' | 'code';
  /** What ends the place in a tag; '' between tags. */
  readonly end: '' | '"' | "'" | ' ';
  /** What is put in; undefined where the text only ends there and goes on elsewhere. */
  readonly node: Syntax | undefined;
  readonly at: number;
}

/** As much of a text is looked at before a hole, in characters. */
const longest = 20_000;

type Nodes = ReadonlyMap<string, readonly ScriptNode[]>;

/** The holes in all texts of a script that have tags in them. */
export function holesInMarkup(nodes: Nodes): MarkupHole[] {
  const counted = countersIn(nodes);
  const found: MarkupHole[] = [];
  const read = (parts: readonly (string | Syntax)[], at: number) => {
    let before = '';
    for (const part of parts) {
      if (typeof part === 'string') before += part;
      else {
        if (/<[a-z/!]/i.test(before)) {
          const place = placeAfter(before);
          const isHarmless = place.in === 'code' && isFixed(part, counted);
          if (!isHarmless) found.push({ ...place, node: part, at: part.start });
        }
        before = `${before}x`.slice(-longest);
      }
    }
    const last = placeAfter(before);
    if (/<[a-z]/i.test(before) && last.end !== '')
      found.push({ ...last, in: 'attribute', node: undefined, at });
  };
  for (const { node } of nodes.get('TemplateLiteral') ?? []) {
    const texts = (node.quasis as { value: { cooked: string | null } }[]).map(
      ({ value }) => value.cooked ?? '',
    );
    const holes = node.expressions as Syntax[];
    read(
      texts.flatMap((text, index) => [text, ...(holes[index] ? [holes[index]] : [])]),
      node.start,
    );
  }
  for (const { node, parent } of nodes.get('BinaryExpression') ?? []) {
    if (node.operator !== '+' || isPlus(parent?.node)) continue;
    read(
      summands(node).map((one) => literalText(one) ?? one),
      node.start,
    );
  }
  for (const { node, parent } of nodes.get('Literal') ?? []) {
    const text = literalText(node);
    if (text && !isPlus(parent?.node)) read([text], node.start);
  }
  return found;
}

function isPlus(node: Syntax | undefined): boolean {
  return node?.type === 'BinaryExpression' && node.operator === '+';
}

/** What a sum is of, from the left; chains of thousands are no reason to nest as deep. */
function summands(node: Syntax): Syntax[] {
  const found: Syntax[] = [];
  const waiting = [node];
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    if (isPlus(one)) waiting.push(one.right as Syntax, one.left as Syntax);
    else found.push(one);
  }
  return found;
}

/** What a parser is in the midst of behind a piece of markup (HTML Standard, 13.2.5). */
function placeAfter(markup: string): Pick<MarkupHole, 'in' | 'end'> {
  if (/<(?:script|style)\b(?![\s\S]*<\/(?:script|style))[^>]*>[\s\S]*$/i.test(markup))
    return { in: 'code', end: '' };
  const tag = /<[a-z][^<>]*$/i.exec(markup)?.[0];
  if (tag === undefined)
    return /<\/?$/.test(markup) ? { in: 'code', end: '' } : { in: 'text', end: '' };
  const [, name = '', quote] =
    /([^\s"'=<>/]+)\s*=\s*(?:(["'])[^"']*|[^\s"'>]*)$/.exec(withoutClosed(tag)) ?? [];
  if (name === '') return { in: 'code', end: ' ' };
  const isRun = /^(?:on|srcdoc$)/i.test(name);
  return { in: isRun ? 'code' : 'attribute', end: (quote ?? ' ') as '"' | "'" | ' ' };
}

/** A tag without the values of attributes that are closed. */
function withoutClosed(tag: string): string {
  return tag.replace(/=\s*(?:"[^"]*"|'[^']*')/g, '');
}

/** Names that count rows or steps, and so are numbers. */
function countersIn(nodes: Nodes): ReadonlySet<string> {
  const names = new Set<string>();
  const add = (node: Syntax | undefined) => {
    if (node?.type === 'Identifier') names.add(String(node.name));
  };
  for (const { node } of nodes.get('UpdateExpression') ?? []) add(node.argument as Syntax);
  for (const { node } of nodes.get('CallExpression') ?? []) {
    const [callback] = node.arguments as Syntax[];
    const called = (node.callee as Syntax).property as Syntax | undefined;
    if (/^(?:map|forEach|filter|flatMap)$/.test(String(called?.name ?? ''))) {
      add((callback?.params as Syntax[] | undefined)?.[1]);
    }
  }
  return names;
}

/** True for what comes to a text of the author's own, or to a number. */
function isFixed(node: Syntax, counted: ReadonlySet<string>): boolean {
  const both = (one: unknown, other: unknown) =>
    isFixed(one as Syntax, counted) && isFixed(other as Syntax, counted);
  switch (node.type) {
    case 'Literal':
    case 'UnaryExpression':
    case 'UpdateExpression':
      return true;
    case 'Identifier':
      return counted.has(String(node.name));
    case 'TemplateLiteral':
      return (node.expressions as Syntax[]).every((one) => isFixed(one, counted));
    case 'ConditionalExpression':
      return both(node.consequent, node.alternate);
    case 'LogicalExpression':
      return node.operator === '&&'
        ? isFixed(node.right as Syntax, counted)
        : both(node.left, node.right);
    case 'BinaryExpression':
      return node.operator === '+' ? both(node.left, node.right) : true;
    default:
      return false;
  }
}
