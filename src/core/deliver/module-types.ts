/** The type declarations of a module of a mould. */
export function moduleTypes(values: { readonly name: string; readonly text: string }): string {
  return `${values.text}
/** One placed copy of the mould. */
export interface Cast {
  readonly format?: 1;
  readonly mould?: string;
  readonly version?: string;
  /** A letter, then letters, digits, hyphens or underscores; by default made from the values. */
  readonly id?: string;
  readonly values?: ${values.name};
  /** Values for viewports narrower than so many px, by width. */
  readonly below?: { readonly [width: string]: Partial<${values.name}> };
  /** What is placed in its slots: casts of other moulds, or markup. */
  readonly slots?: {
    readonly [slot: string]: readonly (
      | { readonly mould: string; readonly id?: string; readonly values?: object }
      | { readonly markup: string }
    )[];
  };
  readonly kept?: { readonly [path: string]: unknown };
}

/** One thing that is wrong with a cast, or worth knowing. */
export interface Finding {
  readonly code: string;
  readonly level: 'error' | 'warning' | 'note';
  readonly message: string;
  readonly path?: string;
  readonly hint?: string;
}

/** The code of a cast, by where it goes. */
export interface Rendered {
  readonly id: string;
  readonly form: string;
  readonly parts: {
    readonly html?: string;
    readonly css?: string;
    readonly js?: string;
    readonly head?: string;
    readonly bodyEnd?: string;
    readonly open?: string;
    readonly close?: string;
  };
  readonly libraries: readonly { readonly name: string; readonly version?: string }[];
  readonly findings: readonly Finding[];
}

/** Makes casts; given to the modules of moulds that it is placed in. */
export interface Mould {
  readonly cast: (cast?: Cast) => object;
}

export interface RenderOptions {
  /** One box of code, three panes, or parts for the head, the spot and the end of the body. */
  readonly form?: 'block' | 'panes' | 'placed';
  readonly style?: 'head' | 'css' | 'file';
  /** The nonce of a content security policy. */
  readonly nonce?: string;
  /** Casts that stand before on the same page, whose shared style and code are there already. */
  readonly before?: readonly Cast[];
  /** Modules of the moulds that are placed in slots. */
  readonly moulds?: readonly { readonly name: string; readonly mould: { readonly cast: unknown } }[];
}

/** Casts, and gives the code. The same cast gives the same text, anywhere. */
export declare function render(cast?: Cast | readonly Cast[], options?: RenderOptions): Rendered;
export declare const mould: Mould;
export declare const name: string;
export declare const title: string;
export declare const version: string;
`;
}
