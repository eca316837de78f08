import type { Atom } from '../atom.ts';
import { type StyleDetector, valueStart, variableMark } from './detector.ts';

/** Families of letters, where a declaration sets nothing else. */
export const typefaces: StyleDetector = (look) =>
  look.styled.flatMap((styled): Atom[] => {
    const { property, value } = styled.declaration;
    if (property !== 'font-family' || /^(?:inherit|initial|unset|revert)$|var\(/.test(value))
      return [];
    const start = valueStart(look.style.text, styled.declaration);
    const { isRoot, isState, names } = styled.subject;
    return [
      {
        ...{ kind: 'typeface', value: { family: value }, section: 'Look' },
        marks: [variableMark({ start, end: start + value.length }, 'family')],
        slot: `font-family@${start}`,
        names: [...(isRoot ? [] : names.map((name) => `${name} typeface`)), 'typeface'],
        weight: isRoot ? 0.75 : isState || !isChosen(value) ? 0.45 : 0.65,
        why: 'the family of letters',
        same: `typeface ${value}`,
      },
    ];
  });

/** True where a family of its own comes first, not one that stands for a sort or that shows code. */
function isChosen(families: string): boolean {
  const generic =
    /^(?:(?:sans-)?serif|monospace|system-ui|ui-\S+|cursive|-apple-system|(?:Segoe|Menlo|Consolas|Courier|Monaco|.* Mono).*)$/i;
  return !generic.test((families.split(',')[0] ?? '').trim().replace(/["']/g, ''));
}
