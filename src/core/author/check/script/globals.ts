import type { Syntax } from '../../../compile/script/syntax.ts';
import { type Check, flaw } from '../flaw/check.ts';
import { onceEach } from './calls.ts';

/** Names assigned without being declared, which become the page's own. */
export const accidentalGlobals: Check = ({ script }) => {
  if (script.isStrict) return [];
  const targets = [
    ...script.of('AssignmentExpression').map((at) => ({ at, to: at.node.left as Syntax })),
    ...script.of('UpdateExpression').map((at) => ({ at, to: at.node.argument as Syntax })),
    ...[...script.of('ForInStatement'), ...script.of('ForOfStatement')].map((at) => ({
      at,
      to: at.node.left as Syntax,
    })),
  ];
  const found = targets.flatMap(({ at, to }) => {
    if (to.type !== 'Identifier') return [];
    const name = to.name as string;
    if (!script.isFree(name) || script.isDeclared(name, at) || ownedByPage.has(name)) return [];
    return [{ name, start: to.start }];
  });
  return onceEach(found, ({ name }) => name).map(({ name, start }) =>
    flaw(script, start, 'script/accidental-global', { name }),
  );
};

/** Names that every page has, and that may be assigned. */
const ownedByPage = new Set(['location', 'name', 'status', 'window', 'self', 'onload', 'onresize']);
