import type { Json, JsonObject } from '../../model/json-source.ts';
import type { KindName } from '../../model/kinds.ts';
import type { SourcePart } from '../../model/source-parts.ts';
import type { Range } from '../../text/edits.ts';
import type { PlacePart } from './spot.ts';
import type { TreeElement } from './tree.ts';

/** The sections of a form, in the order they stand in it. */
export const sections = ['Content', 'Look', 'Motion', 'Behaviour'] as const;
export type Section = (typeof sections)[number];

/** How a field is spoken of where it is bound. */
export interface Spoken {
  /** In the template: `rows.time`. */
  readonly path: string;
  /** In style: `--rows-time`. */
  readonly property: string;
}

/** A change of a source that waits for the name of its field. */
export interface Draft extends Range {
  /** A stretch of it that stays, in which others may change something. */
  readonly keeps?: Range;
  /** The member of the field that it writes, where that is not the whole. */
  readonly member?: string;
  /** What comes in its place: new text, and stretches of the source with their own changes made. */
  readonly text: (spoken: Spoken, of: PathOf) => string | readonly (string | Range)[];
}

/** The path of the field that was made of a proposal, by the proposal's slot. */
export type PathOf = (slot: string) => string;

/** A place that a field would fill, with the changes that bind it. */
export interface Mark extends Range {
  readonly in: SourcePart;
  readonly as: PlacePart;
  readonly drafts: readonly Draft[];
  /** True for what only goes along with another place, and is not reported. */
  readonly isAside?: true;
}

/**
 * One thing in a snippet that could be a field, as a detector sees it: before it is known whether
 * it stands in a row, or elsewhere once more.
 */
export interface Atom {
  readonly kind: KindName;
  readonly value: Json;
  /** What the declaration says beside kind, title and default. */
  readonly declares?: JsonObject;
  readonly marks: readonly Mark[];
  /** The element it belongs to; none in style and script. */
  readonly element?: TreeElement;
  /** Which of an element's atoms it is; rows are told apart by it. */
  readonly slot: string;
  /** Words to name it by, the best first. */
  readonly names: readonly string[];
  readonly section: Section;
  /** From 0 to 1: how sure it is that somebody wants to change it. */
  readonly weight: number;
  readonly why: string;
  /** What the script calls it. */
  readonly said?: string;
  /** Atoms with the same one are the same thing, wherever they stand. */
  readonly same?: string;
}

/** A draft with the file it is of. */
export interface PlacedDraft extends Draft {
  readonly in: SourcePart;
}

/** A place as a spot describes it. */
export interface Found extends Range {
  readonly in: SourcePart;
  readonly as: PlacePart;
  /** From 0, of a place in a row. */
  readonly row?: number;
}

/** What is to be a field: an atom, several that are the same, or rows of them. */
export interface Proposal
  extends Pick<
    Atom,
    'kind' | 'declares' | 'slot' | 'names' | 'section' | 'weight' | 'why' | 'said' | 'same'
  > {
  /** One for each row of the list it is a field of; a single one outside lists. */
  readonly values: readonly (Json | undefined)[];
  readonly found: readonly Found[];
  readonly drafts: readonly PlacedDraft[];
  /** The name that the code itself asks for. */
  readonly fixedName?: string;
  /** The element that it is of, in the first row that has it. */
  readonly of?: TreeElement;
  /** What a person would call it, the best first. */
  readonly titles?: readonly string[];
  /** What keeps it from being recommended, where that is not its weight alone. */
  readonly against?: string;
  /** True for what each row carries and no form shows. */
  readonly isCarried?: true;
  /** Of a list. */
  readonly rows?: Rows;
  /** Slots of others that became part of it. */
  readonly joined?: readonly string[];
}

/** What a look at a piece comes to. */
export interface Proposed {
  readonly proposals: readonly Proposal[];
  readonly nearly: readonly NearList[];
}

/** Siblings that are alike and yet no list. */
export interface NearList extends Range {
  /** The start tag of the first, to point at. */
  readonly at: Range;
  readonly rows: number;
  /** What stood in the way. */
  readonly why: string;
}

/** The rows of a list, as many as there are in all the rows that the list itself stands in. */
export interface Rows {
  /** What one row is called. */
  readonly name: string;
  readonly fields: readonly Proposal[];
  /** For each row that the list stands in: which of the rows are there. */
  readonly spans: readonly (readonly number[] | undefined)[];
  /** True where a row is nothing but the value of its only field. */
  readonly isPlain: boolean;
}

/** An atom as a proposal of its own. */
export function proposalOf({ marks, value, element, ...atom }: Atom): Proposal {
  return {
    ...atom,
    ...(element ? { of: element } : {}),
    values: [value],
    found: marks.flatMap(({ drafts: _, isAside, ...found }) => (isAside ? [] : [found])),
    drafts: marks.flatMap((mark) => mark.drafts.map((draft) => ({ ...draft, in: mark.in }))),
  };
}

/** From this weight on a practitioner takes it without hesitation. */
export const sure = 0.6;

/** A place whose whole text gives way to a text with the field's name in it. */
export function replaced(
  where: SourcePart,
  as: PlacePart,
  range: Range,
  text: (spoken: Spoken) => string,
): Mark {
  const { start, end } = range;
  return { start, end, in: where, as, drafts: [{ start, end, text }] };
}
