import { literalText, memberName, type Syntax } from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { wordsOf } from '../names/words.ts';
import type { ScriptDetector } from './detector.ts';
import { literalAtom, literalKind } from './literal.ts';

/** Colours that the script sets, on elements or when it draws. */
export const scriptColors: ScriptDetector = ({ script }) =>
  script.of('AssignmentExpression').flatMap(({ node }): Proposal[] => {
    const name = memberName(node.left as Syntax) ?? '';
    const right = node.right as Syntax;
    if (literalText(right) === undefined || literalKind(right, name)?.kind !== 'color') return [];
    const isPage = /\b(?:body|documentElement)\b/.test(
      script.text.slice((node.left as Syntax).start, (node.left as Syntax).end),
    );
    const words = `${isPage ? 'page ' : ''}${wordsOf(name.replace(/Style$/, ' color')).join(' ')}`;
    const why = 'a colour that the script sets';
    const atom = literalAtom(right, name, { names: [words], weight: 0.7, why });
    return atom ? [proposalOf(atom)] : [];
  });
