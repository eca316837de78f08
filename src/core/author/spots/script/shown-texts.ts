import {
  literalText,
  memberName,
  type ScriptNode,
  type Syntax,
} from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import type { ScriptDetector } from './detector.ts';
import { isForPeople, literalAtom } from './literal.ts';

const shown =
  /^(?:textContent|innerText|innerHTML|placeholder|title|alt|ariaLabel|value|src|href)$/;
const showing = /^(?:alert|confirm|prompt|text|html|append|prepend|before|after|createTextNode)$/;

/** Texts and addresses that the script puts into the page. */
export const shownTexts: ScriptDetector = ({ script }) =>
  ['Literal', 'TemplateLiteral'].flatMap((type) =>
    script.of(type).flatMap((one): Proposal[] => {
      const text = literalText(one.node);
      if (text === undefined || text.trim() === '') return [];
      const where = placeOf(one);
      if (where === undefined) return [];
      const isAddress = /^(?:src|href)$/.test(where);
      if (!isAddress && !isForPeople(text, 'text')) return [];
      const atom = literalAtom(one.node, isAddress ? where : 'text', {
        ...{ names: text.length <= 24 ? [text, 'message'] : ['message', text.slice(0, 24)] },
        ...{
          weight: 0.8,
          why: isAddress ? 'an address that the script sets' : 'text that the script shows',
        },
      });
      return atom ? [proposalOf(atom)] : [];
    }),
  );

/** Where in the page a literal ends up, through `a || b`, `a ? b : c` and `a ?? b`. */
function placeOf(one: ScriptNode): string | undefined {
  let child = one.node;
  for (let at = one.parent; at; child = at.node, at = at.parent) {
    const { node } = at;
    if (node.type === 'LogicalExpression') {
      if (node.right !== child && node.operator === '&&') return undefined;
      continue;
    }
    if (node.type === 'ConditionalExpression') {
      if (node.test === child) return undefined;
      continue;
    }
    if (node.type === 'AssignmentExpression') {
      const name = memberName(node.left as Syntax) ?? '';
      return node.right === child && shown.test(name) ? name : undefined;
    }
    if (node.type !== 'CallExpression') return undefined;
    return placeOfCall(node, child);
  }
  return undefined;
}

function placeOfCall(node: Syntax, child: Syntax): string | undefined {
  const callee = node.callee as Syntax;
  const name = memberName(callee) ?? String(callee.name ?? '');
  const given = node.arguments as Syntax[];
  const isFirst = given[0] === child;
  if (showing.test(name) && isFirst) return 'textContent';
  const attribute =
    name === 'setAttribute' && given[1] === child ? literalText(given[0]) : undefined;
  if (attribute === undefined) return undefined;
  return /^(?:aria-label|title|alt|placeholder)$/.test(attribute) ? 'textContent' : undefined;
}
