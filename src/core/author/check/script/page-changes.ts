import { type Check, flaw } from '../check.ts';
import { assignmentsOf, type Call, callsOf, jqueryCall, onceEach } from './calls.ts';

/** `document.write`, which wipes a page that is there already. */
export const documentWrite: Check = ({ script }) => {
  const call = callsOf(script).find(({ name = '' }) =>
    /^(?:window\.)?document\.(?:write|writeln|open)$/.test(name),
  );
  return call ? [flaw(script, call.at.node.start, 'script/document-write', {})] : [];
};

const page = String.raw`(?:window\.)?document\.(?:body|documentElement|head)`;

/** Calls on an element of the page that change it. */
const changingCall = new RegExp(
  String.raw`^${page}\.(?:classList\.(?:add|remove|toggle|replace)|style\.(?:set|remove)Property|` +
    'append|appendChild|prepend|insertBefore|insertAdjacent(?:HTML|Element)|replaceChildren|' +
    '(?:set|remove|toggle)Attribute)$',
);

/** Members of an element of the page that are assigned; handlers are told of by themselves. */
const changingAssignment = new RegExp(
  String.raw`^(?:${page}(?:\.(?:style|dataset))?\.(?!on[a-z]+$)\w+|document\.title)$`,
);

const jqueryPage = /^(?:html|body|html, ?body)$/i;
const changingInJquery =
  /^(?:css|addClass|removeClass|toggleClass|append|prepend|attr|html|width|height)$/;

/** Changes to the page's own elements. */
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
  if (!jqueryPage.test(selector) || !changingInJquery.test(method)) return undefined;
  // `.width()` and `.css('width')` only ask.
  const asks = /^(?:css|attr)$/.test(method)
    ? call.args.length === 1 && call.args[0]?.type === 'Literal'
    : call.args.length === 0;
  return asks ? undefined : `$('${selector}').${method}`;
}
