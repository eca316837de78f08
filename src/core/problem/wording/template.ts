import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the bindings in template.html. */
export const templateWording = {
  'template/unknown-field': {
    level: 'error',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}.${didYouMean(near)}`,
    mend: () => 'Declare it under fields in mould.json, or correct the path.',
  },
  'template/bad-path': {
    level: 'error',
    message: ({ path }: { path: string }) => `${JSON.stringify(path)} is not a path.`,
    mend: () => 'Write field names joined by dots, such as title.size or rows#number.',
  },
  'template/bad-condition': {
    level: 'error',
    message: ({ condition }: { condition: string }) =>
      `${JSON.stringify(condition)} is not a condition.`,
    mend: () => 'Write PATH, not PATH, PATH is VALUE or PATH is not VALUE.',
  },
  'template/unclosed': {
    level: 'error',
    message: () => 'A binding begins here with {~ and never ends.',
    mend: () => 'Close it with ~}, or write {~~ for a plain {~.',
  },
  'template/outside-list': {
    level: 'error',
    message: ({ path, list }: { path: string; list: string }) =>
      `${path} means one row of ${list}, but stands outside its km-each.`,
    mend: ({ list }: { path: string; list: string }) =>
      `Move it inside an element with km-each="${list}".`,
  },
  'template/not-a-list': {
    level: 'error',
    message: ({ path, called }: { path: string; called: string }) =>
      `km-each cannot repeat over ${path}, which is ${called}.`,
    mend: () => 'Repeat over a list, or over a whole number for so many copies.',
  },
  'template/slot': {
    level: 'error',
    message: ({ slot, what }: { slot: string; what: string }) => `The slot ${slot} ${what}.`,
    mend: () => 'Give each slot a name of its own, on an element such as a div that is there once.',
  },
  'template/same-loop': {
    level: 'error',
    message: ({ path }: { path: string }) => `km-each="${path}" stands inside another of the same.`,
    mend: () => 'Take one of them out.',
  },
  'template/no-text': {
    level: 'error',
    message: ({ path, called }: { path: string; called: string }) =>
      `${path} is ${called}, which cannot be written here as a whole.`,
    mend: ({ instead }: { instead: string }) => instead,
  },
  'template/no-value-here': {
    level: 'error',
    message: ({ where }: { where: string }) => `No value can stand in ${where}.`,
    mend: ({ mend }: { where: string; mend: string }) => mend,
  },
  'template/unknown-binding': {
    level: 'error',
    message: ({ name, near }: { name: string; near?: string | undefined }) =>
      `${name} is not a binding that this version knows.${didYouMean(near)}`,
    mend: ({ known }: { known: readonly string[] }) => `The bindings are ${known.join(', ')}.`,
  },
  'template/moved': {
    level: 'error',
    message: ({ element, binding }: { element: string; binding: string }) =>
      `A browser moves <${element}> out of where it is written, so ${binding} cannot hold it together.`,
    mend: () => 'Close the elements around it in the order they were opened.',
  },
  'template/never-closed': {
    level: 'warning',
    message: ({ element }: { element: string }) =>
      `<${element}> is opened here and never closed; its end tag was added at the very end.`,
    mend: () => 'Close it where it should end, so that it holds what it is meant to hold.',
  },
  'template/breaks-off': {
    level: 'error',
    message: () => 'The markup ends in the middle of a tag or a comment.',
    mend: () => 'Finish what begins here, or take it out; it would take in what the host has next.',
  },
  'template/as': {
    level: 'error',
    message: ({ path, what }: { path: string; what: string }) => `km-as="${path}" ${what}.`,
    mend: () => 'Bind a choice of names such as h2, h3 and div, on an element with an end tag.',
  },
  'template/shell': {
    level: 'error',
    message: ({ element }: { element: string }) =>
      `<${element}> cannot come and go around its content: a browser would not leave that as it is.`,
    mend: () => 'Use km-shell on an element with an end tag that its content does not need.',
  },
  'template/bad-class': {
    level: 'error',
    message: ({ entry }: { entry: string }) =>
      `${JSON.stringify(entry)} in km-class is not a condition and the classes for it.`,
    mend: () => 'Write CONDITION: class, several parted by semicolons.',
  },
  'template/below': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `${path} differs by the width of the viewport, which markup does not know.`,
    mend: () => 'Use it in style.css alone, or take below out of its declaration.',
  },
  'template/row-style': {
    level: 'warning',
    message: ({ property }: { property: string }) =>
      `${property} is a row's own style, and a <template> has no element to carry it.`,
    mend: () => 'Put km-each on an element instead of a <template>.',
  },
} as const satisfies WordingTable;
