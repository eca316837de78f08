import type { Finding } from '../core/problem/finding.ts';
import { finding } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';
import { readText } from '../node/files/read-text.ts';
import type { Proof, ProofOptions } from '../node/proof/proof.ts';
import { type FactName, factNames, faultsOf } from '../node/proof/shot.ts';

/** What the command was given of how pictures are taken, as it was typed. */
export interface HowTyped {
  readonly widths?: string;
  readonly copies?: string;
  readonly host?: string;
  readonly scheme?: string;
  readonly state?: string;
  readonly rtl?: true;
  readonly beside?: true;
  readonly at?: string;
  readonly fetch?: true;
  readonly against?: string;
}

/** Reads how pictures are to be taken. */
export async function readHow(typed: HowTyped): Promise<Omit<ProofOptions, 'out'>> {
  const { widths, copies, host, scheme, state, rtl, beside, at, fetch, against } = typed;
  return {
    widths: widths === undefined ? undefined : readWidths(widths),
    copies: copies === undefined ? undefined : readCopies(copies),
    host: host === undefined ? undefined : (await readText(host)).text,
    scheme: scheme === undefined ? undefined : oneOf('--scheme', scheme, ['light', 'dark']),
    state:
      state === undefined
        ? undefined
        : oneOf('--state', state, ['rest', 'hover', 'focus', 'visited']),
    atMs: at === undefined ? undefined : readMoments(at),
    isRightToLeft: rtl,
    isBeside: beside,
    isFetching: fetch,
    against,
  };
}

function refuse(what: string): never {
  throw new Refusal(finding('call/usage', { what, command: 'proof' }));
}

function oneOf<const T extends string>(option: string, typed: string, known: readonly T[]): T {
  const found = known.find((one) => one === typed);
  return found ?? refuse(`${option} must be one of ${known.join(', ')}, not ${typed}.`);
}

function readWidths(list: string): number[] {
  const widths = list.split(',').map((one) => Number(one.trim()));
  if (widths.some((one) => !Number.isInteger(one) || one < 80 || one > 7680)) {
    refuse(`--widths must be whole numbers from 80 to 7680, separated by commas, not ${list}.`);
  }
  return [...new Set(widths)];
}

/** `6`, all in one row, or `3x2`: columns, then rows. */
function readCopies(typed: string): { count: number; columns: number } {
  const [, first = '', second] = /^([1-9]\d?)(?:x([1-9]\d?))?$/i.exec(typed) ?? [];
  const [columns, rows] = [Number(first), Number(second ?? 1)];
  if (first === '' || columns * rows > 100) {
    refuse(`--copies must be a number or a grid such as 3x2, up to 100 in total, not ${typed}.`);
  }
  return { count: columns * rows, columns };
}

/** Moments in seconds or ms, in order; each once. */
function readMoments(list: string): number[] {
  const moments = list.split(',').map((one) => {
    const [, number, unit] = /^\s*(\d+(?:\.\d+)?)(ms|s)?\s*$/.exec(one) ?? [];
    return number === undefined
      ? Number.NaN
      : Math.round(Number(number) * (unit === 'ms' ? 1 : 1000));
  });
  if (moments.some((one) => Number.isNaN(one) || one > 600_000)) {
    refuse(`--at must be times up to 600s, such as 0.5s,2s, not ${list}.`);
  }
  return [...new Set(moments)].sort((a, b) => a - b);
}

/** How many faults of a fact are let pass. */
export type Limits = ReadonlyMap<FactName | 'any' | 'changes' | 'isolation', number>;

/** Reads `any`, `changes`, `isolation`, or names of facts, each with a number that is let pass. */
export function readLimits(typed: string | undefined): Limits {
  const known = ['any', 'changes', 'isolation', ...factNames] as const;
  const all = (typed ?? '').split(',').filter((one) => one.trim() !== '');
  return new Map(
    all.map((one) => {
      const [, name = '', limit = '0'] = /^\s*(\w+)(?:=(\d+))?\s*$/.exec(one) ?? [];
      const fact = known.find((other) => other === name);
      if (!fact)
        refuse(
          `--fail-on must be one of ${known.join(', ')}, each optionally with =N, not ${one.trim()}.`,
        );
      return [fact, Number(limit)] as const;
    }),
  );
}

/** A finding for each limit that a proof has passed. */
export function passed(limits: Limits, { shots, changes = [], isolation = [] }: Proof): Finding[] {
  const faults = shots.flatMap((shot) => faultsOf(shot));
  const apart = isolation.flatMap(({ points }) =>
    points.filter(({ holds }) => holds === false),
  ).length;
  return [...limits].flatMap(([name, limit]) => {
    const count =
      name === 'any'
        ? faults.length + apart
        : name === 'isolation'
          ? apart
          : name === 'changes'
            ? changes.length
            : faults.filter(({ fact }) => fact === name).length;
    const fact = name === 'any' ? 'faults' : name;
    return count > limit ? [finding('proof/limit', { fact, count, limit })] : [];
  });
}
