import type { Atom } from '../atom.ts';
import { type StyleDetector, valueStart, variableMark } from './detector.ts';

const aligned: Readonly<Record<string, readonly string[]>> = {
  'text-align': ['start', 'center', 'end', 'left', 'right', 'justify'],
};

/** How the root sets its lines. */
export const alignments: StyleDetector = (look) =>
  look.styled.flatMap((styled): Atom[] => {
    const { property, value } = styled.declaration;
    const choices = aligned[property];
    if (!choices?.includes(value) || !styled.subject.isRoot || !styled.isPlain) return [];
    const start = valueStart(look.style.text, styled.declaration);
    const offered = /left|right/.test(value)
      ? ['left', 'center', 'right']
      : ['start', 'center', 'end'];
    const choice = offered.includes(value) ? offered : [...offered, value];
    return [
      {
        kind: 'choice',
        value,
        declares: { enum: choice },
        section: 'Look',
        marks: [variableMark({ start, end: start + value.length })],
        slot: `${property}@${start}`,
        names: ['alignment'],
        weight: 0.5,
        why: 'text alignment',
      },
    ];
  });
