/** Gives the ids of a copy, and all that points to them, endings of their own. */
export function renumber(root: Element, from: string, to: string): void {
  for (const element of [root, ...root.querySelectorAll('*')]) {
    for (const one of element.attributes) {
      if (one.value.includes(`~${from}`)) one.value = one.value.replaceAll(`~${from}`, `~${to}`);
    }
  }
}
