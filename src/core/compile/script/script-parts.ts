import type { Program } from 'acorn';
import type { ScriptEdit } from './page-edits.ts';

/** The line that stands between two scripts of a snippet, each of which a page would run apart. */
export const nextScript = '//# next script';

/** Runs what follows though what came before has failed. */
const after = '} catch (error) { mould.failed(error) } try {';

/** Edits that let each of several scripts fail alone; none for a script that is one. */
export function partEdits(script: string, program: Program, isStrict: boolean): ScriptEdit[] {
  const marks = [...script.matchAll(/^\/\/# next script$/gm)];
  if (marks.length === 0 || isStrict || program.body.some(isOwnOfBlock)) return [];
  const declared = program.body.flatMap((node): ScriptEdit[] => {
    const { start } = node;
    // What a block declares with let or const would be unknown to the scripts after it.
    if (node.type === 'VariableDeclaration' && node.kind !== 'var') {
      return [{ start, end: start + node.kind.length, text: 'var' }];
    }
    if (node.type !== 'ClassDeclaration') return [];
    return [{ start, end: start, text: `var ${node.id.name} = ` }];
  });
  return [
    { start: 0, end: 0, text: 'try { ' },
    ...declared,
    ...marks.map(({ index, 0: mark }) => ({ start: index, end: index + mark.length, text: after })),
    {
      start: script.trimEnd().length,
      end: script.trimEnd().length,
      text: '\n} catch (error) { mould.failed(error) }',
      isAfter: true,
    },
  ];
}

/** Functions that a block keeps to itself (ECMAScript, B.3.2). */
function isOwnOfBlock(node: Program['body'][number]): boolean {
  return node.type === 'FunctionDeclaration' && (node.async || node.generator);
}
