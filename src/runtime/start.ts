/** What a mould's script has in reach under the name `mould`. */
interface MouldInReach {
  readonly root: Element;
  readonly id: string;
  readonly values: unknown;
  /** The page's own document, for what lies outside the cast on purpose. */
  readonly page: Document;
}

/** Kept on the root itself, so that two copies of this code on a page agree. */
const begun = Symbol.for('keen-mould.begun');

/**
 * Runs a cast's script once for its root: the first with this id that no script has begun yet,
 * so that the same block pasted twice runs for each. Where the root is still to come, because
 * the host put the script before it, it waits until the document is read.
 */
export function start(id: string, values: unknown, code: (mould: MouldInReach) => void): void {
  const begin = (): boolean => {
    for (const root of document.querySelectorAll<Element & { [begun]?: true }>(
      `[data-cast="${id}"]`,
    )) {
      if (root[begun]) continue;
      root[begun] = true;
      code.call(window, { root, id, values, page: document });
      return true;
    }
    return false;
  };
  if (!begin()) document.addEventListener('DOMContentLoaded', begin, { once: true });
}
