import * as cssTree from 'css-tree';

/** As much of the package's stream of tokens as is changed here; its types leave it out. */
interface TokenStream {
  offsetAndType: Uint32Array | null;
  setSource(source?: string, tokenize?: unknown): void;
}

const { prototype } = (cssTree as unknown as { TokenStream: { prototype: TokenStream } })
  .TokenStream;
const { setSource } = prototype;

/**
 * css-tree 3.2.1 keeps the tokens of the last text and, while it reads the next, looks up the type
 * of one behind its end: brackets are then paired as they were in a longer text before, and the
 * parser may never come to an end. Upstream, `TokenStream.setSource` would have to begin with
 * `offsetAndType.fill(0)`, as it does for `balance`.
 */
prototype.setSource = function (this: TokenStream, source = '', tokenize) {
  this.offsetAndType?.fill(0, 0, String(source).length + 2);
  setSource.call(this, source, tokenize);
};

/** The parser of CSS; to be had from here alone. */
export const { parse, fork } = cssTree;
