import type { Mould } from '../core/model/mould.ts';
import { type MouldJson, mouldFromJson } from '../core/pack/mould-json.ts';
import { memoizeByObject } from '../core/text/memoize.ts';

const fromJson = memoizeByObject((json: MouldJson) => mouldFromJson(json));

/**
 * A mould as an element was given it: itself, or the JSON of it that a server sent.
 *
 * @throws Refusal for what is neither
 */
export function givenMould(given: Mould | MouldJson | undefined): Mould | undefined {
  return given === undefined || given === null || 'manifest' in given ? given : fromJson(given);
}
