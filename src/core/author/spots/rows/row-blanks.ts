import { replaced } from '../atom.ts';
import { hole } from '../markup/detector.ts';
import type { TreeText } from '../tree.ts';
import type { Atoms } from './atoms.ts';
import type { TextColumn } from './columns.ts';

/**
 * Words with the blanks around them, where those stand between words and markup in some rows and
 * not in others: `<b>2</b> eggs`, `<b>2</b>, large`.
 */
export function withBlanks(atoms: Atoms, { at }: TextColumn): Atoms {
  const there = at.filter((one) => one !== undefined);
  const before = ({ start, core, parent }: TreeText) =>
    start === parent.inner.start ? undefined : core.start > start;
  const after = ({ end, core, parent }: TreeText) =>
    end === parent.inner.end ? undefined : core.end < end;
  const isMixed = (blank: typeof before) =>
    new Set(there.map(blank)).has(true) && new Set(there.map(blank)).has(false);
  const [isBefore, isAfter] = [isMixed(before), isMixed(after)];
  if (!isBefore && !isAfter) return atoms;
  return atoms.map((atom, row) => {
    const [text, mark] = [at[row], atom?.marks[0]];
    if (!atom || !text || !mark || atom.kind !== 'text' || mark.start !== text.core.start)
      return atom;
    const [head, tail] = [isBefore && before(text) === true, isAfter && after(text) === true];
    const range = {
      start: head ? text.start : text.core.start,
      end: tail ? text.end : text.core.end,
    };
    const value = `${head ? ' ' : ''}${text.text}${tail ? ' ' : ''}`;
    return { ...atom, value, marks: [replaced('template', 'text', range, hole())] };
  });
}
