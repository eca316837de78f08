import type { Nodes } from 'hast';
import { fromParse5 } from 'hast-util-from-parse5';
import { parseFragment } from 'parse5';

/** Reads some HTML as a browser does. */
export function htmlTree(html: string): Nodes {
  return fromParse5(parseFragment(html) as never, { space: 'html' }) as Nodes;
}
