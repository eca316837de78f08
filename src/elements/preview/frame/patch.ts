/** Attributes that say something and that no script is likely to have taken in at its start. */
const patched = new Set([
  'alt',
  'aria-label',
  'data-km-fields',
  'href',
  'placeholder',
  'poster',
  'rel',
  'src',
  'srcset',
  'target',
  'title',
  'value',
]);

/**
 * Finds what changes the words of some content in place, so that all that is open or running in it
 * goes on: where only texts and such attributes differ, and each is still as it was written.
 *
 * @param before the content as it was written
 * @param after the content as it is to be
 * @param live what became of the first on the page
 * @param typedInto an element of it that is being typed into, and left alone
 * @returns makes the change; undefined where the content has to be put anew
 */
export function patchFor(
  before: Node,
  after: Node,
  live: Node,
  typedInto?: Node,
): (() => void) | undefined {
  const steps: (() => void)[] = [];
  return collect(before, after, live, { steps, typedInto })
    ? () => {
        for (const step of steps) step();
      }
    : undefined;
}

interface Patch {
  readonly steps: (() => void)[];
  readonly typedInto: Node | undefined;
}

function collect(before: Node, after: Node, live: Node, patch: Patch): boolean {
  const { steps, typedInto } = patch;
  if (live === typedInto || before.isEqualNode(after)) return true;
  if (before.nodeType !== after.nodeType || before.nodeName !== after.nodeName) return false;
  if (live.nodeName !== before.nodeName) return false;
  if (before.nodeType === Node.TEXT_NODE) {
    if (live.nodeValue !== before.nodeValue) return false;
    steps.push(() => {
      live.nodeValue = after.nodeValue;
    });
    return true;
  }
  if (!(before instanceof Element && after instanceof Element && live instanceof Element)) {
    return false;
  }
  if (!collectAttributes(before, after, live, steps)) return false;
  const [old, fresh, now] = [before, after, live].map(({ childNodes }) => childNodes);
  if (!old || !fresh || !now || old.length !== fresh.length) return false;
  if (old.length !== now.length)
    return [...old].every((one, at) => one.isEqualNode(fresh[at] ?? null));
  return [...old].every((one, at) => collect(one, fresh[at] as Node, now[at] as Node, patch));
}

function collectAttributes(before: Element, after: Element, live: Element, steps: (() => void)[]) {
  const names = new Set([...before.getAttributeNames(), ...after.getAttributeNames()]);
  for (const name of names) {
    const value = after.getAttribute(name);
    if (before.getAttribute(name) === value) continue;
    if (!patched.has(name) || live.getAttribute(name) !== before.getAttribute(name)) return false;
    steps.push(() => {
      if (value === null) live.removeAttribute(name);
      else live.setAttribute(name, value);
    });
  }
  return true;
}
