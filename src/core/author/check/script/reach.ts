import { type Check, flaw } from '../check.ts';
import {
  dottedName,
  literalText,
  memberName,
  type ScriptNode,
  type ScriptSource,
  type Syntax,
} from '../subject/script-source.ts';

/** `document.write`, which wipes a page that is there already. */
export const documentWrite: Check = ({ script }) => {
  const call = callsOf(script).find(({ name }) =>
    /^(?:window\.)?document\.(?:write|writeln|open)$/.test(name ?? ''),
  );
  return call ? [flaw(script, call.at.node.start, 'script/document-write', {})] : [];
};

const page = /^(?:window\.)?document\.(?:body|documentElement|head)$/;
const changing = new Set([
  ...['append', 'appendChild', 'prepend', 'insertBefore', 'insertAdjacentHTML', 'setAttribute'],
  ...['insertAdjacentElement', 'replaceChildren', 'removeAttribute', 'toggleAttribute'],
]);
const changingInJquery =
  /^(?:css|addClass|removeClass|toggleClass|append|prepend|attr|html|width|height)$/;

/** Changes to the page's own elements. */
export const pageChanges: Check = ({ script }) => {
  const found: { what: string; start: number }[] = [];
  for (const { at, name } of callsOf(script)) {
    const [, of = '', method = ''] = /^(.*?)((?:\.\w+)?\.\w+)$/.exec(name ?? '') ?? [];
    const last = method.split('.').at(-1) ?? '';
    const direct = name?.slice(0, name.length - last.length - 1) ?? '';
    const isClassList = /^\.classList\.(?:add|remove|toggle|replace)$/.test(method);
    const isStyle = /^\.style\.(?:setProperty|removeProperty)$/.test(method);
    if ((isClassList || isStyle) && page.test(of))
      found.push({ what: name as string, start: at.node.start });
    else if (changing.has(last) && page.test(direct))
      found.push({ what: name as string, start: at.node.start });
    else {
      const { selector, method: called } = jqueryCall(at.node) ?? {};
      if (
        selector &&
        /^(?:html|body|html, ?body)$/i.test(selector) &&
        changingInJquery.test(called ?? '')
      ) {
        const what = `$('${selector}').${called}`;
        // `.css('width')` with one name only asks.
        const { arguments: args } = at.node as unknown as { arguments: readonly Syntax[] };
        const asks =
          /^(?:css|attr)$/.test(called ?? '') && args.length === 1 && args[0]?.type === 'Literal';
        if (!asks && args.length > 0) found.push({ what, start: at.node.start });
      }
    }
  }
  for (const { node } of script.of('AssignmentExpression')) {
    const name = dottedName(node.left as Syntax) ?? '';
    const [, of = ''] = /^(.*?)(?:\.style)?\.\w+$/.exec(name) ?? [];
    const isOwnHandler = /\.on[a-z]+$/.test(name);
    if ((page.test(of) && !isOwnHandler) || name === 'document.title') {
      found.push({ what: name, start: node.start });
    }
  }
  return onceEach(found, ({ what }) => what).map(({ what, start }) =>
    flaw(script, start, 'script/changes-page', { what }),
  );
};

/** Handlers of the page that take the place of those it has. */
export const takenHandlers: Check = ({ script }) => {
  const found = script.of('AssignmentExpression').flatMap(({ node }) => {
    const name = dottedName(node.left as Syntax) ?? '';
    const isTaken = /^(?:window|document|window\.document|document\.body|self)\.on[a-z]+$/.test(
      name,
    );
    return isTaken ? [{ what: name, start: node.start }] : [];
  });
  return onceEach(found, ({ what }) => what).map(({ what, start }) => {
    const event = what.slice(what.lastIndexOf('.on') + 3);
    return flaw(script, start, 'script/takes-handler', { what, event });
  });
};

/** Listeners on the page itself, which hear of everything on it; one note for all. */
export const pageListeners: Check = ({ script }) => {
  const heard = callsOf(script).flatMap(({ at, name }) => {
    const { arguments: args } = at.node as unknown as { arguments: readonly Syntax[] };
    const direct = /^(?:window\.)?(?:document|window|self)(?:\.body)?\.addEventListener$/.test(
      name ?? '',
    );
    const bare = name === 'addEventListener' && !script.isDeclared(name, at);
    const { selector, method = '' } = jqueryCall(at.node) ?? {};
    const inJquery =
      /^(?:document|window)$/.test(selector ?? '') &&
      /^(?:on|scroll|resize|keydown|keyup|click)$/.test(method);
    if (!direct && !bare && !inJquery) return [];
    const event = inJquery && method !== 'on' ? method : (literalText(args[0]) ?? '');
    // Waiting for the page is no listening in.
    if (event === '' || /^(?:DOMContentLoaded|load|ready)$/.test(event)) return [];
    return [{ event, start: at.node.start }];
  });
  const [first] = heard;
  if (!first) return [];
  const events = [...new Set(heard.map(({ event }) => event))].join(', ');
  return [flaw(script, first.start, 'script/page-listener', { events })];
};

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

interface Call {
  readonly at: ScriptNode;
  /** What is called, as far as it is a chain of names. */
  readonly name: string | undefined;
}

function callsOf(script: ScriptSource): Call[] {
  return script
    .of('CallExpression')
    .map((at) => ({ at, name: dottedName(at.node.callee as Syntax) }));
}

/** `$(SELECTOR).METHOD(…)`, where the selector is a string or one of the page's own names. */
function jqueryCall(node: Syntax): { selector: string; method: string } | undefined {
  const callee = node.callee as Syntax;
  const object = callee?.type === 'MemberExpression' ? (callee.object as Syntax) : undefined;
  if (object?.type !== 'CallExpression') return undefined;
  const called = dottedName(object.callee as Syntax);
  if (called !== '$' && called !== 'jQuery') return undefined;
  const [first] = object.arguments as readonly Syntax[];
  const selector = literalText(first) ?? dottedName(first);
  const method = memberName(callee);
  return selector !== undefined && method !== undefined ? { selector, method } : undefined;
}

function onceEach<T>(items: readonly T[], key: (item: T) => string): T[] {
  const seen = new Set<string>();
  return items.filter((item) => !seen.has(key(item)) && seen.add(key(item)));
}
