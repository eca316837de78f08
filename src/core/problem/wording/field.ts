import { didYouMean, type WordingTable } from './shape.ts';

/** What can be wrong with a field's declaration. */
export const fieldWording = {
  'field/bad-name': {
    level: 'error',
    message: ({ name }: { name: string }) => `${JSON.stringify(name)} is not a valid field name.`,
    hint: () => 'Start with a letter, then use letters, digits, hyphens or underscores.',
  },
  'field/unknown-kind': {
    level: 'error',
    message: ({ path, kind, near }: { path: string; kind: string; near?: string | undefined }) =>
      `The field ${path} has an unknown kind, ${kind}.${didYouMean(near)}`,
    hint: ({ kinds }: { kinds: readonly string[] }) => `The kinds are ${kinds.join(', ')}.`,
  },
  'field/no-kind': {
    level: 'error',
    message: ({ path }: { path: string }) => `The field ${path} has neither a kind nor a type.`,
    hint: () => 'Add "type": "string", "number", "boolean", "array" or "object", or a kind.',
  },
  'field/wrong': {
    level: 'error',
    message: ({ path, what }: { path: string; what: string }) => `In the field ${path}, ${what}.`,
  },
  'field/unknown-keyword': {
    level: 'warning',
    message: ({ path, key, near }: { path: string; key: string; near?: string | undefined }) =>
      `The field ${path} has an unknown keyword, ${key}.${didYouMean(near)}`,
    hint: () => 'Correct its name or remove it.',
  },
  'field/below': {
    level: 'error',
    message: ({ path, why }: { path: string; why: string }) =>
      `The field ${path} cannot have below: ${why}.`,
    hint: () => 'Remove below from its declaration.',
  },
  'field/bad-default': {
    level: 'error',
    message: ({ path, what }: { path: string; what: string }) =>
      `The default of the field ${path} ${what}.`,
    hint: () => 'Give a default that is valid for the field.',
  },
  'field/same-property': {
    level: 'error',
    message: ({ path, other, property }: { path: string; other: string; property: string }) =>
      `The fields ${other} and ${path} share the custom property ${property}.`,
    hint: () => 'Set "property" on one of them to use another name.',
  },
  'field/not-css': {
    level: 'error',
    message: ({ path, value }: { path: string; value: string }) =>
      `The field ${path} is used in style.css, but its choice ${JSON.stringify(value)} is not a CSS value.`,
    hint: () => 'Use choices that are valid after the colon of a declaration.',
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
      `The field ${path} has when set to ${JSON.stringify(condition)}, which is not a condition.${didYouMean(near)}`,
    hint: () =>
      'Write PATH, not PATH, PATH is VALUE or PATH is not VALUE, using the path of an existing field.',
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
      `The list ${path} has caption set to ${caption}, which is not a field of its rows.${didYouMean(near)}`,
    hint: () => 'Use the full path of a field of the row, such as rows.time.',
  },
  'field/no-target': {
    level: 'warning',
    message: ({ path, selector }: { path: string; selector: string }) =>
      `${path} targets ${selector}, but nothing in this host matches it.`,
    hint: () => 'Correct the selector, or add that class or id to the elements of the host.',
  },
} as const satisfies WordingTable;
