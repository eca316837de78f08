import type { Box } from './box.ts';
import type { PageFacts } from './measure-page.ts';

/** How a fact is worded. */
export interface FactText<T> {
  /** For the legend, and for the columns of a report. */
  readonly title: string;
  /** How bad one is; faults are told and numbered from the worst. */
  readonly weight: 3 | 2 | 1;
  readonly text: (fault: T) => string;
  /** A selector or an address, shown as code. */
  readonly code: (fault: T) => string;
}

/** The facts that the page itself gives, without any other tool. */
type MeasuredFacts = Omit<PageFacts, 'height'>;

export const selectorOfFault = ({ selector }: Box) => selector;
const code = selectorOfFault;

export const pageFactTexts: {
  readonly [Name in keyof MeasuredFacts]: FactText<MeasuredFacts[Name][number]>;
} = {
  overflow: {
    title: 'Overflow',
    weight: 3,
    code,
    text: ({ by }) => `overflows by ${by} px to the right`,
  },
  clipped: {
    title: 'Cut-off text',
    weight: 3,
    code,
    text: ({ by, side }) =>
      `text is cut off by ${by} px ${side === 'right' || side === 'left' ? 'on the' : 'at the'} ${side}`,
  },
  overlapping: {
    title: 'Overlapping text',
    weight: 3,
    code,
    text: ({ over }) => `text overlaps that of ${over}`,
  },
  pictures: {
    title: 'Pictures',
    weight: 2,
    code,
    text: ({ is, by, src }) =>
      is === 'missing' ? `image is missing: ${src}` : `image is ${is} ${by} times`,
  },
  smallTargets: {
    title: 'Small targets',
    weight: 2,
    code,
    text: ({ width, height }) => `target is ${width} × ${height} px and close to another`,
  },
  shifts: {
    title: 'Shifting',
    weight: 2,
    code,
    text: ({ by }) => `moved ${by} px after it was shown`,
  },
  smallText: {
    title: 'Small text',
    weight: 1,
    code,
    text: ({ size }) => `text is ${size} px high`,
  },
};
