import {
  type EffectKind,
  effectsIn,
  type PageEffect,
} from '../../../compile/script/page-effects.ts';
import { fieldsBelow } from '../../../model/field.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import { type Check, flaw } from '../flaw/check.ts';
import { type Call, callsOf, jqueryCall, membersOf, onceEach } from './calls.ts';

/** `document.write`, which has no place of its own in a cast. */
export const documentWrite: Check = ({ script, markup }) => {
  if (markup.having('data-write').length > 0) return [];
  const call = callsOf(script).find(({ name = '' }) =>
    /^(?:window\.)?document\.(?:write|writeln|open)$/.test(name),
  );
  return call ? [flaw(script, call.at.node.start, 'script/document-write', {})] : [];
};

/** Both at once are what scrolls, which has to be the page's own. */
const wholePage = /^\s*(?:html\s*,\s*body|body\s*,\s*html)\s*$/i;
const changingInJquery = /^(?:css|addClass|removeClass|toggleClass|attr|html)$/;

/** Changes to what a page has one of, which no cast can have of its own. */
export const pageChanges: Check = ({ script }) => {
  const byJquery = callsOf(script).flatMap((call) => {
    const what = changeByJquery(call);
    return what === undefined ? [] : [{ what, start: call.at.node.start }];
  });
  const found = [...effects(script, 'changes'), ...byJquery];
  return onceEach(found, ({ what }) => what).map(({ what, start }) =>
    flaw(script, start, 'script/changes-page', { what }),
  );
};

/** What runs or looks outside of its cast. */
export const leavesCast: Check = ({ script }) =>
  onceEach(effects(script, 'leaves'), ({ what }) => what).map(({ what, start, why }) =>
    flaw(script, start, 'script/leaves-cast', { what, why }),
  );

/** What all copies of a widget share with each other and with their page. */
export const sharedState: Check = ({ script }) =>
  onceEach(effects(script, 'shares'), ({ what }) => what).map(({ what, start }) =>
    flaw(script, start, 'script/shared-state', { what }),
  );

function effects(script: ScriptSource, kind: EffectKind): PageEffect[] {
  return effectsIn(script.of).filter((one) => one.kind === kind);
}

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

function changeByJquery(call: Call): string | undefined {
  const { selector = '', method = '' } = jqueryCall(call) ?? {};
  if (!wholePage.test(selector) || !changingInJquery.test(method)) return undefined;
  // `.css('width')` only asks.
  const isAsked = /^(?:css|attr)$/.test(method)
    ? call.args.length === 1 && call.args[0]?.type === 'Literal'
    : call.args.length === 0;
  return isAsked ? undefined : `$('${selector}').${method}`;
}
