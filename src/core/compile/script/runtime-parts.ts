/** The parts of the code that ships to pages, in the order in which they are put there. */
export const runtimeParts = [
  ...[
    'start',
    'away',
    'facade',
    'confine',
    'selectors',
    'listen',
    'late',
    'named',
    'timers',
    'handlers',
  ],
  ...['renumber', 'globals', 'styles', 'radios', 'load', 'jquery', 'first'],
] as const;
