import type { CssNode, ParseOptions } from 'css-tree';
import { find, parse } from '../../text/css-tree.ts';
import { parseNested } from './nested-syntax.ts';

/** A style sheet as the CSS parser gives it; values and preludes of at-rules are raw text. */
export interface ParsedStyle {
  readonly tree: CssNode;
  /** What could not be read, and where. */
  readonly faults: readonly { readonly what: string; readonly offset: number }[];
}

/** Parses a style sheet. A stretch that cannot be read is kept raw and noted. */
export function parseStyle(style: string): ParsedStyle {
  const read = parseWith(parse, style);
  // The other way looks ahead at each declaration, and only nested rules need it.
  const isNested =
    /\{[^{}]*\{/.test(style) && (read.faults.length > 0 || find(read.tree, holdsRule) !== null);
  return isNested ? parseWith(parseNested, style) : read;
}

function parseWith(
  parser: (text: string, options: ParseOptions) => CssNode,
  style: string,
): ParsedStyle {
  const faults: { what: string; offset: number }[] = [];
  const tree = parser(style, {
    positions: true,
    parseValue: false,
    parseAtrulePrelude: false,
    onParseError: ({ message, offset }) => {
      faults.push({ what: message.replace(/\.$/, '').toLowerCase(), offset });
    },
  });
  return { tree, faults };
}

/** `a:hover { }` inside a rule reads as a declaration. */
function holdsRule(node: CssNode): boolean {
  return (
    node.type === 'Declaration' &&
    node.value.type === 'Raw' &&
    !node.property.startsWith('--') &&
    node.value.value.includes('{')
  );
}
