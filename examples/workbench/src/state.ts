import type { CastFile, Finding, JsonObject, Mould, SnippetPiece } from 'keen-mould';

/** The steps of the bench, in the order in which people work. */
export const steps = ['paste', 'fields', 'try', 'take'] as const;
export type Step = (typeof steps)[number];

/** All that is worked on; what undo brings back, and what a closed tab keeps. */
export interface Work {
  readonly pieces: readonly SnippetPiece[];
  /** A CSS selector of what is wanted of them; '' for all. */
  readonly only: string;
  /** Undefined as long as nothing was pasted that could be taken. */
  readonly mould: Mould | undefined;
  readonly values: JsonObject;
  readonly below: JsonObject;
  /** What stands in the slots of the widget, by their names. */
  readonly slots: NonNullable<CastFile['slots']>;
}

/** What else is on the screen. */
export interface Screen {
  readonly step: Step;
  /** One box for all, or one each for HTML, CSS and JavaScript. */
  readonly hasPanes: boolean;
  /** What keeps the paste from being taken; the last mould stays. */
  readonly refused: readonly Finding[];
  /** What was said last, for screen readers too. */
  readonly said: string;
  /** True while something takes its time. */
  readonly isBusy: boolean;
  readonly sample: string;
  readonly pointedAt: string;
  readonly lit: string;
  readonly openField: string;
  /** The id of the proposal whose places are shown in the code. */
  readonly shownSpot: string;
  /** The finding whose place in the paste is marked. */
  readonly shownFinding: string;
  /** HTML of a page of the user's own, to try the widget in. */
  readonly hostPage: string;
  readonly form: string;
  readonly isSealed: boolean;
  /** What is kept on the rack, to be placed in slots. */
  readonly rack: readonly Mould[];
}

export const nothing: Work = {
  pieces: [],
  only: '',
  mould: undefined,
  values: {},
  below: {},
  slots: {},
};

export const firstScreen: Screen = {
  step: 'paste',
  hasPanes: false,
  refused: [],
  said: '',
  isBusy: false,
  sample: 'default',
  pointedAt: '',
  lit: '',
  openField: '',
  shownSpot: '',
  shownFinding: '',
  hostPage: '',
  form: 'block',
  isSealed: false,
  rack: [],
};
