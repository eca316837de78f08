import { type Check, flaw } from '../check.ts';
import { assignmentsOf, type Call, callsOf, jqueryCall, onceEach } from './calls.ts';

/** `document.write`, which has no place of its own in a cast. */
export const documentWrite: Check = ({ script }) => {
  const call = callsOf(script).find(({ name = '' }) =>
    /^(?:window\.)?document\.(?:write|writeln|open)$/.test(name),
  );
  return call ? [flaw(script, call.at.node.start, 'script/document-write', {})] : [];
};

/** Calls that change what a page has one of. */
const changingCall =
  /^(?:(?:window\.)?history\.(?:push|replace)State|(?:window\.)?location\.(?:assign|replace))$/;

/** Members of the page that are assigned. */
const changingAssignment =
  /^(?:window\.)?(?:document\.(?:title|cookie|domain|location)|location(?:\.\w+)?|history\.scrollRestoration)$/;

/** Both at once are what scrolls, which has to be the page's own. */
const wholePage = /^\s*(?:html\s*,\s*body|body\s*,\s*html)\s*$/i;
const changingInJquery = /^(?:css|addClass|removeClass|toggleClass|attr|html)$/;

/** Changes to what a page has one of, which no cast can have of its own. */
export const pageChanges: Check = ({ script }) => {
  const calls = callsOf(script).flatMap((call) => {
    const start = call.at.node.start;
    if (changingCall.test(call.name ?? '')) return [{ what: call.name ?? '', start }];
    const what = changeByJquery(call);
    return what === undefined ? [] : [{ what, start }];
  });
  const assigned = assignmentsOf(script)
    .filter(({ name }) => changingAssignment.test(name))
    .map(({ name, start }) => ({ what: name, start }));
  return onceEach([...calls, ...assigned], ({ what }) => what).map(({ what, start }) =>
    flaw(script, start, 'script/changes-page', { what }),
  );
};

function changeByJquery(call: Call): string | undefined {
  const { selector = '', method = '' } = jqueryCall(call) ?? {};
  if (!wholePage.test(selector) || !changingInJquery.test(method)) return undefined;
  // `.css('width')` only asks.
  const isAsked = /^(?:css|attr)$/.test(method)
    ? call.args.length === 1 && call.args[0]?.type === 'Literal'
    : call.args.length === 0;
  return isAsked ? undefined : `$('${selector}').${method}`;
}
