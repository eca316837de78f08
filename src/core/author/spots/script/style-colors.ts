import {
  literalText,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import type { ScriptDetector } from './detector.ts';
import { literalAtom, literalKind } from './literal.ts';

/** Colours that the script sets, on elements or when it draws. */
export const scriptColors: ScriptDetector = ({ script }) =>
  script.of('Literal').flatMap((one): Proposal[] => {
    if (literalText(one.node) === undefined) return [];
    const target = setOn(one);
    const name = memberName(target) ?? '';
    if (!target || literalKind(one.node, name)?.kind !== 'color') return [];
    const isPage = /\b(?:body|documentElement)\b/.test(script.text.slice(target.start, target.end));
    const words = `${isPage ? 'page ' : ''}${wordsOf(name.replace(/Style$/, ' color')).join(' ')}`;
    const why = 'a colour that the script sets';
    const atom = literalAtom(one.node, name, { names: [words], weight: 0.7, why });
    return atom ? [proposalOf(atom)] : [];
  });

/** What a literal is assigned to, by itself or as one of two that a condition chooses from. */
function setOn(one: ScriptNode): Syntax | undefined {
  let child = one.node;
  for (let at = one.parent; at; child = at.node, at = at.parent) {
    const { node } = at;
    if (node.type === 'ConditionalExpression' && node.test !== child) continue;
    if (node.type === 'LogicalExpression') continue;
    const isSet = node.type === 'AssignmentExpression' && node.right === child;
    return isSet ? (node.left as Syntax) : undefined;
  }
  return undefined;
}
