/** True for a selector that finds a box by the attributes that it has of the author's body. */
export function attributed(css: string): boolean {
  return !document.createElement('div').matches(css);
}
