import { didYouMean, type WordingTable } from './shape.ts';

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
  'cast/no-slot': {
    level: 'warning',
    message: ({ name, mould, near }: { name: string; mould: string; near?: string | undefined }) =>
      `The mould ${mould} has no slot ${name}, so what is to stand there is left out.${didYouMean(near)}`,
    mend: ({ known }: { known: readonly string[] }) =>
      known.length === 0
        ? 'Put km-slot on an element of its template.html.'
        : `Its slots are ${known.join(', ')}.`,
  },
  'cast/no-mould': {
    level: 'error',
    message: ({ name, mould }: { name: string; mould: string }) =>
      `There is no mould ${mould} for the cast in slot ${name}.`,
    mend: () => 'Put its folder beside the mould it is placed in.',
  },
  'cast/not-accepted': {
    level: 'error',
    message: ({ name, mould }: { name: string; mould: string }) =>
      `Slot ${name} does not take casts of ${mould}.`,
    mend: ({ accepts }: { accepts: readonly string[] }) => `It takes ${accepts.join(', ')}.`,
  },
  'cast/slot-full': {
    level: 'error',
    message: ({ name, max, count }: { name: string; max: number; count: number }) =>
      `Slot ${name} is given ${count}, but takes at most ${max}; the rest is left out.`,
    mend: () => 'Take some out, or raise max in mould.json.',
  },
  'cast/not-yet': {
    level: 'warning',
    message: ({ key }: { key: string }) =>
      `The cast has ${key}, which only means something in a page file.`,
    mend: () => 'It is kept as it is. Name the cast in a page file, or take it out.',
  },
  'cast/older': {
    level: 'note',
    message: ({ version, now }: { version: string; now: string }) =>
      `This cast was made with version ${version}; the mould is ${now} by now.`,
    mend: () => 'Look at what became of its values, and write the version of today into it.',
  },
  'cast/not-within': {
    level: 'warning',
    message: ({ mould }: { mould: string }) =>
      `The mould ${mould} is of use only inside others, but stands by itself here.`,
    mend: ({ known }: { known: readonly string[] }) =>
      `Place it in a slot of ${known.join(' or ')}.`,
  },
  'cast/no-kit': {
    level: 'error',
    message: ({ form }: { form: string }) =>
      `The form ${form} takes one cast and the code that casts elsewhere.`,
    mend: () => 'Give deliver the kit of keen-mould/kit, and one cast at a time.',
  },
  'cast/bad-nonce': {
    level: 'error',
    message: ({ nonce }: { nonce: string }) => `${JSON.stringify(nonce)} is no nonce.`,
    mend: () => 'Give base64 text: letters, digits, +, / and =.',
  },
  'cast/assets-beside': {
    level: 'note',
    message: ({ count }: { count: number }) =>
      `This mould has ${count} ${count === 1 ? 'file' : 'files'} under assets/, which the code refers to by that address.`,
    mend: () =>
      'Put the assets folder beside the page that takes the code, or say --assets inline or where they are to lie.',
  },
} as const satisfies WordingTable;
