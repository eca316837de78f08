import type { JsonObject } from '../model/json-source.ts';
import type { Library } from '../model/mould.ts';
import type { CheckedValues } from '../model/values/check-values.ts';
import type { Finding } from '../problem/finding.ts';
import type { AssetAt } from './asset-addresses.ts';
import type { OpenedCast } from './fill-slots.ts';
import type { Origin, ReadyMould } from './ready-mould.ts';
import type { CastScript } from './script/cast-script.ts';

/** One cast, made: the pieces that every form of delivery is put together from. */
export interface Cast {
  readonly id: string;
  readonly mould: string;
  readonly version: string;
  readonly title: string;
  readonly origin: Origin;
  /** True for a cast that is to stand in a shadow root. */
  readonly sealed: boolean;
  readonly values: CheckedValues;
  /** The values as its script finds them: a duration is the number of its ms. */
  readonly scriptValues: JsonObject;
  readonly kept: JsonObject;
  /** The markup with its root. */
  readonly markup: string;
  /** Casts placed in its slots, which are in the markup already. */
  readonly inner: readonly Cast[];
  /** For a sealed cast, what is placed in its slots, beside its shadow root; or ''. */
  readonly light: string;
  /** Opens its first slot for content by hand; undefined for a mould without slots. */
  readonly opened: (() => OpenedCast | undefined) | undefined;
  /** True where what is placed in a slot has to be given the text style of the host. */
  readonly fillsSlots: boolean;
  /** Style that undoes what casts of the mould would have from their host; or ''. */
  readonly reset: string;
  /** Style that holds off rules of a host that would be stronger; or ''. */
  readonly guard: string;
  /** Style that all casts of the mould share. */
  readonly mouldStyle: string;
  /** Custom properties of this cast alone; empty where all are the mould's defaults. */
  readonly castStyle: string;
  /** Style that hides elements of the host until the script has run; or ''. */
  readonly firstState: string;
  /** Style that has to stand in the page itself, though the cast is in a shadow root; or ''. */
  readonly pageStyle: string;
  /** @internal Undefined where nothing of the mould has to run. */
  readonly script: CastScript | undefined;
  /** The values that its script can read, as text: one that differs is another script run. */
  readonly scriptData: string;
  /** True where the root is a box around what the author wrote. */
  readonly hasBox: boolean;
  /** True where ids or names of the markup end in the cast's own id. */
  readonly hasIds: boolean;
  /** The mould's values where none are given, as its script finds them. */
  readonly defaults: JsonObject;
  readonly libraries: readonly Library[];
  /** Of these, what the page itself has to load. */
  readonly loads: readonly Library[];
  /** Paths of the mould's files under assets/. */
  readonly assets: readonly string[];
  readonly findings: readonly Finding[];
  /** @internal What it was made from, for forms of delivery that cast again elsewhere. */
  readonly made: Made;
}

/** What a cast was made from. */
interface Made {
  readonly ready: ReadyMould;
  readonly look: 'own' | 'host';
  readonly assetAt: AssetAt | undefined;
  /** The markup of other values, as no part of a page. */
  readonly write: (values: CheckedValues, id: string) => string;
}
