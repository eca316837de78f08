import type { finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import { isJsonObject } from './json-source.ts';
import type { FieldSchema, Kind } from './kind.ts';
import { choices } from './kinds/choice.ts';
import { kinds } from './kinds.ts';
import { shown } from './values/shown.ts';

/** Keywords that any declaration may have, whatever its kind. */
const commonKeywords = [
  '$comment',
  'kind',
  'type',
  'title',
  'description',
  'default',
  'examples',
  'deprecated',
  'section',
  'when',
  'below',
  'shown',
  'property',
  'wasNamed',
  'readOnly',
  'const',
];

const unitPattern = /^(?:%|[A-Za-z]{1,10})$/;
const propertyPattern = /^--[A-Za-z0-9_-]+$/;
const pathPattern = /^[A-Za-z][\w-]*(?:\.[A-Za-z][\w-]*)*$/;

/** One thing wrong with a keyword of a declaration. */
export interface KeywordFault {
  readonly code: Parameters<typeof finding>[0];
  readonly data: Record<string, unknown>;
  readonly key: string;
}

/** What a keyword's value has to be, and the words for one that is not. */
const rules: Readonly<Record<string, (declared: FieldSchema) => string | undefined>> = {
  unit: ({ unit }) =>
    unitPattern.test(String(unit))
      ? undefined
      : `the unit ${shown(unit ?? null)} is not a CSS unit`,
  property: ({ property }) =>
    propertyPattern.test(String(property))
      ? undefined
      : `${shown(property ?? null)} is not a custom property name such as --accent`,
  minItems: ({ minItems, maxItems }) =>
    typeof minItems === 'number' && typeof maxItems === 'number' && minItems > maxItems
      ? 'minItems is greater than maxItems'
      : undefined,
  below: ({ below }) =>
    isJsonObject(below) && Object.keys(below).every((width) => /^[1-9]\d{0,4}$/.test(width))
      ? undefined
      : 'below is not an object with widths in px, such as { "640": "center" }',
  wasNamed: ({ wasNamed }) =>
    [wasNamed ?? null].flat().every((one) => typeof one === 'string' && pathPattern.test(one))
      ? undefined
      : 'wasNamed is not a list of paths, such as ["rows.when"]',
  caption: ({ caption }) =>
    typeof caption === 'string' && pathPattern.test(caption)
      ? undefined
      : 'caption is not a path, such as rows.time',
  classes: ({ classes }) =>
    [classes ?? null].flat().every((one) => typeof one === 'string' && /^\S+$/.test(one))
      ? undefined
      : 'classes is not a list of class names, such as ["mark"]',
  shown: ({ shown: isShown }) =>
    typeof isShown === 'boolean' ? undefined : 'shown is neither true nor false',
  section: ({ section }) => (typeof section === 'string' ? undefined : 'section is not a string'),
};

/** Looks over the keywords of one declaration. */
export function keywordFaults(
  declared: FieldSchema,
  kind: Kind,
  { path }: { readonly path: string },
): KeywordFault[] {
  const faults: KeywordFault[] = [];
  const known = [...commonKeywords, ...kind.keywords];
  const named = path === '' ? 'fields' : path;
  const wrong = (key: string, what: string) => {
    faults.push({ code: 'field/wrong', data: { path: named, what }, key });
  };
  for (const key of Object.keys(declared)) {
    if (key.startsWith('x-')) continue;
    if (!known.includes(key)) {
      const data = { path: named, key, near: nearestName(key, known) };
      faults.push({ code: 'field/unknown-keyword', data, key });
    } else {
      const what = rules[key]?.(declared);
      if (what !== undefined) wrong(key, what);
    }
  }
  if (kind === kinds.choice && choices(declared).length === 0) {
    wrong('enum', 'it has no choices');
  }
  return faults;
}
