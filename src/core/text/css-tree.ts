// css-tree in the parts that are needed, each as the package exports it: its whole comes with the
// grammar of every property, and reads files beside itself where it runs in Node.js.
import type * as Whole from 'css-tree';
import generator from 'css-tree/generator';
import parser from 'css-tree/parser';
import { tokenize as split, TokenStream, tokenTypes as types } from 'css-tree/tokenizer';
import * as utils from 'css-tree/utils';
import walker from 'css-tree/walker';

/** As much of the package's stream of tokens as is changed here. */
interface Stream {
  offsetAndType: Uint32Array | null;
  setSource(source?: string, tokenize?: unknown): void;
}

const { prototype } = TokenStream as { readonly prototype: Stream };
const { setSource } = prototype;

/**
 * css-tree 3.2.1 keeps the tokens of the last text and, while it reads the next, looks up the type
 * of one behind its end: brackets are then paired as they were in a longer text before, and the
 * parser may never come to an end. Upstream, `TokenStream.setSource` would have to begin with
 * `offsetAndType.fill(0)`, as it does for `balance`.
 */
prototype.setSource = function (this: Stream, source = '', tokenize) {
  this.offsetAndType?.fill(0, 0, String(source).length + 2);
  setSource.call(this, source, tokenize);
};

type Parse = typeof Whole.parse & {
  /** What a text can be read as: each is called with the parser as its `this`. */
  readonly config: { readonly context: Record<string, (this: never) => Whole.CssNode> };
};

export const parse = parser as Parse;
export const generate = generator as typeof Whole.generate;
export const walk = walker as typeof Whole.walk;
export const { find } = walker as { readonly find: typeof Whole.find };
export const tokenize = split as typeof Whole.tokenize;
export const tokenTypes = types as typeof Whole.tokenTypes;
export const { keyword, string, url } = utils as Pick<typeof Whole, 'keyword' | 'string' | 'url'>;
