import { Validator } from '@cfworker/json-schema';
import { finding } from '../problem/finding.ts';
import { nearestName } from '../problem/nearest-name.ts';
import { Refusal } from '../problem/refusal.ts';
import { requireObject } from './given.ts';
import type { Json, JsonObject } from './json-source.ts';
import { type KindName, kindNames, kinds } from './kinds.ts';
import { ownKinds } from './own-kinds.ts';
import { phrase } from './values/phrases.ts';
import type { Violation } from './values/violation.ts';

/** A kind of fields to add to those there are. */
export interface KindDefinition {
  /** What a declaration names it by; lower case, with a hyphen, so that no later kind takes it. */
  readonly name: string;
  /** The kind whose values, bindings and control it has. */
  readonly base: KindName;
  /** JSON Schema 2020-12 that its values keep beside what `base` asks. */
  readonly schema?: JsonObject;
  /** Writes a value where it stands as text or in an attribute; by default as `base` does. */
  readonly write?: (value: Json) => string;
}

/**
 * Adds a kind of fields for all moulds that are read from now on. What `write` gives is escaped like
 * any value. A kind of this name that was there is replaced.
 *
 * @throws Refusal when the name is a kind of ours or has no hyphen, or `base` is no kind
 *
 * @example
 * defineKind({
 *   name: 'acme-price',
 *   base: 'number',
 *   schema: { minimum: 0 },
 *   write: (value) => `€ ${Number(value).toFixed(2)}`,
 * });
 */
export function defineKind(definition: KindDefinition): void {
  requireObject('The kind', definition);
  const { name, base, schema = {}, write } = definition;
  if (!/^[a-z][a-z0-9]*(?:-[a-z0-9]+)+$/.test(name)) {
    refuse(
      `name must be lower case with a hyphen, such as acme-price, not ${JSON.stringify(name)}`,
    );
  }
  if (!Object.hasOwn(kinds, base) || kinds[base] === kinds.group || kinds[base] === kinds.list) {
    const near = nearestName(String(base), kindNames);
    refuse(`base must be a kind with a value${near ? `; did you mean ${near}?` : ''}`);
  }
  requireObject('The schema of a kind', schema);
  if (write !== undefined && typeof write !== 'function') refuse('write must be a function');
  ownKinds().set(name, { name, base, schema, violation: violationOf(schema), write });
}

function refuse(why: string): never {
  throw new Refusal(finding('call/argument', { what: 'The kind', why }));
}

/** The check of any JSON Schema; who defines a kind answers for its patterns. */
function violationOf(schema: JsonObject): Violation {
  const validator = new Validator(schema, '2020-12');
  return (value) => {
    const { valid, errors } = validator.validate(value);
    if (valid) return undefined;
    const { keyword = 'schema', error = 'is not valid' } = errors.at(-1) ?? {};
    const says = phrase(keyword, schema) ?? error.replace(/^./, (letter) => letter.toLowerCase());
    return { keyword, limit: schema[keyword] ?? null, says };
  };
}
