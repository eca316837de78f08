/**
 * How deep things may nest. Browsers keep no more than 512 elements in each other, and what walks
 * a tree by calling itself comes to the end of its stack somewhere beyond.
 */
export const deepest = { markup: 500, text: 200, style: 100, fields: 30 } as const;

/** Elements that never hold any, and those that end of themselves (HTML Standard, 13.1.2). */
const flat =
  /^(?:area|base|br|col|embed|hr|img|input|link|meta|source|track|wbr|p|li|d[dt]|r[pt]|opt(?:ion|group)|t(?:body|foot|head|[dhr])|caption|colgroup)$/i;

const unread = /<!--[\s\S]*?(?:-->|$)|<(script|style|textarea|title)\b[\s\S]*?(?:<\/\1|$)/gi;

/** How many elements of some markup stand in each other at most, as far as its tags tell. */
export function nestingOfMarkup(markup: string, enough: number): number {
  if (countOf(markup, '<') <= enough) return 0;
  let depth = 0;
  let most = 0;
  let drawing = 0;
  for (const [tag, end, name = ''] of markup
    .replace(unread, '')
    .matchAll(/<(\/?)([a-z][^\s/>]*)[^>]*>?/gi)) {
    const isDrawing = /^svg$/i.test(name);
    if (flat.test(name) || (drawing > 0 && tag.endsWith('/>'))) continue;
    if (isDrawing) drawing = Math.max(0, drawing + (end ? -1 : 1));
    depth = Math.max(0, depth + (end ? -1 : 1));
    most = Math.max(most, depth);
  }
  return most;
}

/** How many brackets of some CSS stand in each other at most; strings and comments apart. */
export function nestingOfStyle(style: string): number {
  let depth = 0;
  let most = 0;
  const parts =
    /\/\*[\s\S]*?(?:\*\/|$)|"(?:\\[\s\S]|[^"\\\n])*"?|'(?:\\[\s\S]|[^'\\\n])*'?|\\[\s\S]|[({[]|[)}\]]/g;
  for (const [part] of style.matchAll(parts)) {
    if (part.length > 1) continue;
    depth = /[({[]/.test(part) ? depth + 1 : Math.max(0, depth - (/[)}\]]/.test(part) ? 1 : 0));
    most = Math.max(most, depth);
  }
  return most;
}

/** How many objects and lists of a value stand in each other at most. */
export function nestingOfValue(value: unknown): number {
  let level: unknown[] = [value];
  let depth = 0;
  for (; level.length > 0; depth += 1) {
    level = level.flatMap((one) =>
      typeof one === 'object' && one !== null ? Object.values(one) : [],
    );
  }
  return depth - 1;
}

function countOf(text: string, sign: string): number {
  let count = 0;
  for (let at = text.indexOf(sign); at >= 0; at = text.indexOf(sign, at + 1)) count += 1;
  return count;
}

/** True for a text with markup that nests no deeper than is read. */
export function isShallow(text: string): boolean {
  return nestingOfMarkup(text, deepest.text) <= deepest.text;
}
