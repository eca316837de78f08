/** Text style that elements take from what they stand in. */
const inherited =
  'color font-family font-size font-weight font-style font-stretch font-variant font-feature-settings letter-spacing word-spacing text-align text-indent text-transform text-shadow white-space word-break overflow-wrap hyphens tab-size cursor list-style-type list-style-position list-style-image quotes border-collapse border-spacing caption-side empty-cells visibility direction writing-mode fill stroke color-scheme accent-color caret-color pointer-events user-select text-rendering -webkit-font-smoothing -webkit-text-fill-color line-height'.split(
    ' ',
  );

/**
 * Gives what is placed in the slots of a cast the text style of the host around the cast, and keeps
 * to it where the host takes on another.
 */
export function slots(cast: string | HTMLElement): void {
  const roots =
    typeof cast === 'string'
      ? document.querySelectorAll<HTMLElement>(`[data-cast="${cast}"]`)
      : [cast];
  for (const root of roots) {
    // A custom element has its root in a shadow tree.
    const around = root.parentElement ?? (root.getRootNode() as ShadowRoot).host;
    const boxes = [...root.querySelectorAll<HTMLElement>('[data-slot]:not([data-inherits])')];
    const own = boxes.filter((one) => one.parentElement?.closest('[data-cast]') === root);
    if (!around || root.hasAttribute('data-slotted')) continue;
    root.setAttribute('data-slotted', '');
    const take = (): void => {
      // Computed values where they can be had: a line height may be a bare number, a colour the
      // current one, and what is used of either would not follow what stands in the slot.
      const computed = around.computedStyleMap?.();
      const used = getComputedStyle(around);
      for (const box of own) {
        for (const name of inherited) {
          const value = computed ? computed.get(name) : used.getPropertyValue(name);
          // `currentcolor` is the colour it was.
          const isCurrent = /.color|fill|stroke/.test(name) && String(value) === used.color;
          box.style.setProperty(name, isCurrent ? '' : String(value ?? ''));
        }
      }
    };
    take();
    addEventListener('resize', take);
    addEventListener('load', take, true);
    const changes = new MutationObserver(take);
    for (let one: Element | null = around; one; one = one.parentElement) {
      changes.observe(one, { attributes: true });
    }
    changes.observe(document.head, { childList: true, subtree: true, characterData: true });
  }
}
