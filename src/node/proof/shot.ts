import type { AccessibilityFault, LowContrast } from '../../facts/accessibility.ts';
import type { Box } from '../../facts/box.ts';
import type { ClippedText } from '../../facts/clipped-text.ts';
import { type FactText, pageFactTexts, selectorOfFault } from '../../facts/fact-texts.ts';
import type { Overflow } from '../../facts/overflow.ts';
import type { OverlappingText } from '../../facts/overlapping-text.ts';
import type { BadPicture } from '../../facts/pictures.ts';
import type { Shift } from '../../facts/shifts.ts';
import type { SmallText } from '../../facts/small-text.ts';
import type { FailedRequest } from './answer.ts';

/** One picture of one mould at one width, with its facts; measures in CSS px. */
export interface Shot {
  readonly mould: string;
  readonly title: string;
  readonly sample: string;
  readonly width: number;
  readonly height: number;
  /** The moment on a fake clock, in ms after the page began. */
  readonly atMs: number;
  /** Path of the picture. */
  readonly png: string;
  /** Path of a picture of the paste as it came, where that was asked for. */
  readonly paste?: string;
  readonly overflow: readonly Overflow[];
  readonly clipped: readonly ClippedText[];
  readonly overlapping: readonly OverlappingText[];
  readonly smallText: readonly SmallText[];
  readonly smallTargets: readonly Box[];
  readonly contrast: readonly LowContrast[];
  readonly accessibility: readonly AccessibilityFault[];
  readonly pictures: readonly BadPicture[];
  readonly shifts: readonly Shift[];
  readonly consoleErrors: readonly string[];
  readonly failedRequests: readonly FailedRequest[];
  /** Addresses that the mould declares and that were not asked. */
  readonly notAsked: readonly string[];
  /** Faults that the mould accepts, with its reasons; they are in none of the lists. */
  readonly accepted: readonly AcceptedFault[];
}

/** A fault that is as it should be. */
export interface AcceptedFault {
  readonly fact: FactName;
  readonly text: string;
  readonly code: string;
  readonly why: string;
}

/** The facts that may hold faults. */
export interface Facts
  extends Pick<
    Shot,
    | 'overflow'
    | 'clipped'
    | 'overlapping'
    | 'smallText'
    | 'smallTargets'
    | 'contrast'
    | 'accessibility'
    | 'pictures'
    | 'shifts'
    | 'consoleErrors'
    | 'failedRequests'
  > {}

export type FactName = keyof Facts;

/** Every fact by its name in facts.json: adding one is adding a row here and a file in facts/. */
export const factTexts: { readonly [Name in FactName]: FactText<Facts[Name][number]> } = {
  consoleErrors: {
    title: 'Script errors',
    weight: 3,
    text: (message) => `script error: ${message}`,
    code: () => '',
  },
  overflow: pageFactTexts.overflow,
  clipped: pageFactTexts.clipped,
  overlapping: pageFactTexts.overlapping,
  pictures: pageFactTexts.pictures,
  contrast: {
    title: 'Contrast',
    weight: 2,
    code: selectorOfFault,
    text: ({ ratio, needed, colors }) => `contrast is ${ratio}:1, minimum ${needed}:1 (${colors})`,
  },
  smallTargets: pageFactTexts.smallTargets,
  accessibility: {
    title: 'Accessibility',
    weight: 2,
    code: selectorOfFault,
    text: ({ text, rule }) => `${text} (${rule})`,
  },
  shifts: pageFactTexts.shifts,
  smallText: pageFactTexts.smallText,
  failedRequests: {
    title: 'Requests',
    weight: 1,
    code: ({ url }) => url,
    text: ({ why }) => why,
  },
};

export const factNames = Object.keys(factTexts) as FactName[];

/** Something wrong on a shot, in words; numbered where it has a place on the picture. */
export interface Fault {
  readonly fact: FactName;
  readonly weight: number;
  readonly number: number | undefined;
  readonly text: string;
  readonly code: string;
  readonly box: Box | undefined;
}

/** What is wrong on a shot, the worst first. */
export function faultsOf(shot: Facts): Fault[] {
  let number = 0;
  return factNames.flatMap((fact) =>
    faultsIn(fact, shot[fact]).map((one) => {
      if (one.box) number += 1;
      return { ...one, number: one.box ? number : undefined };
    }),
  );
}

/** The faults of one fact, in words. */
export function faultsIn<Name extends FactName>(
  fact: Name,
  faults: Facts[Name],
): Omit<Fault, 'number'>[] {
  const { weight, text, code }: FactText<Facts[Name][number]> = factTexts[fact];
  return faults.map((one: Facts[Name][number]) => ({
    fact,
    weight,
    text: text(one),
    code: code(one),
    box: typeof one === 'object' && 'left' in one ? (one as Box) : undefined,
  }));
}

/** How bad a shot is, to put the worst first. */
export function badness(shot: Facts): number {
  return faultsOf(shot).reduce((sum, { weight }) => sum + 10 ** weight, 0);
}
