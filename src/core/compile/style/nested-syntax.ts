import type { CssNode, ParseOptions } from 'css-tree';
import { parse, tokenTypes as t } from '../../text/css-tree.ts';

/** What css-tree's parser has at hand inside a node's parser, as far as it is used here. */
interface Parser {
  readonly eof: boolean;
  readonly tokenType: number;
  readonly tokenStart: number;
  readonly tokenIndex: number;
  readonly source: string;
  /** Ours: how many rules stand around the block that is read. */
  depth?: number;
  error(message: string): never;
  next(): void;
  eat(type: number): void;
  lookupType(offset: number): number;
  createList(): { push(node: CssNode): void };
  getLocation(from: number, to: number): CssNode['loc'];
  parseWithFallback(parse: (this: Parser) => CssNode, fallback: (from: number) => CssNode): CssNode;
  consumeUntilSemicolonIncluded: (code: number) => number;
  Raw(consume: ((code: number) => number) | null, excludeBlanks: boolean): CssNode;
  Block(isStyleBlock: boolean): CssNode;
  Rule(): CssNode;
  StyleSheet(): CssNode;
  Declaration(): CssNode;
  Atrule(isStyleBlock: boolean): CssNode;
}

/**
 * css-tree's parser with nested rules as CSS Syntax 3, 5.5.4 has them: inside a rule, what reaches
 * a brace before a semicolon is a rule. The parser as it comes takes only those that begin with
 * `&`, and keeps all else as text up to the next semicolon.
 */
parse.config.context.nestedStylesheet = function (this: Parser) {
  const { Block } = this;
  this.Block = (isStyleBlock) =>
    isStyleBlock ? styleBlock.call(this) : Block.call(this, isStyleBlock);
  try {
    return this.StyleSheet();
  } finally {
    this.Block = Block;
  }
};

/** Parses style in which rules stand in rules. */
export function parseNested(style: string, options: ParseOptions): CssNode {
  return parse(style, { ...options, context: 'nestedStylesheet' });
}

/** How deep rules may stand in each other; what is deeper is kept as text, and reported. */
const mostNested = 100;

function styleBlock(this: Parser): CssNode {
  const start = this.tokenStart;
  const children = this.createList();
  const { depth = 0 } = this;
  this.depth = depth + 1;
  try {
    this.eat(t.LeftCurlyBracket);
    while (!this.eof && this.tokenType !== t.RightCurlyBracket) {
      if (this.tokenType === t.WhiteSpace || this.tokenType === t.Comment) this.next();
      else children.push(partOf(this));
    }
    if (!this.eof) this.eat(t.RightCurlyBracket);
  } finally {
    this.depth = depth;
  }
  const loc = this.getLocation(start, this.tokenStart);
  return { type: 'Block', loc, children } as unknown as CssNode;
}

function partOf(parser: Parser): CssNode {
  const raw = () => parser.Raw(null, true);
  const rawToSemicolon = () => parser.Raw(parser.consumeUntilSemicolonIncluded, true);
  if ((parser.depth ?? 0) > mostNested) {
    return parser.parseWithFallback(() => parser.error('Rules are nested too deeply'), raw);
  }
  if (parser.tokenType === t.AtKeyword) {
    return parser.parseWithFallback(() => parser.Atrule(true), raw);
  }
  if (isRuleAhead(parser)) return parser.parseWithFallback(parser.Rule, raw);
  if (parser.tokenType === t.Semicolon) return rawToSemicolon();
  const declaration = parser.parseWithFallback(parser.Declaration, rawToSemicolon);
  if ((parser.tokenType as number) === t.Semicolon) parser.next();
  return declaration;
}

/** True where a brace comes before the end of the statement; a custom property may hold one. */
function isRuleAhead(parser: Parser): boolean {
  if (parser.source.startsWith('--', parser.tokenStart)) return false;
  for (let offset = 0; ; offset += 1) {
    const type = parser.lookupType(offset);
    if (type === t.LeftCurlyBracket) return true;
    if (type === t.Semicolon || type === t.RightCurlyBracket || type === 0) return false;
  }
}
