import type { Syntax } from '../../../compile/script/syntax.ts';
import { type Proposal, proposalOf } from '../atom.ts';
import { isTimer, type ScriptDetector } from './detector.ts';
import { literalAtom } from './literal.ts';

/** Times written right into a timer; a clock's own second is none to change. */
export const timers: ScriptDetector = ({ script }) =>
  script.of('CallExpression').flatMap(({ node }): Proposal[] => {
    const [, time] = node.arguments as Syntax[];
    const callee = node.callee as Syntax;
    if (!time || !isTimer(callee)) return [];
    const name = String((callee.property as Syntax | undefined)?.name ?? callee.name);
    const isEvery = name === 'setInterval';
    const literal = time.type === 'BinaryExpression' ? factorOf(time) : time;
    if (literal?.type !== 'Literal' || typeof literal.value !== 'number') return [];
    const isClock = isEvery && (literal.value === 1000 || literal.value === 60_000);
    if (literal.value < 50 || isClock) return [];
    const atom = literalAtom(literal, 'delay', {
      names: isEvery ? ['interval', 'time between'] : ['delay', 'pause'],
      weight: literal.value >= 1500 || literal !== time ? 0.75 : 0.55,
      why: isEvery ? 'a timer interval' : 'a timer delay',
      isTimed: true,
    });
    return atom ? [proposalOf(atom)] : [];
  });

/** The number in `index * 150`. */
function factorOf({ operator, left, right }: Syntax): Syntax | undefined {
  if (operator !== '*') return undefined;
  const literal = [left as Syntax, right as Syntax].find(({ type }) => type === 'Literal');
  // A second, a minute, an hour or a day in ms turns one unit into another.
  return [1000, 60_000, 3_600_000, 86_400_000].includes(Number(literal?.value))
    ? undefined
    : literal;
}
