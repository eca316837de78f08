import { type Box, boxOf } from './box.ts';

/** Text whose contrast with its background is too low. */
export interface LowContrast extends Box {
  /** Of text to background (WCAG 2.2, 1.4.3), and the minimum for its size. */
  readonly ratio: number;
  readonly needed: number;
  readonly colors: string;
}

/** Something that a person who uses a keyboard or a screen reader is kept from. */
export interface AccessibilityFault extends Box {
  /** The name of the engine's rule. */
  readonly rule: string;
  readonly text: string;
}

interface Engine {
  run(context: unknown, options: unknown): Promise<{ readonly violations: readonly Violation[] }>;
}

interface Violation {
  readonly id: string;
  readonly help: string;
  readonly nodes: readonly {
    readonly target: readonly (string | readonly string[])[];
    readonly any: readonly { readonly data?: unknown }[];
  }[];
}

/** Rules of WCAG 2.2 A and AA; those for whole pages say nothing of a widget. */
const options = {
  runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
  resultTypes: ['violations'],
  rules: {
    'target-size': { enabled: false },
    bypass: { enabled: false },
    'document-title': { enabled: false },
    'html-has-lang': { enabled: false },
  },
};

/** Asks the accessibility engine, which has to be there as `axe`, about the casts of the page. */
export async function findAccessibility(): Promise<{
  readonly contrast: readonly LowContrast[];
  readonly accessibility: readonly AccessibilityFault[];
}> {
  const { axe } = globalThis as unknown as { readonly axe: Engine };
  const roots = [...document.querySelectorAll('[data-cast]')];
  const { violations } = await axe.run(roots.length > 0 ? { include: roots } : document, options);
  const all = violations.flatMap(({ id, help, nodes }) =>
    nodes.flatMap(({ target, any }) => {
      const element = elementAt(target);
      return element ? [{ box: boxOf(element), rule: id, text: help, data: any[0]?.data }] : [];
    }),
  );
  return {
    contrast: all
      .filter(({ rule }) => rule === 'color-contrast')
      .map(({ box, data }) => {
        const { contrastRatio, expectedContrastRatio, fgColor, bgColor } = data as Record<
          string,
          string
        >;
        return {
          ...box,
          ratio: Number(contrastRatio),
          needed: Number.parseFloat(String(expectedContrastRatio)),
          colors: `${fgColor} on ${bgColor}`,
        };
      }),
    accessibility: all
      .filter(({ rule }) => rule !== 'color-contrast')
      .map(({ box, rule, text }) => ({ ...box, rule, text })),
  };
}

/** An element by the engine's way to it: selectors, one in a list for each shadow root around. */
function elementAt(target: Violation['nodes'][number]['target']): Element | null {
  return target
    .flat()
    .reduce<Element | null>(
      (found, selector) => (found?.shadowRoot ?? document).querySelector(selector),
      null,
    );
}
