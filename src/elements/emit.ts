/**
 * Sends an event of an element of ours to its embedder, out of all shadow roots.
 *
 * @returns false where the embedder takes over what would come of it by default
 */
export function emit(element: HTMLElement, name: string, detail: unknown): boolean {
  const event = new CustomEvent(name, {
    detail,
    bubbles: true,
    composed: true,
    cancelable: name === 'km-file',
  });
  return element.dispatchEvent(event);
}
