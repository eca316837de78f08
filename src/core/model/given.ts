import { finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import type { Mould } from './mould.ts';

/** What is wrong with something that was given for a mould; undefined for one. */
function whyNoMould(given: unknown): string | undefined {
  if (!isObject(given)) return `is ${called(given)} and no mould`;
  for (const part of ['manifestText', 'template', 'style', 'script'] as const) {
    if (typeof given[part] !== 'string') return `has ${called(given[part])} for ${part}, not text`;
  }
  const { manifest, files } = given;
  if (!isObject(manifest) || typeof manifest.name !== 'string' || !isObject(manifest.fields)) {
    return 'has no manifest with a name and fields';
  }
  if (!isObject(files)) return `has ${called(files)} for files, not an object of texts and bytes`;
  const odd = Object.keys(files).find((path) => !isContent(files[path]));
  return odd === undefined
    ? undefined
    : `has ${called(files[odd])} for the file ${odd}, not text or a Uint8Array. JSON does not keep bytes`;
}

/**
 * Refuses what is no mould where a public call needs one.
 *
 * @throws Refusal with one sentence that says what was given
 */
export function requireMould(given: unknown): asserts given is Mould {
  const why = whyNoMould(given);
  if (why !== undefined) refuse('The mould', why);
}

/** @throws Refusal where what a public call was given is no list of what it asks for */
export function requireAll(
  what: string,
  given: unknown,
  fits: (one: Readonly<Record<string, unknown>>) => boolean,
  asked: string,
): void {
  if (!Array.isArray(given)) refuse(what, `are ${called(given)}, not ${asked}`);
  const odd = (given as unknown[]).findIndex((one) => !isObject(one) || !fits(one));
  if (odd >= 0) refuse(what, `must be ${asked}, but entry ${odd + 1} is not`);
}

/** @throws Refusal where an object was asked for and something else given */
export function requireObject(what: string, given: unknown): void {
  if (!isObject(given)) refuse(what, `must be an object, not ${called(given)}`);
}

function refuse(what: string, why: string): never {
  throw new Refusal(finding('call/argument', { what, why }));
}

function isContent(content: unknown): boolean {
  return typeof content === 'string' || ArrayBuffer.isView(content);
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function called(value: unknown): string {
  if (value === undefined) return 'nothing';
  if (value === null) return 'null';
  return Array.isArray(value)
    ? 'a list'
    : /^[aeiou]/.test(typeof value)
      ? `an ${typeof value}`
      : `a ${typeof value}`;
}
