/** Sends an event of an element of ours to its embedder, out of all shadow roots. */
export function emit(element: HTMLElement, name: string, detail: unknown): void {
  element.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true }));
}
