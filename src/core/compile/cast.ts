import type { JsonObject } from '../model/json-source.ts';
import type { Library } from '../model/mould.ts';
import type { CheckedValues } from '../model/values/check-values.ts';
import type { Finding } from '../problem/finding.ts';

/** One cast, made: the pieces that every form of delivery is put together from. */
export interface Cast {
  readonly id: string;
  readonly mould: string;
  readonly version: string;
  readonly title: string;
  readonly values: CheckedValues;
  readonly kept: JsonObject;
  /** The markup with its root. */
  readonly markup: string;
  /** Style that all casts of the mould share. */
  readonly mouldStyle: string;
  /** Custom properties of this cast alone; empty where all are the mould's defaults. */
  readonly castStyle: string;
  /** A function expression of `mould`, or undefined where the mould has no script. */
  readonly script: string | undefined;
  /** False where the script does not speak of `mould`, so that no values need to go with it. */
  readonly scriptNeedsValues: boolean;
  readonly libraries: readonly Library[];
  /** Paths of the mould's files under assets/. */
  readonly assets: readonly string[];
  readonly findings: readonly Finding[];
}
