import { clearPlace } from '../core/author/hand/clear-place.ts';
import { type Marking, markPlace } from '../core/author/hand/mark-place.ts';
import { mergeFields, splitPlace } from '../core/author/hand/merge-fields.ts';
import { setCondition } from '../core/author/hand/set-condition.ts';
import { moveField } from '../core/author/hand/set-key.ts';
import type { Mould } from '../core/model/mould.ts';
import { type Finding, finding } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';

/** What is asked for by hand, each as it was typed. */
export interface HandArguments {
  readonly clear: readonly string[];
  readonly mark: readonly string[];
  readonly when: readonly string[];
  readonly split: readonly string[];
  readonly join: readonly string[];
  readonly move: readonly string[];
}

/** A mould after a step, with a line on what was done. */
export interface Step {
  readonly mould: Mould;
  readonly said: string;
  readonly findings: readonly Finding[];
}

type Do = (mould: Mould, written: string) => Step;

const steps: Readonly<Record<keyof HandArguments, Do>> = {
  clear: (mould, place) => {
    const { field, isGone, ...done } = clearPlace(mould, place);
    const said = isGone ? `${field} is gone; ${place} is as it was.` : `${place} is as it was.`;
    return { ...done, said };
  },
  mark: (mould, written) => {
    const { place, ...marking } = markingOf(written);
    const { field, ...done } = markPlace(mould, place, marking);
    return { ...done, said: `${field} fills ${place}.` };
  },
  when: (mould, written) => {
    const [place, condition] = inTwo('when', written);
    const { field: _, ...done } = setCondition(mould, place, condition);
    return { ...done, said: `${place} is shown when ${condition}.` };
  },
  split: (mould, written) => {
    const [place, name] = inTwo('split', written);
    const { field, ...done } = splitPlace(mould, place, name);
    return { ...done, said: `${field} fills ${place} on its own.` };
  },
  join: (mould, written) => {
    const [from, into] = inTwo('join', written);
    const { field: _, ...done } = mergeFields(mould, from, into);
    return { ...done, said: `${into} fills the places of ${from} as well.` };
  },
  move: (mould, written) => {
    const [path, to] = inTwo('move', written);
    return { mould: moveField(mould, path, to), said: `${path} is moved.`, findings: [] };
  },
};

/** Carries out what is asked for by hand, of some sorts. */
export function byHand(
  given: Mould,
  asked: HandArguments,
  sorts: readonly (keyof HandArguments)[],
): { readonly mould: Mould; readonly done: readonly Step[] } {
  let mould = given;
  const done: Step[] = [];
  for (const sort of sorts) {
    for (const written of asked[sort]) {
      const step = steps[sort](mould, written);
      mould = step.mould;
      done.push(step);
    }
  }
  return { mould, done };
}

/** `PLACE=FIELD:FORM(a|b)`: all but the place may be left out. */
function markingOf(written: string): Marking & { readonly place: string } {
  const found =
    /^(.+)=([A-Za-z][\w.-]*(?:[*/+]-?[\d.]+[a-z%]*)?)?(?::([a-z]+)(?:\(([^()]*)\))?)?$/s.exec(
      written,
    );
  const [, place, field, form, options] = found ?? [];
  // What stands in brackets or quotes is of the place.
  const isWhole = place === undefined || isOpen(place);
  if (isWhole) return { place: written };
  return {
    place,
    ...(field === undefined ? {} : { field }),
    ...(form === undefined ? {} : { form }),
    ...(options === undefined ? {} : { options: options.split('|') }),
  };
}

function isOpen(place: string): boolean {
  const count = (sign: RegExp) => place.match(sign)?.length ?? 0;
  return count(/\[/g) !== count(/\]/g) || count(/"/g) % 2 === 1;
}

function inTwo(option: string, written: string): readonly [string, string] {
  const at = written.lastIndexOf('=');
  if (at > 0 && at < written.length - 1) return [written.slice(0, at), written.slice(at + 1)];
  const what = `--${option} needs an equals sign with something on each side, and has ${JSON.stringify(written)}.`;
  throw new Refusal(finding('call/usage', { what, command: 'bind' }));
}
