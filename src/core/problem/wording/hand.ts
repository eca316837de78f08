import type { WordingTable } from './shape.ts';

/** What can go wrong with fields that are made by hand. */
export const handWording = {
  'hand/bad-place': {
    level: 'error',
    message: ({ place }: { place: string }) => `${JSON.stringify(place)} is not a place.`,
    hint: () =>
      'Write FILE:LINE:COLUMN, a text in quotes, a CSS selector, SELECTOR@ATTRIBUTE or SELECTOR{PROPERTY}.',
  },
  'hand/no-place': {
    level: 'error',
    message: ({ place }: { place: string }) => `The mould has no ${place}.`,
    hint: () =>
      'Look at its sources as they are now; what is bound already stands there as {~NAME~}.',
  },
  'hand/several-places': {
    level: 'error',
    message: ({ place, places }: { place: string; places: readonly string[] }) =>
      `${place} means several places: ${places.join(', ')}.`,
    hint: () => 'Give one of these, or put #1, #2 … after a text in quotes.',
  },
  'hand/nothing-there': {
    level: 'error',
    message: ({ place }: { place: string }) => `Nothing at ${place} can be bound.`,
    hint: () =>
      'Choose a text, the value of an attribute, a value in a style rule, a literal in the script, or an element.',
  },
  'hand/bound-already': {
    level: 'error',
    message: ({ place }: { place: string }) => `A field fills ${place} already.`,
    hint: () => 'Split it off as a field of its own, clear it there, or drop the field.',
  },
  'hand/no-form': {
    level: 'error',
    message: ({ form, place }: { form: string; place: string }) =>
      `Nothing called ${form} can be made of ${place}.`,
    hint: ({ forms }: { forms: readonly string[] }) =>
      forms.length === 0 ? 'Choose another place.' : `It could be ${forms.join(', ')}.`,
  },
  'hand/not-there': {
    level: 'error',
    message: ({ form, place }: { form: string; place: string }) =>
      `${place} cannot be made ${form}.`,
    hint: ({ why }: { why: string }) => why,
  },
  'hand/plain-rows': {
    level: 'error',
    message: ({ list }: { list: string }) =>
      `Each row of ${list} is a single value, so there is no room for another.`,
    hint: () => 'Drop the list, and make it again from a larger element.',
  },
  'hand/no-rows': {
    level: 'error',
    message: ({ why }: { why: string }) => `No list can be made of that: ${why}.`,
    hint: () => 'Give a selector that matches two or more elements beside each other.',
  },
  'hand/taken-into-rows': {
    level: 'note',
    message: ({ name }: { name: string }) => `The field ${name} gave way to the rows.`,
  },
  'hand/looks-otherwise': {
    level: 'warning',
    message: ({ field, place, stood }: { field: string; place: string; stood: string }) =>
      `${place} said ${stood} and now shows what ${field} holds.`,
    hint: ({ field }: { field: string }) =>
      `If it is a part of it, say so: ${field}*0.5 or ${field}+4px.`,
  },
  'hand/nothing-to-clear': {
    level: 'error',
    message: ({ place }: { place: string }) => `No binding at ${place} can be taken back.`,
    hint: () => 'Drop the field, or edit the file.',
  },
  'hand/no-key': {
    level: 'error',
    message: ({ key }: { key: string }) => `${key} is not set by KEY=VALUE.`,
    hint: () =>
      'Use a key of mould.json such as title or widths, fields.NAME.KEY for a field, or slots.NAME.KEY.',
  },
  'hand/no-width': {
    level: 'error',
    message: ({ place }: { place: string }) =>
      `${place} is no value in a rule for widths below some number of px.`,
    hint: () => 'Choose a value inside @media (max-width: …), or set fields.NAME.below.WIDTH.',
  },
  'hand/no-font': {
    level: 'error',
    message: ({ address }: { address: string }) => `${address} does not say which font it loads.`,
    hint: () => 'Write it as FAMILY=ADDRESS, such as Lora=https://fonts.example/lora.css.',
  },
  'hand/all-rows-alike': {
    level: 'warning',
    message: ({ path, text }: { path: string; text: string }) =>
      `Without ${path}, every row shows ${text}.`,
    hint: () => 'Casts keep the values that they have for it.',
  },
  'hand/other-condition': {
    level: 'error',
    message: ({ condition }: { condition: string }) => `${condition} is not a condition.`,
    hint: () => 'Write FIELD, not FIELD, FIELD is VALUE or FIELD is not VALUE.',
  },
} as const satisfies WordingTable;
