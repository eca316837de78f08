import { finding } from '../../problem/finding.ts';
import { type Binder, refer, reportNoText, valueRead } from './binder.ts';
import type { Hole } from './hole.ts';
import { fitsJson, jsonPlaces } from './json-place.ts';
import type { Mark } from './mark.ts';
import type { Element } from './markup.ts';

/** True for a script element that holds JSON and no code (HTML Standard, 4.12.1: data block). */
export function isDataBlock(element: Element): boolean {
  const type = element.valueOf('type')?.trim() ?? '';
  return element.isHtml && element.name === 'script' && /^[\w.-]+\/(?:[\w.-]+\+)?json$/i.test(type);
}

/**
 * Compiles the bindings of one data block: within a string the characters of a value, elsewhere the
 * value itself.
 */
export function markDataBlock(
  binder: Binder,
  element: Element,
  holes: readonly Hole[],
  loops: readonly string[],
): Mark[] {
  const { startTag, endTag, end } = element;
  const within = { start: startTag.end, end: endTag?.start ?? end };
  const own = holes.filter(
    (hole): hole is Extract<Hole, { is: 'binding' }> =>
      hole.is === 'binding' && hole.start >= within.start && hole.end <= within.end,
  );
  const texts = [within.start, ...own.map((hole) => hole.end)].map((from, at) =>
    binder.source.slice(from, own[at]?.start ?? within.end),
  );
  const places = jsonPlaces(texts);
  if (!places) {
    const data = {
      where: 'a data block that is not JSON',
      hint: 'Make it valid JSON when each binding is replaced by 0.',
    };
    const place = binder.lines.placeAt(own[0]?.start ?? within.start);
    binder.report(finding('template/no-value-here', data, place));
    return [];
  }
  return own.flatMap((hole, at): Mark[] => {
    const reference = refer(binder, hole.path, loops, hole.start);
    const place = places[at] ?? 'value';
    if (!reference) return [];
    if (!fitsJson(reference, place)) {
      reportNoText(binder, reference, hole.start);
      return [];
    }
    const part = { of: valueRead(reference), json: place };
    return [{ start: hole.start, end: hole.end, write: { is: 'data', part } }];
  });
}
