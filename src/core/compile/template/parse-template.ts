import { type DefaultTreeAdapterTypes, parseFragment } from 'parse5';

/** A template as the HTML parser gives it. */
export interface ParsedTemplate {
  readonly nodes: readonly DefaultTreeAdapterTypes.ChildNode[];
  /** True where the source ends in the middle of a tag or a comment. */
  readonly breaksOff: boolean;
}

/** Parse errors of a source that ends inside something (HTML Standard, 13.2.2). */
const breakingOff = /^eof-(?:in-(?:tag|comment|doctype|cdata)|before-tag-name)$/;

/** Parses a fragment of HTML as a browser does (HTML Standard, 13.4), offsets kept. */
export function parseTemplate(source: string): ParsedTemplate {
  let breaksOff = false;
  const { childNodes } = parseFragment(source, {
    sourceCodeLocationInfo: true,
    onParseError: ({ code }) => {
      if (breakingOff.test(code)) breaksOff = true;
    },
  });
  return { nodes: childNodes, breaksOff };
}
