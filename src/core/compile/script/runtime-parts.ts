/** Parts that add to the document and window of a cast, in the order in which they do. */
export const addingParts = [
  'slotted',
  'given',
  'listen',
  'on',
  'keys',
  'say',
  'late',
  'timers',
  'tags',
  'classes',
  'names',
  'writing',
  'focus',
  'frames',
  'elements',
  'radios',
  // These stand for what is not there yet.
  'named',
  'open',
  'forms',
  'styles',
] as const;

/** The parts of the code that ships to pages, in the order in which they are put there. */
export const runtimeParts = [
  'start',
  'facade',
  'confine',
  'selectors',
  ...addingParts,
  'handlers',
  'renumber',
  'plain',
  'globals',
  'bring',
  'heads',
  'nest',
  'load',
  'jquery',
  'first',
] as const;
