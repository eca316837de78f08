import type { Atom } from '../atom.ts';
import { type StyleDetector, valueStart, variableMark } from './detector.ts';

/** Families of letters, by themselves or at the end of `font`. */
export const typefaces: StyleDetector = (look) =>
  look.styled.flatMap((styled): Atom[] => {
    const { property, value: written } = styled.declaration;
    const isAlone = property === 'font-family';
    const value = isAlone ? written : property === 'font' ? familiesIn(written) : undefined;
    if (!value || /^(?:inherit|initial|unset|revert)$|var\(/.test(value)) return [];
    const start = valueStart(look.style.text, styled.declaration) + written.length - value.length;
    const { isRoot, isState, names } = styled.subject;
    return [
      {
        kind: 'typeface',
        value: { family: value },
        section: 'Look',
        marks: [variableMark({ start, end: start + value.length }, 'family')],
        slot: `font-family@${start}`,
        names: [...(isRoot ? [] : names.map((name) => `${name} typeface`)), 'typeface'],
        weight: isRoot && isAlone ? 0.75 : isState || !isAlone || !isChosen(value) ? 0.5 : 0.65,
        why: 'a font family',
        same: `typeface ${value}`,
      },
    ];
  });

/** The families that `font` ends in, after the size and the height of a line (CSS Fonts 4, 2.7). */
function familiesIn(font: string): string | undefined {
  return /(?:^|\s)(?:[\d.]+(?:px|r?em|pt|%|v[wh])|\w+\([^;]*?\))(?:\s*\/\s*[\d.a-z]+)?\s+([^\d(][^()]*)$/.exec(
    font,
  )?.[1];
}

/** True where a family of its own comes first, not one that stands for a sort or that shows code. */
function isChosen(families: string): boolean {
  const generic =
    /^(?:(?:sans-)?serif|monospace|system-ui|ui-\S+|cursive|-apple-system|(?:Segoe|Menlo|Consolas|Courier|Monaco|.* Mono).*)$/i;
  return !generic.test((families.split(',')[0] ?? '').trim().replace(/["']/g, ''));
}
