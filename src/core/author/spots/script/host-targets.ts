import type { ScriptNode, Syntax } from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import { isLookup } from './constants.ts';
import type { ScriptDetector, ScriptLook } from './detector.ts';

/** Selectors of elements that are not in the piece: those of the page that it is put into. */
export const hostTargets: ScriptDetector = (look) =>
  look.script.of('Literal').flatMap((one): Proposal[] => {
    const { node } = one;
    const text = typeof node.value === 'string' ? node.value : '';
    const [, word] = /^[.#]([A-Za-z_][\w-]*)$/.exec(text) ?? [];
    if (word === undefined || look.isInPiece(word) || isMade(word, look)) return [];
    const holder = heldBy(one);
    if (holder === undefined ? !isLookedUp(one) : !isHeldForLookup(holder, look)) return [];
    const range = { start: node.start, end: node.end };
    const drafts = [{ ...range, text: ({ path }: { path: string }) => `mould.values.${path}` }];
    return [
      proposalOf({
        kind: 'target',
        value: text,
        slot: `literal@${node.start}`,
        marks: [{ ...range, in: 'script', as: 'literal', drafts }],
        names: [wordsOf(word).join(' '), ...(holder ? [wordsOf(holder).join(' ')] : [])],
        section: 'Behaviour',
        weight: 0.7,
        why: 'elements of the page around it',
        said: holder ?? word,
        same: `target ${text}`,
      }),
    ];
  });

/** True for a word that the script speaks of otherwise than as a selector: it makes such elements. */
function isMade(word: string, { script }: ScriptLook): boolean {
  return new RegExp(`(?<![.#\\w-])${word}(?![\\w-])`).test(script.text);
}

/** The variable that a literal is the value of. */
function heldBy({ node, parent }: ScriptNode): string | undefined {
  const { type, init, id } = (parent?.node ?? {}) as Partial<Syntax>;
  return type === 'VariableDeclarator' && init === node ? String((id as Syntax).name) : undefined;
}

function isLookedUp({ node, parent }: ScriptNode): boolean {
  const call = parent?.node;
  return call?.type === 'CallExpression' && (call.arguments as Syntax[])[0] === node
    ? isLookup(call.callee as Syntax)
    : false;
}

function isHeldForLookup(name: string, { script, changing }: ScriptLook): boolean {
  return (
    !changing.has(name) &&
    script.of('CallExpression').some(({ node }) => {
      const [first] = node.arguments as Syntax[];
      return first?.name === name && isLookup(node.callee as Syntax);
    })
  );
}
