import type { Json, JsonObject } from '../../model/json-source.ts';
import type { KindName } from '../../model/kinds.ts';
import type { Place } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';

/** What part of its file's language a place is. */
export type PlacePart = 'text' | 'attribute' | 'tag' | 'class' | 'value' | 'literal';

/** One place that a field would fill. */
export interface SpotPlace extends Place, Range {
  readonly part: PlacePart;
  /** The text found there, exactly. */
  readonly source: string;
  /** Of a place in a row: which row it is of, from 1. */
  readonly row?: number;
}

/** What nearly became a field or a list, and what stood in the way. */
export interface NearSpot {
  readonly what: 'field' | 'list';
  /** What the field would be called; a list that none was made of has no name. */
  readonly id?: string;
  readonly place: SpotPlace;
  /** Of a list: how many rows it would have. */
  readonly rows?: number;
  readonly why: string;
}

/** A place or several in a mould that could become a field, with the field to make of it. */
export interface Spot {
  /** Names it among the spots of its mould: the path of the field proposed. */
  readonly id: string;
  /** The name proposed for the field. */
  readonly field: string;
  readonly title: string;
  readonly kind: KindName;
  readonly section: string;
  readonly default: Json;
  /** What its declaration says beside kind, title, section and default: limits, choices, rows. */
  readonly declares: JsonObject;
  /** True where a practitioner would take it without hesitation. */
  readonly recommended: boolean;
  /** From 0 to 1. */
  readonly confidence: number;
  /** Why it is proposed, in a few words. */
  readonly why: string;
  /** What keeps it from being recommended, where there is a reason. */
  readonly against?: string;
  readonly places: readonly SpotPlace[];
  /** Of a list: the spots of one row. */
  readonly items?: readonly Spot[];
}
