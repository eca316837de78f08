// The parts of css-tree have no types of their own; what is in them is typed where they are taken.
declare module 'css-tree/generator' {
  const generate: unknown;

  export { generate as default };
}
declare module 'css-tree/parser' {
  const parse: unknown;

  export { parse as default };
}
declare module 'css-tree/walker' {
  const walk: unknown;

  export { walk as default };
}
declare module 'css-tree/tokenizer' {
  export const TokenStream: unknown;
  export const tokenize: unknown;
  export const tokenTypes: unknown;
}
declare module 'css-tree/utils' {
  export const keyword: unknown;
  export const string: unknown;
  export const url: unknown;
}
declare module 'css-tree/lexer' {
  export const Lexer: new (config: object, syntax: object, structure: object) => unknown;
}
declare module 'css-tree/definition-syntax' {
  export const walk: typeof import('css-tree')['definitionSyntax']['walk'];
}
