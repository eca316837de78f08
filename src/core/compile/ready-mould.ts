import type { Field } from '../model/field.ts';
import type { Library, Slot } from '../model/mould.ts';
import type { HiddenTarget } from './first-state.ts';
import type { TextGuard } from './guard/text-guard.ts';
import type { CastScript } from './script/cast-script.ts';
import type { MouldStyle } from './style/compile-style.ts';
import type { Manner } from './style/manner.ts';
import type { InlineNames } from './template/inline-names.ts';
import type { Plan } from './write/plan.ts';

/** Who made what the mould was made from, for whoever reads the code. */
export interface Origin {
  readonly author?: string;
  readonly url?: string;
  readonly licence?: string;
}

/** A mould as far as casting takes it: all that was read from its sources, with nothing to parse. */
export interface ReadyMould {
  readonly name: string;
  readonly version: string;
  readonly title: string;
  readonly origin: Origin;
  readonly root: Field;
  readonly plan: Plan;
  /** Custom properties that style, script or markup make use of. */
  readonly used: ReadonlySet<string>;
  /** New names of custom properties, where they are not the author's. */
  readonly renamed: ReadonlyMap<string, string>;
  /** Set where style attributes of the template speak of names that are new. */
  readonly inlineNames: InlineNames | undefined;
  readonly styleIn: (manner: Required<Manner>) => MouldStyle;
  readonly script: () => CastScript | undefined;
  /** True where the author wrote a script of their own. */
  readonly hasScript: boolean;
  /** Names of the slots that the template has, in order. */
  readonly slots: readonly string[];
  readonly declaredSlots: Readonly<Record<string, Slot>>;
  /** Names of what it may only stand in. */
  readonly within: readonly string[];
  /** How text is kept from becoming markup; undefined where nothing could make it that. */
  readonly guard?: TextGuard | undefined;
  /** Paths of text fields that fill an address. */
  readonly addressed: readonly string[];
  readonly hiddenTargets: readonly HiddenTarget[];
  readonly hasBox: boolean;
  readonly hasIds: boolean;
  /** Sheets from elsewhere that declare fonts. */
  readonly fonts: readonly string[];
  readonly libraries: readonly Library[];
  /** Of these, what the page itself has to load. */
  readonly loads: readonly Library[];
  readonly assets: readonly string[];
}
