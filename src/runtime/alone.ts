/** For a cast that runs nothing: copies of its block get ids of their own. */
export function alone(id: string): void {
  document.querySelectorAll(`[data-cast="${id}"]`).forEach((root, at) => {
    if (!at || root.hasAttribute('data-copy')) return;
    root.setAttribute('data-copy', `${at}`);
    for (const one of [root, ...root.querySelectorAll('*')]) {
      for (const { name, value } of one.attributes) {
        one.setAttribute(name, value.replaceAll(`~${id}`, `~${id}-${at + 1}`));
      }
    }
  });
}
