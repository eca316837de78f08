import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with a field's declaration. */
export const fieldWording = {
  'field/bad-name': {
    level: 'error',
    message: ({ name }: { name: string }) => `A field cannot be called ${JSON.stringify(name)}.`,
    mend: () => 'Begin with a letter; go on with letters, digits, hyphens or underscores.',
  },
  'field/unknown-kind': {
    level: 'error',
    message: ({ path, kind, near }: { path: string; kind: string; near?: string | undefined }) =>
      `The field ${path} has kind ${kind}, which is not known.${didYouMean(near)}`,
    mend: ({ kinds }: { kinds: readonly string[] }) => `The kinds are ${kinds.join(', ')}.`,
  },
  'field/no-kind': {
    level: 'error',
    message: ({ path }: { path: string }) => `The field ${path} says neither a kind nor a type.`,
    mend: () => 'Add "type": "string", "number", "boolean", "array" or "object", or a kind.',
  },
  'field/wrong': {
    level: 'error',
    message: ({ path, what }: { path: string; what: string }) => `In the field ${path}, ${what}.`,
  },
  'field/unknown-keyword': {
    level: 'warning',
    message: ({ path, key, near }: { path: string; key: string; near?: string | undefined }) =>
      `The field ${path} has ${key}, which means nothing here.${didYouMean(near)}`,
    mend: () => 'Correct its name or take it out.',
  },
  'field/not-yet': {
    level: 'warning',
    message: ({ path, key }: { path: string; key: string }) =>
      `The field ${path} has ${key}, which this version does not act on.`,
    mend: () => 'It is kept as it is; what it asks for is left out of casts.',
  },
  'field/bad-default': {
    level: 'error',
    message: ({ path, what }: { path: string; what: string }) =>
      `The default of the field ${path} ${what}.`,
    mend: () => 'Give a default that the field itself would take.',
  },
  'field/same-property': {
    level: 'error',
    message: ({ path, other, property }: { path: string; other: string; property: string }) =>
      `The fields ${other} and ${path} are both called ${property} in style.`,
    mend: () => 'Give one of them another custom property name with "property".',
  },
  'field/not-css': {
    level: 'error',
    message: ({ path, value }: { path: string; value: string }) =>
      `The field ${path} is used in style, but its choice ${JSON.stringify(value)} is not a CSS value.`,
    mend: () => 'Use choices that can stand after the colon of a declaration.',
  },
  'field/no-target': {
    level: 'warning',
    message: ({ path, selector }: { path: string; selector: string }) =>
      `${path} is to reach ${selector}, and nothing in this host is that.`,
    mend: () => 'Correct the selector, or give the elements of the host that name.',
  },
} as const satisfies WordingTable;
