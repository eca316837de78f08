import type * as Whole from 'css-tree';
import { Lexer } from 'css-tree/lexer';

export type CssLexer = typeof Whole.lexer;

/** Definitions of types, properties and at-rules, as css-tree has them. */
export interface CssDefinitions {
  readonly types: Readonly<Record<string, string>>;
  readonly properties?: Readonly<Record<string, string>>;
  readonly atrules?: Readonly<Record<string, object>>;
}

/**
 * Makes what matches values against definitions, in Value Definition Syntax (CSS Values 4, 2).
 *
 * @param syntax what reads and writes syntax trees; texts alone can be matched without
 */
export function lexerOf(definitions: CssDefinitions, syntax: object = {}): CssLexer {
  // The structure of syntax trees is not checked here.
  return new Lexer({ generic: true, ...definitions }, syntax, {}) as CssLexer;
}
