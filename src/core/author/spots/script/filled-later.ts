import type { Syntax } from '../../../compile/script/syntax.ts';
import { extentOnLines } from '../../../text/edits.ts';
import type { Proposal } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import type { ScriptLook } from './detector.ts';
import { rowsOf } from './rows.ts';

/** A list that is made empty and filled line by line: `texts[0] = 'One';`. */
export function filledLater(
  { script }: ScriptLook,
  name: string,
  init: Syntax,
): Proposal | undefined {
  const isEmpty =
    (init.type === 'ArrayExpression' && (init.elements as unknown[]).length === 0) ||
    (/^(?:New|Call)Expression$/.test(init.type) &&
      (init.callee as Syntax).name === 'Array' &&
      (init.arguments as unknown[]).length === 0);
  if (!isEmpty) return undefined;
  const lines = script.of('AssignmentExpression').flatMap(({ node, parent }) => {
    const { object, property, computed } = node.left as unknown as Record<string, Syntax>;
    const isOwn =
      object?.name === name && Boolean(computed) && parent?.node.type === 'ExpressionStatement';
    return isOwn
      ? [{ index: property?.value, value: node.right as Syntax, statement: parent.node }]
      : [];
  });
  if (lines.length < 2 || lines.some(({ index }, at) => index !== at)) return undefined;
  const elements = lines.map(({ value }) => value);
  const list = { ...init, type: 'ArrayExpression', elements } as unknown as Syntax;
  const rows = rowsOf(list, { name, isChanged: true });
  if (!rows) return undefined;
  const cuts = lines.map(({ statement: { start, end } }) => ({
    ...extentOnLines(script.text, { start, end }),
    in: 'script' as const,
    text: () => '',
  }));
  const names = [wordsOf(name).join(' ')];
  return { ...rows, names, drafts: [...rows.drafts, ...cuts] };
}
