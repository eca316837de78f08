import { fieldsBelow } from '../../../model/field.ts';
import { type Check, flaw } from '../flaw/check.ts';
import { assignmentsOf, type Call, callsOf, jqueryCall, membersOf, onceEach } from './calls.ts';

/** `document.write`, which has no place of its own in a cast. */
export const documentWrite: Check = ({ script, markup }) => {
  if (markup.having('data-write').length > 0) return [];
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

/** Other documents, and what of them scripts reach for. */
const elsewhere = /^(?:window\.)?(?:parent|top|opener)\.(?:document|location|frames)$/;

/** What is done to the host's own elements without a field that names them. */
export const reachesOut: Check = ({ script, root }) => {
  const named = fieldsBelow(root).some(({ kind }) => kind.isTarget);
  const found = membersOf(script).flatMap(({ name, start }) => {
    const isPage =
      /^mould\.page\.(?:querySelector(?:All)?|getElement\w+|body|head|documentElement)$/.test(name);
    return (isPage && !named) || elsewhere.test(name) ? [{ what: name, start }] : [];
  });
  return onceEach(found, ({ what }) => what).map(({ what, start }) =>
    flaw(script, start, 'script/reaches-page', { what }),
  );
};

/** What casts and their host have one of, and may both write to. */
const sharedNames =
  /^(?:window\.)?(?:(?:local|session)Storage|location\.hash|document\.cookie|onhashchange|onpopstate)$/;

/** What all copies of a widget share with each other and with their page. */
export const sharedState: Check = ({ script }) => {
  const named = membersOf(script).filter(({ name }) => sharedNames.test(name));
  const free = script.of('Identifier').flatMap(({ node }) => {
    const name = String(node.name);
    return /^(?:local|session)Storage$/.test(name) ? [{ name, start: node.start }] : [];
  });
  const heard = script.of('Literal').flatMap(({ node, parent }) => {
    const isHeard = /^(?:hashchange|popstate)$/.test(String(node.value));
    return isHeard && parent?.node.type === 'CallExpression'
      ? [{ name: String(node.value), start: node.start }]
      : [];
  });
  const found = [...named, ...free, ...heard].map(({ name, start }) => ({
    what: name.replace('window.', ''),
    start,
  }));
  return onceEach(found, ({ what }) => what).map(({ what, start }) =>
    flaw(script, start, 'script/shared-state', { what }),
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
