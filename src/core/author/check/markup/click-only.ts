import { literalText, memberName, type Syntax } from '../../../compile/script/syntax.ts';
import { attributeOf, type MarkupElement, type MarkupSource } from '../../sources/markup-source.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import { type Check, flaw } from '../flaw/check.ts';

/** Elements that a keyboard reaches and presses (HTML Standard, 6.6.3, and interactive content). */
const pressed =
  /^(?:a|area|button|input|select|textarea|label|summary|option|details|iframe|video|audio|form|body|html)$/;

/** Elements that a click does something to, and a keyboard cannot press. */
export const clickOnly: Check = ({ markup, script }) => {
  // Whoever listens for keys has thought of them.
  if (/\bkey(?:down|up|press)\b/i.test(script.text)) return [];
  const clicked = [
    ...markup.having('onclick').map(({ element }) => element),
    ...clickedBy(script, markup),
  ];
  const [first] = clicked.filter((one) => !isReached(one));
  if (!first) return [];
  const count = new Set(clicked.filter((one) => !isReached(one))).size;
  return [flaw(markup, first.start, 'markup/click-only', { name: first.name, count })];
};

function isReached(element: MarkupElement): boolean {
  for (let one: MarkupElement | undefined = element; one; one = one.parent) {
    if (pressed.test(one.name) && one.isHtml && one.name !== 'body') return true;
  }
  // What holds something to press is clicked by that as well.
  if (/<(?:a|button|input|select|summary|label)\b/i.test(innerOf(element))) return true;
  return ['tabindex', 'contenteditable'].some((name) => attributeOf(element, name) !== undefined);
}

function innerOf({ node }: MarkupElement): string {
  const names: string[] = [];
  const waiting: unknown[] = [node];
  for (
    let one = waiting.pop() as typeof node | undefined;
    one;
    one = waiting.pop() as typeof node
  ) {
    if ('tagName' in one && one !== node) names.push(`<${one.tagName} `);
    if ('childNodes' in one) waiting.push(...one.childNodes);
  }
  return names.join('');
}

/** Elements that a script finds by a plain selector, right where or by the name by which it listens. */
function clickedBy(script: ScriptSource, markup: MarkupSource): MarkupElement[] {
  const named = new Map<string, string>();
  for (const { node } of script.of('VariableDeclarator')) {
    const id = node.id as Syntax;
    const found = node.init ? selectorOf(node.init as Syntax) : undefined;
    if (id.type === 'Identifier' && found) named.set(String(id.name), found);
  }
  const selectorAt = (node: Syntax): string | undefined =>
    node.type === 'Identifier' ? named.get(String(node.name)) : selectorOf(node);
  const selectors: (string | undefined)[] = [];
  for (const { node } of script.of('CallExpression')) {
    const callee = node.callee as Syntax;
    const [first] = node.arguments as Syntax[];
    const name = memberName(callee);
    const isListening =
      /^(?:addEventListener|on)$/.test(name ?? '') && literalText(first) === 'click';
    if (isListening || (name === 'click' && first))
      selectors.push(selectorAt(callee.object as Syntax));
  }
  for (const { node } of script.of('AssignmentExpression')) {
    const left = node.left as Syntax;
    if (memberName(left) === 'onclick') selectors.push(selectorAt(left.object as Syntax));
  }
  return selectors.flatMap((one) => (one === undefined ? [] : matching(one, markup)));
}

function selectorOf(node: Syntax): string | undefined {
  if (node.type !== 'CallExpression') return undefined;
  const callee = node.callee as Syntax;
  const name = memberName(callee) ?? String(callee.name ?? '');
  const text = literalText((node.arguments as Syntax[])[0]);
  if (text === undefined) return undefined;
  if (name === 'getElementById') return `#${text}`;
  return /^(?:querySelector|\$|jQuery)$/.test(name) ? text : undefined;
}

/** The elements that the last part of a selector is about, where it is made of names alone. */
function matching(selector: string, markup: MarkupSource): MarkupElement[] {
  const last =
    selector
      .trim()
      .split(/[\s>+~]+/)
      .at(-1) ?? '';
  const [, type = '', rest = ''] = /^([a-z][\w-]*)?((?:[#.][\w-]+)+)$/i.exec(last) ?? [];
  if (rest === '') return [];
  const parts = rest.match(/[#.][\w-]+/g) ?? [];
  return markup.elements.filter((element) => {
    if (type !== '' && element.name !== type.toLowerCase()) return false;
    const classes = (attributeOf(element, 'class') ?? '').split(/\s+/);
    return parts.every((part) =>
      part.startsWith('#')
        ? attributeOf(element, 'id') === part.slice(1)
        : classes.includes(part.slice(1)),
    );
  });
}
