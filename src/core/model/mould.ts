import type { JsonObject } from './json-source.ts';
import type { FieldSchema } from './kind.ts';

/** A library a mould needs on the page, loaded before its script in the order listed. */
export interface Library {
  readonly name: string;
  readonly version?: string;
  /** Address of the script: a file under `assets/`, or an address elsewhere. */
  readonly script?: string;
  /** Address of a module, which the script imports by the library's name. */
  readonly module?: string;
  /** Address of the style sheet. */
  readonly style?: string;
  /** The digest of the script, else of the style sheet (Subresource Integrity). */
  readonly integrity?: string;
  /** The global name the script makes. */
  readonly provides?: string;
}

/** A web font a mould needs on the page. */
export interface Font {
  readonly family: string;
  /** Address of the style sheet that brings it. */
  readonly style: string;
}

/** A place in a mould for casts, or for markup of the host's own. */
export interface Slot {
  readonly title?: string;
  /** Names of the moulds that may be placed there; any where it is absent. */
  readonly accepts?: readonly string[];
  /** How many may be placed there. */
  readonly max?: number;
  /** True where what is placed there takes on the text style around it. */
  readonly inherits?: boolean;
}

/** What mould.json holds. Keys this version does not know are kept in the saved text. */
export interface Manifest {
  readonly format: 1;
  readonly name: string;
  readonly title?: string;
  readonly version: string;
  readonly summary?: string;
  readonly shelf?: string;
  readonly origin?: JsonObject;
  readonly libraries?: readonly Library[];
  readonly fonts?: readonly Font[];
  /** Addresses elsewhere that it asks on purpose. */
  readonly reaches?: readonly string[];
  /** Names of what it may only stand in. */
  readonly within?: readonly string[];
  /** Types of events of its document and window that all its casts on a page hear. */
  readonly sharedEvents?: readonly string[];
  readonly slots?: Readonly<Record<string, Slot>>;
  /** What it counts on the host for. */
  readonly needs?: {
    readonly properties?: readonly string[];
    readonly classes?: readonly string[];
    /** Names or addresses of style sheets, for people. */
    readonly styles?: readonly string[];
  };
  /** Attributes that the snippet's body had, such as its class; the root carries them. */
  readonly page?: Readonly<Record<string, string>>;
  /** Viewport widths to look at, in CSS px. */
  readonly widths?: readonly number[];
  /** Help for the sections of a form, by their names. */
  readonly sections?: Readonly<Record<string, string>>;
  readonly fields: FieldSchema;
}

/** A mould in memory: the text of its source files, and all its other files as they are. */
export interface Mould {
  readonly manifest: Manifest;
  /** mould.json as saved, for the places of findings. */
  readonly manifestText: string;
  readonly template: string;
  /** Empty when the mould has no style.css. */
  readonly style: string;
  /** Empty when the mould has no script.js. */
  readonly script: string;
  /** Everything else by its path in the folder, with forward slashes. */
  readonly files: Readonly<Record<string, string | Uint8Array>>;
}

/** The viewport widths looked at where a mould names none, in CSS px. */
export const defaultWidths: readonly number[] = [360, 768, 1280];

/** Names of moulds and ids of casts: safe in attributes, selectors, files and addresses. */
export const namePattern = /^[A-Za-z][A-Za-z0-9_-]{0,79}$/;
