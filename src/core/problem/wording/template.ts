import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with the bindings in template.html. */
export const templateWording = {
  'template/unknown-field': {
    level: 'error',
    message: ({ path, near }: { path: string; near?: string | undefined }) =>
      `No field is called ${path}.${didYouMean(near)}`,
    hint: () => 'Declare it under fields in mould.json, or correct the path.',
  },
  'template/bad-path': {
    level: 'error',
    message: ({ path }: { path: string }) => `${JSON.stringify(path)} is not a valid path.`,
    hint: () => 'Write field names joined by dots, such as title.size or rows#number.',
  },
  'template/bad-condition': {
    level: 'error',
    message: ({ condition }: { condition: string }) =>
      `${JSON.stringify(condition)} is not a valid condition.`,
    hint: () => 'Write PATH, not PATH, PATH is VALUE or PATH is not VALUE.',
  },
  'template/unclosed': {
    level: 'error',
    message: () => 'This binding starts with {~ and never ends.',
    hint: () => 'Close it with ~}, or write {~~ for a plain {~.',
  },
  'template/outside-list': {
    level: 'error',
    message: ({ path, list }: { path: string; list: string }) =>
      `${path} belongs to a row of ${list}, but is used outside its km-each.`,
    hint: ({ list }: { path: string; list: string }) =>
      `Move it inside an element with km-each="${list}".`,
  },
  'template/not-a-list': {
    level: 'error',
    message: ({ path, called }: { path: string; called: string }) =>
      `km-each cannot repeat over ${path}, which is ${called}.`,
    hint: () => 'Use a list, or a whole number for that many copies.',
  },
  'template/slot': {
    level: 'error',
    message: ({ slot, what }: { slot: string; what: string }) => `The slot ${slot} ${what}.`,
    hint: () => 'Give each slot its own name, on an element such as a div that is not repeated.',
  },
  'template/same-loop': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `km-each="${path}" is nested inside another one for the same list.`,
    hint: () => 'Remove one of them.',
  },
  'template/no-text': {
    level: 'error',
    message: ({ path, called }: { path: string; called: string }) =>
      `${path} is ${called}, which cannot be written here.`,
    hint: ({ instead }: { instead: string }) => instead,
  },
  'template/no-value-here': {
    level: 'error',
    message: ({ where }: { where: string }) => `Values are not allowed in ${where}.`,
    hint: ({ hint }: { where: string; hint: string }) => hint,
  },
  'template/unknown-binding': {
    level: 'error',
    message: ({ name, near }: { name: string; near?: string | undefined }) =>
      `${name} is not a known binding.${didYouMean(near)}`,
    hint: ({ known }: { known: readonly string[] }) => `The bindings are ${known.join(', ')}.`,
  },
  'template/moved': {
    level: 'error',
    message: ({ element, binding }: { element: string; binding: string }) =>
      `Browsers move <${element}> to another place, so ${binding} cannot be used on it.`,
    hint: () => 'Close the elements around it in the right order.',
  },
  'template/never-closed': {
    level: 'warning',
    message: ({ element }: { element: string }) =>
      `<${element}> is never closed, so its end tag was added at the very end.`,
    hint: () => 'Add the end tag where the element should end.',
  },
  'template/breaks-off': {
    level: 'error',
    message: () => 'The markup ends in the middle of a tag or a comment.',
    hint: () =>
      'Complete it or remove it. Otherwise it would swallow the markup that follows it on the host page.',
  },
  'template/as': {
    level: 'error',
    message: ({ path, what }: { path: string; what: string }) => `km-as="${path}" ${what}.`,
    hint: () =>
      'Use a choice of element names such as h2, h3 and div, on an element with an end tag.',
  },
  'template/shell': {
    level: 'error',
    message: ({ element }: { element: string }) =>
      `<${element}> cannot be removed from around its content without changing how browsers parse it.`,
    hint: () => 'Use km-shell on an element with an end tag whose content is valid without it.',
  },
  'template/bad-class': {
    level: 'error',
    message: ({ entry }: { entry: string }) =>
      `${JSON.stringify(entry)} in km-class is not a condition followed by classes.`,
    hint: () => 'Write CONDITION: class, and separate several with semicolons.',
  },
  'template/below': {
    level: 'error',
    message: ({ path }: { path: string }) =>
      `${path} can differ by viewport width, which only style can follow.`,
    hint: () => 'Use it only in style.css, or remove below from its declaration.',
  },
  'template/row-style': {
    level: 'warning',
    message: ({ property }: { property: string }) =>
      `${property} is set on each row, but a <template> has no element to set it on.`,
    hint: () => 'Put km-each on an element instead of a <template>.',
  },
} as const satisfies WordingTable;
