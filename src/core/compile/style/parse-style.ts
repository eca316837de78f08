import { type CssNode, parse } from 'css-tree';

/** A style sheet as the CSS parser gives it; values and preludes of at-rules are raw text. */
export interface ParsedStyle {
  readonly tree: CssNode;
  /** What could not be read, and where. */
  readonly faults: readonly { readonly what: string; readonly offset: number }[];
}

/** Parses a style sheet. A stretch that cannot be read is kept raw and noted. */
export function parseStyle(style: string): ParsedStyle {
  const faults: { what: string; offset: number }[] = [];
  const tree = parse(style, {
    positions: true,
    parseValue: false,
    parseAtrulePrelude: false,
    onParseError: ({ message, offset }) => {
      faults.push({ what: message.replace(/\.$/, '').toLowerCase(), offset });
    },
  });
  return { tree, faults };
}
