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
  'field/below': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) =>
      `The field ${path} cannot differ by width: ${why}.`,
    mend: () => 'Take below out of its declaration.',
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
  'field/bad-condition': {
    level: 'warning',
    message: ({
      path,
      condition,
      near,
    }: {
      path: string;
      condition: string;
      near?: string | undefined;
    }) =>
      `The field ${path} is to be shown when ${JSON.stringify(condition)}, which is no condition.${didYouMean(near)}`,
    mend: () =>
      'Write PATH, not PATH, PATH is VALUE or PATH is not VALUE, with a path that is there.',
  },
  'field/bad-caption': {
    level: 'warning',
    message: ({
      path,
      caption,
      near,
    }: {
      path: string;
      caption: string;
      near?: string | undefined;
    }) =>
      `The rows of ${path} are to be named by ${caption}, which is no field of theirs.${didYouMean(near)}`,
    mend: () => 'Name a field of the row by its whole path, such as rows.time.',
  },
  'field/no-target': {
    level: 'warning',
    message: ({ path, selector }: { path: string; selector: string }) =>
      `${path} is to reach ${selector}, and nothing in this host is that.`,
    mend: () => 'Correct the selector, or give the elements of the host that name.',
  },
} as const satisfies WordingTable;
