import { literalText, memberName, type Syntax } from '../../../compile/script/syntax.ts';
import { type Check, flaw } from '../flaw/check.ts';

/** Script that hears a pointer come and go, and nothing a finger or a keyboard does. */
export const pointerOnly: Check = ({ script, markup }) => {
  const heard = script.of('CallExpression').flatMap(({ node }) => {
    const name = memberName(node.callee as Syntax) ?? '';
    const [first] = node.arguments as readonly Syntax[];
    if (name === 'addEventListener' || name === 'on') {
      return (literalText(first) ?? '').split(' ').map((event) => ({ event, start: node.start }));
    }
    if (!jqueryShort.has(name)) return [];
    return [{ event: name === 'hover' ? 'mouseenter' : name, start: node.start }];
  });
  const hover = heard.find(({ event }) => /^(?:mouseenter|mouseover|pointerenter)$/.test(event));
  const inMarkup = markup.attributes.flatMap((name) => (/^on/.test(name) ? [name.slice(2)] : []));
  const words = [...heard.map(({ event }) => event), ...inMarkup];
  const isTwinned = words.some((one) =>
    /^(?:click|focus|focusin|touch|pointerdown|key|toggle)/.test(one),
  );
  return hover && !isTwinned ? [flaw(script, hover.start, 'script/hover-only', {})] : [];
};

const jqueryShort = new Set(['hover', 'mouseenter', 'mouseover', 'click', 'focus', 'keydown']);
