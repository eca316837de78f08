import { findNodeAtLocation, type ParseError, parseTree, printParseErrorCode } from 'jsonc-parser';
import { type Finding, finding, type Place } from '../problem/finding.ts';
import { indexLines } from '../text/line-index.ts';

/** Any JSON value (RFC 8259). */
export type Json = string | number | boolean | null | readonly Json[] | JsonObject;
export interface JsonObject {
  readonly [key: string]: Json;
}

/** Steps into a JSON document: object keys and array indexes. */
export type JsonPath = readonly (string | number)[];

/** A JSON text with its value and the places of its parts. */
export interface JsonSource {
  /** Undefined when the text is not JSON; then `findings` says why. */
  readonly value: Json | undefined;
  readonly findings: readonly Finding[];
  /** Where the value at a path begins, or the nearest value around it. */
  placeOf(path: JsonPath): Place;
}

const what: Readonly<Record<string, string>> = {
  InvalidSymbol: 'this word is not valid in JSON',
  InvalidNumberFormat: 'this number is not valid in JSON',
  PropertyNameExpected: 'a property name in double quotes is expected',
  ValueExpected: 'a value is expected',
  ColonExpected: 'a colon is expected',
  CommaExpected: 'a comma is expected',
  CloseBraceExpected: 'a closing brace is expected',
  CloseBracketExpected: 'a closing bracket is expected',
  EndOfFileExpected: 'there is extra text after the end',
  InvalidCommentToken: 'comments are not allowed',
  UnexpectedEndOfComment: 'comments are not allowed',
  UnexpectedEndOfString: 'a string never ends',
  UnexpectedEndOfNumber: 'a number is incomplete',
  InvalidUnicode: 'a \\u escape is invalid',
  InvalidEscapeCharacter: 'a backslash is followed by a character that cannot be escaped',
  InvalidCharacter: 'a string contains a control character',
};

/**
 * Reads a JSON text and remembers where each of its values stands. Never throws.
 *
 * The value comes from the language's own JSON.parse, which keeps a key such as `__proto__`
 * an ordinary key; the tree of offsets is only built when a place is asked for.
 */
export function parseJson(file: string, text: string): JsonSource {
  const source = text.replace(/^\uFEFF/, '');
  const lines = indexLines(file, source);
  let tree: ReturnType<typeof parseTree>;
  const placeOf = (path: JsonPath): Place => {
    tree ??= parseTree(source);
    for (let length = path.length; tree && length > 0; length -= 1) {
      const node = findNodeAtLocation(tree, path.slice(0, length));
      if (node) return lines.placeAt(node.offset);
    }
    return lines.placeAt(tree?.offset ?? 0);
  };
  try {
    return { value: JSON.parse(source) as Json, findings: [], placeOf };
  } catch {
    const errors: ParseError[] = [];
    parseTree(source, errors, { disallowComments: true, allowTrailingComma: false });
    const first = errors[0];
    const code = first ? printParseErrorCode(first.error) : '';
    const problem = finding(
      'json/broken',
      { what: source.trim() === '' ? 'the file is empty' : (what[code] ?? 'it cannot be read') },
      lines.placeAt(first?.offset ?? 0),
    );
    return { value: undefined, findings: [problem], placeOf };
  }
}

/** True for a JSON object, not for an array or null. */
export function isJsonObject(value: unknown): value is JsonObject {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
