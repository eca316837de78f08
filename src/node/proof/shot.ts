import type { Overflow } from '../../facts/page-facts.ts';
import type { FailedRequest } from './shoot.ts';

/** One picture of one mould at one width, with its facts; measures in CSS px. */
export interface Shot {
  readonly mould: string;
  readonly title: string;
  readonly sample: string;
  readonly width: number;
  readonly height: number;
  /** Path of the picture. */
  readonly png: string;
  readonly overflow: readonly Overflow[];
  readonly consoleErrors: readonly string[];
  readonly failedRequests: readonly FailedRequest[];
}

/** Something wrong on a shot, in words; numbered where it has a place on the picture. */
export interface Fault {
  readonly number: number | undefined;
  readonly text: string;
  /** A selector or an address, shown as code. */
  readonly code: string | undefined;
}

/** What is wrong on a shot, what has a place first. */
export function faultsOf(shot: Shot): Fault[] {
  const out = shot.overflow.map(({ selector, by }, index) => ({
    number: index + 1,
    text: `sticks out ${by} px to the right`,
    code: selector,
  }));
  const errors = shot.consoleErrors.map((message) => ({
    number: undefined,
    text: `script error: ${message}`,
    code: undefined,
  }));
  const requests = shot.failedRequests.map(({ url, why }) => ({
    number: undefined,
    text: why,
    code: url,
  }));
  return [...out, ...errors, ...requests];
}
