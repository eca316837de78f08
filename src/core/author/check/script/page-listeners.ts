import { literalText } from '../../../compile/script/syntax.ts';
import { escapeRegExp } from '../../../text/escape-reg-exp.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import { type Check, flaw } from '../flaw/check.ts';
import { type Call, callsOf, jqueryCall } from './calls.ts';

/** Listeners on the page itself, which hear of everything on it; one note for all. */
export const pageListeners: Check = ({ script, manifest }) => {
  const heard = callsOf(script).flatMap((call) => {
    const event = heardOnPage(call, script);
    // Waiting for the page is no listening in.
    if (!event || /^(?:DOMContentLoaded|load|ready)$/.test(event)) return [];
    return [{ event, start: call.at.node.start }];
  });
  const own = heard.filter(({ event }) => isMade(event, script));
  const others = heard.filter((one) => !own.includes(one));
  const unheard = own.find(({ event }) => !manifest.sharedEvents?.includes(event));
  const [first] = others;
  const events = [...new Set(others.map(({ event }) => event))].join(', ');
  return [
    ...(first ? [flaw(script, first.start, 'script/page-listener', { events })] : []),
    ...(unheard ? [flaw(script, unheard.start, 'script/own-event', { event: unheard.event })] : []),
  ];
};

/** True for an event that the script makes itself. */
function isMade(event: string, { text }: ScriptSource): boolean {
  const name = escapeRegExp(event);
  return new RegExp(`new\\s+(?:Custom)?Event\\(\\s*(['"\`])${name}\\1`).test(text);
}

const onPage = /^(?:window\.)?(?:document|window|self)(?:\.body)?\.addEventListener$/;
const shortInJquery = /^(?:scroll|resize|keydown|keyup|click)$/;

/** The event that a call listens for on the page. */
function heardOnPage(call: Call, script: ScriptSource): string | undefined {
  const { at, name = '', args } = call;
  const isBare = name === 'addEventListener' && !script.isDeclared(name, at);
  if (isBare || onPage.test(name)) return literalText(args[0]);
  const { selector = '', method = '' } = jqueryCall(call) ?? {};
  if (!/^(?:document|window)$/.test(selector)) return undefined;
  return shortInJquery.test(method) ? method : method === 'on' ? literalText(args[0]) : undefined;
}
