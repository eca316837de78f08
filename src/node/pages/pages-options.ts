import type { PageFinding } from '../../core/compose/compose-page.ts';
import type { Finish } from '../../core/deliver/delivery.ts';
import type { Rack } from '../rack/rack.ts';

export interface PagesOptions {
  /** The folder that pages are written to; it may hold an earlier build. */
  readonly out: string;
  /** Where moulds are looked for that no folder of the page's holds. */
  readonly rack: Rack;
  readonly nonce?: string | undefined;
  readonly finish?: Finish | undefined;
  /** Fetches libraries from elsewhere, to hold them to their digests. */
  readonly fetches?: boolean | undefined;
  /** Lets a page be written where there is a file that no earlier build wrote. */
  readonly replace?: boolean | undefined;
  /** How many workers make the pages; by default one for each processor, where there is enough to do. */
  readonly workers?: number | undefined;
}

/** A page that was built. */
export interface BuiltPage {
  /** The page file. */
  readonly page: string;
  /** Where it was written. */
  readonly file: string;
  readonly casts: number;
  readonly moulds: readonly string[];
  readonly bytes: number;
  /** False where it was there already, the same. */
  readonly isNew: boolean;
}

export interface PagesBuilt {
  readonly pages: readonly BuiltPage[];
  /** Page files of which a cast had to be left out; their last good pages stay. */
  readonly held: readonly string[];
  /** Files that pages share, with their bytes. */
  readonly shared: readonly { readonly file: string; readonly bytes: number }[];
  /** The pages that make use of each shared file of values. */
  readonly shares: Readonly<Record<string, readonly string[]>>;
  readonly findings: readonly PageFinding[];
}
