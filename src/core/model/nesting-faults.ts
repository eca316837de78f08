import { type Finding, finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { deepest, nestingOfMarkup, nestingOfStyle, nestingOfValue } from '../text/nesting.ts';
import type { Mould } from './mould.ts';

type Nested = Pick<Mould, 'template' | 'style'> & Partial<Pick<Mould, 'manifest'>>;

/** What of a mould nests deeper than can be held. */
export function nestingFaults({ template, style, manifest }: Nested): Finding[] {
  const found: readonly (readonly [file: string, what: string, depth: number, most: number])[] = [
    ['template.html', 'elements', nestingOfMarkup(template, deepest.markup), deepest.markup],
    ['style.css', 'brackets', nestingOfStyle(style), deepest.style],
    // Each field is an object in an object, and its limits and defaults go a few deeper.
    [
      'mould.json',
      'objects and lists',
      nestingOfValue(manifest?.fields ?? {}),
      deepest.fields * 2 + 10,
    ],
  ];
  return found
    .filter(([, , depth, most]) => depth > most)
    .map(([file, what, depth, most]) => finding('mould/too-deep', { what, depth, most }, { file }));
}

/** @throws Refusal where a mould nests deeper than can be held */
export function refuseDeep(mould: Nested): void {
  const [first, ...others] = nestingFaults(mould);
  if (first) throw new Refusal(first, ...others);
}
