import type { Finding } from '../problem/finding.ts';

/** A finding with the lines around its place. */
export interface ShownFinding extends Finding {
  readonly frame?: string;
}

/** How a mould folder stands; sent whole whenever it changes. */
export interface FolderState {
  readonly title: string;
  /** False while the mould cannot be cast; the version is then of the last that could. */
  readonly isSound: boolean;
  readonly findings: readonly ShownFinding[];
  /** Counts up with each version that could be cast; 0 before the first. */
  readonly version: number;
}

/** The sources of a mould as the server sends them, its other files by the digest of each. */
export interface SentMould {
  readonly manifestText: string;
  readonly template: string;
  readonly style: string;
  readonly script: string;
  readonly files: Readonly<Record<string, string>>;
}

/** A mould as its page needs it. */
export interface SentPreview {
  readonly mould: SentMould;
  /** Moulds of what its samples have in their slots. */
  readonly placed: readonly SentMould[];
}

/** What the page receives from its server. */
export interface PageData {
  /** What the mould is called in addresses. */
  readonly name: string;
  readonly moulds: readonly { readonly name: string; readonly title: string }[];
  /** Shows that a request to write comes from this page. */
  readonly token: string;
}
