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
  readonly plain: ((value: unknown) => unknown) | undefined;
  /** A selector of the author's as it holds in this cast; there where ids are. */
  readonly own: ((selector: string) => string) | undefined;
  /** Takes the functions of the inline handlers, by their number in the markup. */
  readonly handlers: ((list: readonly Handler[]) => void) | undefined;
  /** Reports a part of the script that failed, so that the next can run. */
  readonly failed: (error: unknown) => void;
}

export type Handler = (this: Element, event: Event) => unknown;

/** What a page is given for a mould, once. */
export interface MouldCode {
  /** Parts that add to its document and window, in order. */
  readonly adds?: readonly Added[];
  /** Members of the page's document that it asks for by name; absent where it may be any. */
  readonly document?: string;
  /** The same of the window. */
  readonly window?: string;
  /** True for one with slots, in which elements are not its own. */
  readonly slots?: boolean;
  /** True where the root is a box around what the author wrote. */
  readonly box?: boolean;
  /** Files of libraries that it needs, in order. */
  readonly needs?: readonly Need[];
  /** Keys of the libraries it needs, in order; see `library`. */
  readonly libraries?: readonly string[];
  /** Names that handlers in markup of the script's own call. */
  readonly shared?: readonly string[];
  /** Names of its fields that hold selectors of elements of the host. */
  readonly targets?: readonly string[];
  /** Types of events that all its casts hear, whichever said them. */
  readonly events?: readonly string[];
  /** What its values are where a cast came without any. */
  readonly values?: unknown;
  /** @param reach the window it finds its names in */
  readonly code: (this: unknown, mould: MouldInReach, reach: object) => unknown;
}

/** A file of a library: its address and digest, the global name that it makes, and its version. */
export type Need = readonly [src: string, integrity?: string, provides?: string, version?: string];

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
  readonly box: boolean | undefined;
  readonly id: string;
  /** What its ids end with; empty in a shadow root. */
  readonly suffix: string;
  /** What its fields hold, where it speaks of elements of the host. */
  values?: Readonly<Record<string, unknown>>;
  /** False for what is placed in a slot: it is the host's, or of another cast. */
  readonly owns: (element: Element) => boolean;
  /** Called when something of the page has changed, while the cast is in it. */
  wake?: () => void;
}

/** A script's own window; `reach` hands out what it has by name. */
export type Reach = Window & Record<string, unknown>;

/** Gives an event as a cast may see it, or undefined where it is not to hear of it. */
export type View = (event: Event) => Event | undefined;

/** Elements as the DOM lists them, as far as scripts make use of it. */
export type ListOfElements = Iterable<HTMLElement> & {
  readonly length: number;
  readonly [at: number]: HTMLElement;
  item?(at: number): HTMLElement | null;
};

/** What a part that adds to a cast's confinement works with. */
export interface Confinement {
  readonly page: Registry;
  readonly cast: Running;
  readonly about: MouldCode;
  reach: Reach;
  /** An event as the cast sees it; there where it listens to its page. */
  view?: View;
  /** What elements are looked up in. */
  readonly within: HTMLElement;
  /** All elements of the cast that a selector of the author's finds. */
  all: (selector: string) => ListOfElements;
  /** Members of the cast's own document and window. */
  readonly doc: Record<string, unknown>;
  readonly win: Record<string, unknown>;
  /** Asked before a member is written; true where that was dealt with. */
  take?: (members: object, key: string | symbol, value: unknown) => boolean;
  /** A selector of the author's as it holds in this cast. */
  readonly own: (selector: string) => string;
  /** Sees to what a script has just made, before another cast makes the like. */
  settle?: () => void;
  /** True for an event of loading that has passed; then the listener is run soon. */
  runLate?: (type: string, run: () => void) => boolean;
  /** The slot of the cast that an event has come by. */
  slotIn?: (path: readonly EventTarget[]) => Element | undefined;
}

/** Parts that add to a confinement. */
export type Added =
  | 'listen'
  | 'named'
  | 'open'
  | 'styles'
  | 'on'
  | 'keys'
  | 'say'
  | 'slotted'
  | 'given'
  | 'late'
  | 'timers'
  | 'tags'
  | 'scripts'
  | 'bundled'
  | 'classes'
  | 'names'
  | 'forms'
  | 'writing'
  | 'focus'
  | 'frames'
  | 'elements'
  | 'evals'
  | 'radios'
  | 'targets';

/** One a page: what all casts on it share. Every part is there once, whichever block brought it. */
export interface Registry extends Record<Added, (to: Confinement) => void> {
  mould(name: string, about: Omit<MouldCode, 'code'>, code: MouldCode['code']): void;
  /** @param all its roots, where they are known; else those of that id in the page */
  cast(id: string, values?: unknown, all?: Iterable<HTMLElement>): Promise<void> | undefined;
  channel: EventTarget;
  /** Which cast said an event on its document or window. */
  said?: WeakMap<Event, Running>;
  /** The cast that was pointed at last. */
  used?: Running | undefined;
  /** Files that are loaded, or on their way. */
  files?: Record<string, Promise<void>>;
  /** The last of them. */
  last?: Promise<void>;
  /** What libraries made, by the addresses of their files. */
  taken?: Record<string, unknown>;
  /** Rules that libraries put into the head of the page. */
  headRules?: string[];
  /** What a content security policy asks of scripts. */
  nonce?: string | undefined;
  libraries?: Record<string, LibraryCode & { made?: object }>;
  facade?<T extends object>(real: T, own: object, to?: Pick<Confinement, 'take'>): T;
  plain?(suffix: string): (value: unknown) => unknown;
  nest?(rule: CSSRule): string | undefined;
  heads?(page: Registry, mould: string): () => void;
  bring?(page: Registry, needs: readonly Need[], mould: string): Promise<void>;
  load?(page: Registry, to: Confinement, about: MouldCode, mould: MouldInReach): void;
  confine?(page: Registry, cast: Running, about: MouldCode): Confinement;
  selectors?(cast: Running): (selector: string) => string;
  lists?(found: HTMLElement[]): ListOfElements;
  attributed?(css: string): boolean;
  bodies?(page: Registry, cast: Running): (selector: string) => string;
  /** Methods of a jQuery that is old, with those that came later. */
  older?(methods: never): unknown;
  jquery?(to: Confinement, from: object): object;
  first?(cast: Running): void;
  handlers?(cast: Running): (list: readonly Handler[]) => void;
  renumber?(tree: ParentNode, from: string, to: string): void;
  globals?(cast: Running, reach: Reach, names: readonly string[]): void;
}
