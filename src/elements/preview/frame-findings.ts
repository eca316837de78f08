import { pageFactTexts } from '../../facts/fact-texts.ts';
import type { FrameFacts, FrameNote } from './messages.ts';
import type { FrameState } from './preview-frame.ts';
import type { PreviewWords } from './words/en.ts';

/** Something found in a frame, as it is listed under it. */
export interface FrameFinding {
  readonly level: 'error' | 'warning' | 'note';
  readonly text: string;
  /** Leads to the element that is at fault. */
  readonly selector?: string;
}

const said: Readonly<Record<FrameNote['is'], (text: string, words: PreviewWords) => string>> = {
  error: (text) => text,
  left: (_, words) => words.left,
  'not-reached': (text, words) => words.notReached(text),
  asked: (text, words) => words.asked(text),
  led: (text, words) => words.leadsTo(text),
};

const levels = { 3: 'warning', 2: 'warning', 1: 'note' } as const;

/** What was measured in a frame, in words. */
function measured(facts: FrameFacts, words: PreviewWords): FrameFinding[] {
  const names = Object.keys(pageFactTexts) as (keyof typeof pageFactTexts)[];
  return names.flatMap((name) => {
    const text = words.facts[name].text as (fault: never) => string;
    const faults = name === 'shifts' ? [] : facts[name];
    return faults.map((one) => ({
      level: levels[pageFactTexts[name].weight],
      text: `${one.element} ${text(one as never)}`,
      selector: one.selector,
    }));
  });
}

/** What was found in a frame, the worst first. */
export function frameFindings(
  { facts, notes, isBlank, isBlocked }: FrameState,
  words: PreviewWords,
): FrameFinding[] {
  const found = facts ? measured(facts, words) : [];
  const isError = ({ is }: FrameNote) => is === 'error' || is === 'left';
  return [
    ...(isBlocked ? [{ level: 'error', text: words.blocked } as const] : []),
    ...(isBlank ? [{ level: 'warning', text: words.nothingVisible } as const] : []),
    ...notes
      .filter(isError)
      .map(({ is, text }): FrameFinding => ({ level: 'error', text: said[is](text, words) })),
    ...found.filter(({ level }) => level !== 'note'),
    ...found.filter(({ level }) => level === 'note'),
    ...notes
      .filter((one) => !isError(one))
      .map(({ is, text }): FrameFinding => ({ level: 'note', text: said[is](text, words) })),
  ];
}

const signs = { error: '✕', warning: '▲', note: '○' } as const;

/** A badge's words: so many of each level, or that nothing was found. */
export function badgeOf(findings: readonly FrameFinding[], words: PreviewWords): string {
  const parts = (['error', 'warning', 'note'] as const).flatMap((level) => {
    const count = findings.filter((one) => one.level === level).length;
    return count === 0 ? [] : [`${signs[level]} ${words.levels[level](count)}`];
  });
  return parts.length === 0 ? `✓ ${words.noFaults}` : parts.join('  ');
}
