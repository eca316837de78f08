import type { WordingTable } from './shape.ts';

/** What can be wrong with a cast or its delivery. */
export const castWording = {
  'cast/wrong': {
    level: 'error',
    message: ({ where, what }: { where: string; what: string }) => `${where} ${what}.`,
  },
  'cast/bad-id': {
    level: 'error',
    message: ({ id }: { id: string }) => `A cast cannot have the id ${JSON.stringify(id)}.`,
    mend: () => 'Begin with a letter; go on with letters, digits, hyphens or underscores.',
  },
  'cast/other-mould': {
    level: 'error',
    message: ({ wanted, found }: { wanted: string; found: string }) =>
      `This cast is of the mould ${wanted}, but ${found} was given.`,
    mend: () => 'Give the mould that the cast was made from.',
  },
  'cast/not-yet': {
    level: 'warning',
    message: ({ key }: { key: string }) =>
      `The cast has ${key}, which this version does not act on.`,
    mend: () => 'It is kept as it is; what it asks for is left out of the delivery.',
  },
  'cast/assets-beside': {
    level: 'note',
    message: ({ count }: { count: number }) =>
      `This mould has ${count} ${count === 1 ? 'file' : 'files'} under assets/, which the code refers to by that address.`,
    mend: () => 'Put the assets folder beside the page that takes the code.',
  },
} as const satisfies WordingTable;
