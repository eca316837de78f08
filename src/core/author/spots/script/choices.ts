import { literalText, memberName, type Syntax } from '../../../compile/script/syntax.ts';
import type { Atom } from '../atom.ts';
import type { ScriptLook } from './detector.ts';

/** A word that a script compares with others: one of those, and no other. */
export function choiceAtom(
  node: Syntax,
  name: string,
  look: ScriptLook,
  about: Pick<Atom, 'names' | 'weight' | 'why'>,
): Atom | undefined {
  const options = optionsIn(node, name, look);
  if (options.length < 2) return undefined;
  const range = { start: node.start, end: node.end };
  const text = ({ path }: { path: string }) => `mould.values.${path}`;
  return {
    ...about,
    kind: 'choice',
    value: options[0] as string,
    declares: { enum: options },
    section: 'Behaviour',
    slot: `literal@${node.start}`,
    marks: [{ ...range, in: 'script', as: 'literal', drafts: [{ ...range, text }] }],
    said: name,
  };
}

/** The words that a value of that name may have, its own first. */
export function optionsIn(node: Syntax, name: string, { script }: ScriptLook): string[] {
  const own = node.type === 'Literal' ? literalText(node) : undefined;
  if (own === undefined || !/^[a-z][\w-]*$/i.test(own)) return [];
  const compared = script.of('BinaryExpression').flatMap(({ node: one }) => {
    if (!/^[!=]==?$/.test(String(one.operator))) return [];
    const sides = [one.left, one.right] as Syntax[];
    const isOf = sides.some((side) => side.name === name || memberName(side) === name);
    return isOf ? sides.flatMap((side) => literalText(side) ?? []) : [];
  });
  return [...new Set([own, ...compared, ...saidBeside(script.text, node, own)])].filter(
    (word) => word !== '',
  );
}

/** What a comment on the same line lists: `// bottom | top`. */
function saidBeside(source: string, { end }: Syntax, own: string): string[] {
  const line = source.slice(end, (source.indexOf('\n', end) + 1 || source.length + 1) - 1);
  const [, comment = ''] = /(?:\/\/|\/\*)\s*(.*?)\s*(?:\*\/)?$/.exec(line) ?? [];
  const words = comment
    .split(/\s*(?:\||,|\bor\b|\/)\s*/)
    .map((word) => word.replace(/^["'`]|["'`]$/g, ''));
  const areWords = words.length > 1 && words.every((word) => /^[a-z][\w-]*$/i.test(word));
  return areWords && words.includes(own) ? words : [];
}
