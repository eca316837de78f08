import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with a cast or its delivery. */
export const castWording = {
  'cast/frame-height': {
    level: 'warning',
    message: () =>
      'Content of fixed position gives a frame no height, so the frame cannot follow it.',
    hint: () => 'Give the frame a height with --height.',
  },
  'cast/wrong': {
    level: 'error',
    message: ({ where, what }: { where: string; what: string }) => `${where} ${what}.`,
  },
  'cast/bad-id': {
    level: 'error',
    message: ({ id }: { id: string }) => `A cast cannot have the id ${JSON.stringify(id)}.`,
    hint: () => 'Start with a letter, then use letters, digits, hyphens or underscores.',
  },
  'cast/other-mould': {
    level: 'error',
    message: ({ wanted, found }: { wanted: string; found: string }) =>
      `This cast belongs to the mould ${wanted}, but the mould given is ${found}.`,
    hint: () => 'Use the mould that the cast was made from.',
  },
  'cast/no-slot': {
    level: 'warning',
    message: ({ name, mould, near }: { name: string; mould: string; near?: string | undefined }) =>
      `The mould ${mould} has no slot ${name}, so its content is left out.${didYouMean(near)}`,
    hint: ({ known }: { known: readonly string[] }) =>
      known.length === 0
        ? 'Put km-slot on an element of its template.html.'
        : `Its slots are ${known.join(', ')}.`,
  },
  'cast/no-mould': {
    level: 'error',
    message: ({ name, mould }: { name: string; mould: string }) =>
      `There is no mould ${mould} for the cast in slot ${name}.`,
    hint: () => 'Put its folder next to the mould it is placed in.',
  },
  'cast/not-accepted': {
    level: 'error',
    message: ({ name, mould }: { name: string; mould: string }) =>
      `Slot ${name} does not accept casts of ${mould}.`,
    hint: ({ accepts }: { accepts: readonly string[] }) => `It accepts ${accepts.join(', ')}.`,
  },
  'cast/slot-full': {
    level: 'error',
    message: ({ name, max, count }: { name: string; max: number; count: number }) =>
      `Slot ${name} has ${count} items but accepts at most ${max}. The rest are left out.`,
    hint: () => 'Remove some, or raise max in mould.json.',
  },
  'cast/not-yet': {
    level: 'warning',
    message: ({ key }: { key: string }) =>
      `The cast has the key ${key}, which only works in a page file.`,
    hint: () => 'The key is kept. Use the cast in a page file, or remove the key.',
  },
  'cast/older': {
    level: 'note',
    message: ({ version, now }: { version: string; now: string }) =>
      `This cast was made with version ${version}. The mould is now ${now}.`,
    hint: () => 'Check its values, then update its version.',
  },
  'cast/not-within': {
    level: 'warning',
    message: ({ mould }: { mould: string }) =>
      `The mould ${mould} is meant to be placed inside another mould, but is used on its own here.`,
    hint: ({ known }: { known: readonly string[] }) =>
      `Place it in a slot of ${known.join(' or ')}.`,
  },
  'cast/no-kit': {
    level: 'error',
    message: ({ form }: { form: string }) => `The form ${form} needs the kit and exactly one cast.`,
    hint: () => 'Pass the kit from keen-mould/kit to deliver, with one cast at a time.',
  },
  'cast/own-kind': {
    level: 'error',
    message: ({ path, kind }: { path: string; kind: string }) =>
      `${path} is of the kind ${kind}, which a module or an element that casts by itself does not know.`,
    hint: () => 'Deliver this mould in another form, such as block.',
  },
  'cast/bad-nonce': {
    level: 'error',
    message: ({ nonce }: { nonce: string }) => `${JSON.stringify(nonce)} is not a valid nonce.`,
    hint: () => 'Use base64: letters, digits, +, / and =.',
  },
  'cast/assets-beside': {
    level: 'note',
    message: ({ count }: { count: number }) =>
      `The code refers to ${count} ${count === 1 ? 'file' : 'files'} under assets/.`,
    hint: () =>
      'Copy the assets folder next to the page that uses the code, or use --assets to embed the files or set their address.',
  },
} as const satisfies WordingTable;
