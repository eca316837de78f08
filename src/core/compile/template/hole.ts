/** A place in the template that a value fills, or that stands for a plain `{~`. */
export type Hole =
  | { readonly is: 'binding'; readonly start: number; readonly end: number; readonly path: string }
  | { readonly is: 'plain'; readonly start: number; readonly end: number }
  | { readonly is: 'unclosed'; readonly start: number; readonly end: number };

/** Finds every `{~…~}`, every `{~~`, and every `{~` that never ends. */
export function findHoles(source: string): Hole[] {
  return [...source.matchAll(/\{~(?:(~)|([^{}<>"'~]*)~\})?/g)].map((match): Hole => {
    const range = { start: match.index, end: match.index + match[0].length };
    if (match[1] !== undefined) return { is: 'plain', ...range };
    if (match[2] === undefined) return { is: 'unclosed', ...range };
    return { is: 'binding', ...range, path: match[2].trim() };
  });
}
