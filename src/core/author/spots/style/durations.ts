import type { Atom } from '../atom.ts';
import { type StyleDetector, type Styled, valueStart, variableMark } from './detector.ts';
import { valueParts } from './values.ts';

const timed = /^(?:-webkit-)?(transition|animation)(?:-(duration|delay))?$/;

/** How long transitions and animations take, and how long they wait. */
export const durations: StyleDetector = (look) =>
  look.styled.flatMap((styled) => {
    const [, what, longhand] = timed.exec(styled.declaration.property) ?? [];
    if (what === undefined) return [];
    const { value } = styled.declaration;
    const start = valueStart(look.style.text, styled.declaration);
    const times = valueParts(value, start).filter(({ type }) => type === 'time');
    const seen = new Set<number>();
    return times.flatMap((part, index): Atom[] => {
      if (Number.parseFloat(part.text) === 0) return [];
      // In each item of a shorthand the first time is the duration (CSS Transitions 1, 2.5).
      const item = value.slice(0, part.start - start).split(/,(?![^(]*\))/).length;
      const isFirst = !seen.has(item);
      seen.add(item);
      const isDelay = longhand === 'delay' || (longhand === undefined && !isFirst);
      const role = isDelay ? 'delay' : 'duration';
      return [
        {
          kind: 'duration',
          value: part.text,
          marks: [variableMark(part)],
          slot: `${styled.declaration.property}@${part.start}`,
          names: durationNames(styled, what, role, value),
          section: 'Motion',
          weight: isDelay ? 0.45 : index === 0 ? 0.75 : 0.5,
          why: isDelay ? `how long a ${nouns[what]} waits` : `how long ${nouns[what]} takes`,
          same: `time ${what} ${role} ${part.text}`,
        },
      ];
    });
  });

const nouns: Readonly<Record<string, string>> = {
  transition: 'a transition',
  animation: 'an animation',
};

function durationNames({ subject }: Styled, what: string, role: string, value: string): string[] {
  const [, moving = ''] = /^([a-z][\w-]*)\s/.exec(value) ?? [];
  const animation = what === 'animation' ? moving.replace(/[-_]+/g, ' ') : '';
  const own = subject.names.map((name) => `${name} ${role}`);
  return [...(animation ? [`${animation} ${role}`] : []), ...own, role];
}
