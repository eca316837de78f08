import { type FactText, pageFactTexts } from '../../facts/fact-texts.ts';
import type { FrameFacts } from './messages.ts';
import type { FrameState } from './preview-frame.ts';

/** Something found in a frame, as it is listed under it. */
export interface FrameFinding {
  readonly level: 'error' | 'warning' | 'note';
  readonly text: string;
  /** Leads to the element that is at fault. */
  readonly selector?: string;
}

const blank =
  'Nothing is visible. The widget may appear only after a click, or wait for something that cannot be loaded here.';

const said = {
  error: (text: string) => text,
  'not-reached': (text: string) => `Not loaded: ${text}`,
  asked: (text: string) => `Asked: ${text}`,
  led: (text: string) => `Goes to ${text}`,
} as const;

const levels = { 3: 'warning', 2: 'warning', 1: 'note' } as const;

/** What was measured in a frame, in words. */
function measured(facts: FrameFacts): FrameFinding[] {
  const names = Object.keys(pageFactTexts) as (keyof typeof pageFactTexts)[];
  return names.flatMap((name) => {
    const { weight, text }: FactText<never> = pageFactTexts[name];
    const faults = name === 'shifts' ? [] : facts[name];
    return faults.map((one) => ({
      level: levels[weight],
      text: `${one.element} ${text(one as never)}`,
      selector: one.selector,
    }));
  });
}

/** What was found in a frame, the worst first. */
export function frameFindings({ facts, notes, isBlank }: FrameState): FrameFinding[] {
  const found = facts ? measured(facts) : [];
  return [
    ...(isBlank ? [{ level: 'warning', text: blank } as const] : []),
    ...notes
      .filter(({ is }) => is === 'error')
      .map(({ text }): FrameFinding => ({ level: 'error', text })),
    ...found.filter(({ level }) => level !== 'note'),
    ...found.filter(({ level }) => level === 'note'),
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
  return parts.length === 0 ? '✓ no faults' : parts.join('  ');
}
