// The picker without the element that its package defines by itself.
declare module 'vanilla-colorful/lib/entrypoints/hex.js' {
  export class HexBase extends HTMLElement {}
}
