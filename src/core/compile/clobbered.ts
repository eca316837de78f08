import type { Markup } from './template/markup.ts';

/**
 * Members of an element that code around a cast asks for. A control of a form with such a name
 * hides the member of its form (HTML Standard, 4.10.3, named properties).
 */
const members =
  /^(?:dataset|id|style|classList|attributes|children|childNodes|parentElement|parentNode|firstChild|nextSibling|isConnected|shadowRoot|ownerDocument|localName|nodeType|textContent|innerHTML|hidden|tagName|matches|closest|contains|append|prepend|remove|replaceWith|replaceChildren|cloneNode|querySelector(?:All)?|getRootNode|(?:get|set|has|remove)Attribute(?:Names)?|(?:add|remove)EventListener|dispatchEvent|getBoundingClientRect|attachShadow|insertAdjacentHTML)$/;

/** Controls of a form whose name, or may-be name, hides a member of the form itself. */
function hidesMember(value: string | undefined): boolean {
  return value !== undefined && (members.test(value) || value.includes('{~'));
}

/** True where the form at the top has such a control, so that it cannot be the root itself. */
export function isClobbered({ elements, topLevel }: Markup): boolean {
  if (topLevel?.name !== 'form') return false;
  return elements.some((one) => hidesMember(one.valueOf('name')) || hidesMember(one.valueOf('id')));
}
