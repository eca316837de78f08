import type { Atom } from '../atom.ts';
import { type StyleDetector, valueStart, variableMark } from './detector.ts';

/** Families of letters, where a declaration sets nothing else. */
export const typefaces: StyleDetector = (look) =>
  look.styled.flatMap((styled): Atom[] => {
    const { property, value } = styled.declaration;
    if (property !== 'font-family' || /^(?:inherit|initial|unset|revert)$|var\(/.test(value))
      return [];
    const start = valueStart(look.style.text, styled.declaration);
    const { isRoot, names } = styled.subject;
    return [
      {
        ...{ kind: 'typeface', value: { family: value }, section: 'Look' },
        marks: [variableMark({ start, end: start + value.length }, 'family')],
        slot: `font-family@${start}`,
        names: [...(isRoot ? [] : names.map((name) => `${name} typeface`)), 'typeface'],
        ...{ weight: isRoot ? 0.75 : 0.45, why: 'the family of letters' },
        same: `typeface ${value}`,
      },
    ];
  });
