/** What every script of a mould has in reach under the name `mould`. */
export interface MouldInReach {
  /** The element of the cast, or its shadow root. */
  readonly root: Element | ShadowRoot;
  readonly id: string;
  readonly values: unknown;
  /** The page's own document, for what lies outside the cast on purpose. */
  readonly page: Document;
  /** What all casts of a page hear and may say something on. */
  readonly channel: EventTarget;
  /** An id, name or `#` address of this cast as its author wrote it; anything else as it is. */
  readonly plain: (value: unknown) => unknown;
  /** A selector of the author's as it holds in this cast; there where ids are. */
  readonly own: ((selector: string) => string) | undefined;
  /** Takes the functions of the inline handlers, by their number in the markup. */
  readonly handlers: (list: readonly Handler[]) => void;
  /** Reports a part of the script that failed, so that the next can run. */
  readonly failed: (error: unknown) => void;
}

export type Handler = (this: Element, event: Event) => unknown;

/** What a page is given for a mould, once. */
export interface MouldCode {
  /** Names of the page that the script is given its own of. */
  readonly names?: readonly string[];
  /** True where the root is a box around what the author wrote. */
  readonly box?: boolean;
  /** The jQuery it came with, by the address it was loaded from. */
  readonly jquery?: string;
  /** Keys of the libraries it needs, in order; see `library`. */
  readonly libraries?: readonly string[];
  /** Names that handlers in markup of the script's own call. */
  readonly shared?: readonly string[];
  /** What its values are where a cast came without any. */
  readonly values?: unknown;
  readonly code: (this: unknown, mould: MouldInReach, ...reach: unknown[]) => unknown;
}

/** A library whose text came along. */
export interface LibraryCode {
  /** True for one that is run once a page, false for one that is run once a cast. */
  readonly once: boolean;
  readonly names: readonly string[];
  readonly code: (this: unknown, ...reach: unknown[]) => unknown;
}

/** A cast at work. */
export interface Running {
  /** The element that carries data-cast. */
  readonly root: HTMLElement;
  /** What holds its content: the root, or its shadow root. */
  readonly tree: HTMLElement | ShadowRoot;
  /** The element that stands for the body of the author's page. */
  readonly base: HTMLElement;
  /** True where that element is none of the author's own. */
  readonly box: boolean;
  readonly id: string;
  /** What its ids end with; empty in a shadow root. */
  readonly suffix: string;
  /** False for what is placed in a slot: it is the host's, or of another cast. */
  readonly owns: (element: Element) => boolean;
  /** Does something now and whenever the cast comes back, and undoes it when it is taken away. */
  readonly keep: (go: () => void, stop: () => void) => () => void;
}

/** A script's own window; `reach` hands out what it has by name. */
export type Reach = Window & Record<string, unknown>;

/** Gives an event as a cast may see it, or undefined where it is not to hear of it. */
export type View = (event: Event) => Event | undefined;

/** Elements as the DOM lists them, as far as scripts make use of it. */
type ListOfElements = Iterable<HTMLElement> & {
  readonly length: number;
  readonly [at: number]: HTMLElement;
  item(at: number): HTMLElement | null;
};

/** What a part that adds to a cast's confinement works with. */
export interface Confinement {
  readonly page: Registry;
  readonly cast: Running;
  reach: Reach;
  view: View;
  /** What elements are looked up in. */
  readonly within: HTMLElement;
  readonly hasSlots: boolean;
  /** All elements of the cast that a selector of the author's finds. */
  readonly all: (selector: string) => ListOfElements;
  /** Members of the cast's own document and window. */
  readonly ofDocument: Record<string, unknown>;
  readonly ofWindow: Record<string, unknown>;
  /** Called with what is written to one of these. */
  take: (members: object, key: string | symbol, value: unknown) => void;
  /** A selector of the author's as it holds in this cast. */
  readonly own: (selector: string) => string;
  /** Sees to what a script has just made, before another cast makes the like. */
  readonly settle: () => void;
  /** True for an event of loading that has passed; then the listener is run soon. */
  runLate: (type: string, run: () => void) => boolean;
}

/** One a page: what all casts on it share. Every part is there once, whichever block brought it. */
export interface Registry {
  mould(name: string, about: Omit<MouldCode, 'code'>, code: MouldCode['code']): void;
  /** @param all its roots, where they are known; else those of that id in the page */
  cast(id: string, values?: unknown, all?: readonly HTMLElement[]): void;
  channel: EventTarget;
  /** Which cast said an event on its document or window. */
  said?: WeakMap<Event, Running>;
  /** The cast that was pointed at last. */
  used?: Running | undefined;
  /** jQuery as it was loaded from somewhere, by that address. */
  taken?: Record<string, unknown>;
  libraries?: Record<string, LibraryCode & { made?: object }>;
  facade<T extends object>(
    real: T,
    own: object,
    take?: (key: string | symbol, value: unknown) => unknown,
  ): T;
  load?(page: Registry, to: Confinement, about: MouldCode, mould: MouldInReach): void;
  away?(cast: Running): void;
  confine?(page: Registry, cast: Running): Confinement;
  selectors?(cast: Running): (selector: string) => string;
  listen?(to: Confinement): void;
  late?(to: Confinement): void;
  named?(to: Confinement, doc: Document): Document;
  jquery?(to: Confinement, from: object): object;
  timers?(cast: Running): Record<string, unknown>;
  styles?(cast: Running): void;
  first?(cast: Running): void;
  radios?(cast: Running): () => void;
  handlers?(cast: Running, list: readonly Handler[]): void;
  renumber?(tree: ParentNode, from: string, to: string): void;
  globals?(cast: Running, reach: Reach, names: readonly string[]): void;
}
