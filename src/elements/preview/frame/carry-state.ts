/**
 * Remembers where a person is in some content: what is scrolled, open, typed and chosen.
 *
 * @returns brings it to what takes the place of that, as far as it can be found again there
 */
export function carryState(from: Element): (to: Element) => void {
  const children = [...from.children].map(carryState);
  const { localName, scrollLeft, scrollTop } = from;
  const own = ownState(from);
  return (to) => {
    if (to.localName !== localName) return;
    own(to);
    for (const [at, carry] of children.entries()) {
      const child = to.children[at];
      if (child) carry(child);
    }
    if (scrollLeft || scrollTop) {
      to.scrollTo({ left: scrollLeft, top: scrollTop, behavior: 'instant' });
    }
  };
}

function ownState(from: Element): (to: Element) => void {
  if (from instanceof HTMLDetailsElement) {
    const { open } = from;
    return (to) => to.toggleAttribute('open', open);
  }
  if (from instanceof HTMLTextAreaElement && from.value !== from.defaultValue) {
    const { value } = from;
    return (to) => Object.assign(to, { value });
  }
  if (!(from instanceof HTMLInputElement)) return () => {};
  const { type, value, checked } = from;
  const isChosen = checked !== from.defaultChecked;
  const isTyped = !/^(?:checkbox|radio|file)$/.test(type) && value !== from.defaultValue;
  return (to) => {
    if (!(to instanceof HTMLInputElement) || to.type !== type) return;
    if (isChosen) to.checked = checked;
    if (isTyped) to.value = value;
  };
}
