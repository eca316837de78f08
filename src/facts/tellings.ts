import type { Box } from './box.ts';
import type { PageFacts } from './measure-page.ts';

/** How a fact is told. */
export interface Telling<T> {
  /** For the legend, and for the columns of a report. */
  readonly title: string;
  /** How bad one is; faults are told and numbered from the worst. */
  readonly weight: 3 | 2 | 1;
  readonly text: (fault: T) => string;
  /** A selector or an address, shown as code. */
  readonly code: (fault: T) => string;
}

/** The facts that a page is measured for by itself, without asking anything else. */
type MeasuredFacts = Omit<PageFacts, 'height'>;

export const selectorOfFault = ({ selector }: Box) => selector;
const code = selectorOfFault;

export const measuredTellings: {
  readonly [Name in keyof MeasuredFacts]: Telling<MeasuredFacts[Name][number]>;
} = {
  overflow: {
    ...{ title: 'Sticking out', weight: 3, code },
    text: ({ by }) => `sticks out ${by} px to the right`,
  },
  clipped: {
    ...{ title: 'Cut words', weight: 3, code },
    text: ({ by, side }) =>
      `words are cut by ${by} px ${side === 'right' || side === 'left' ? 'on the' : 'at the'} ${side}`,
  },
  overlapping: {
    ...{ title: 'Words on words', weight: 3, code },
    text: ({ over }) => `words lie on those of ${over}`,
  },
  pictures: {
    ...{ title: 'Pictures', weight: 2, code },
    text: ({ is, by, src }) =>
      is === 'missing' ? `picture is missing: ${src}` : `picture is ${is} ${by} times`,
  },
  smallTargets: {
    ...{ title: 'Small targets', weight: 2, code },
    text: ({ width, height }) => `target is ${width} × ${height} px and close to another`,
  },
  shifts: {
    ...{ title: 'Shifting', weight: 2, code },
    text: ({ by }) => `was moved ${by} px after it was shown`,
  },
  smallText: {
    ...{ title: 'Small words', weight: 1, code },
    text: ({ size }) => `words are ${size} px high`,
  },
};
