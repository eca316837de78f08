import type { FrameState } from './preview-frame.ts';

/** Something found in a frame, as it is listed under it. */
export interface FrameFinding {
  readonly level: 'error' | 'warning' | 'note';
  readonly text: string;
  /** Leads to the element that is at fault. */
  readonly selector?: string;
}

const said = {
  error: (text: string) => text,
  'not-reached': (text: string) => `Not reached: ${text}`,
  asked: (text: string) => `Asked: ${text}`,
  led: (text: string) => `Leads to ${text}`,
} as const;

/** What was found in a frame, the worst first. */
export function frameFindings({ overflow, notes }: FrameState): FrameFinding[] {
  return [
    ...notes
      .filter(({ is }) => is === 'error')
      .map(({ text }): FrameFinding => ({ level: 'error', text })),
    ...overflow.map(
      ({ element, selector, by }): FrameFinding => ({
        level: 'warning',
        text: `${element} sticks out by ${by} px`,
        selector,
      }),
    ),
    ...notes
      .filter(({ is }) => is !== 'error')
      .map(({ is, text }): FrameFinding => ({ level: 'note', text: said[is](text) })),
  ];
}

const signs = { error: '✕', warning: '▲', note: '○' } as const;
const names = { error: 'error', warning: 'warning', note: 'note' } as const;

/** A badge's words: so many of each level, or that nothing was found. */
export function badgeOf(findings: readonly FrameFinding[]): string {
  const parts = (['error', 'warning', 'note'] as const).flatMap((level) => {
    const count = findings.filter((one) => one.level === level).length;
    return count === 0 ? [] : [`${signs[level]} ${count} ${names[level]}${count === 1 ? '' : 's'}`];
  });
  return parts.length === 0 ? '✓ nothing found' : parts.join('  ');
}
