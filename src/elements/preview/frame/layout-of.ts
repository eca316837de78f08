/** As many elements tell how a page is laid out; more would say the same. */
const most = 600;

/**
 * How the blocks of all casts lie: of each, whether it is to be seen, and whether it stands beside or
 * below the one before it. Where lines of text break is no part of it.
 */
export function layoutOf(page: Document): string {
  const roots = [...page.querySelectorAll('[data-cast]')];
  const all = roots.flatMap((root) => [root, ...(root.shadowRoot ?? root).querySelectorAll('*')]);
  let out = '';
  for (const element of all.slice(0, most)) {
    const { display, visibility } = getComputedStyle(element);
    if (display === 'none' || visibility !== 'visible') {
      out += '-';
      continue;
    }
    const before = element.previousElementSibling;
    // A picture or a button in a line of text moves with the words around it.
    if (!before || /^inline/.test(display)) continue;
    const [one, two] = [before.getBoundingClientRect(), element.getBoundingClientRect()];
    if (one.height === 0 || two.height === 0) out += '.';
    else out += two.top >= one.bottom - 1 ? '/' : one.top >= two.bottom - 1 ? '^' : '|';
  }
  return out;
}
