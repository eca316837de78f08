import { type CompiledMould, compileMould } from '../../compile/compile-mould.ts';
import { parseSources } from '../../compile/parse-sources.ts';
import { requireMould } from '../../model/given.ts';
import type { Mould } from '../../model/mould.ts';
import { nestingFaults } from '../../model/nesting-faults.ts';
import { eachPart, fileOf, sourceParts } from '../../model/source-parts.ts';
import type { Finding } from '../../problem/finding.ts';
import { type Edit, withEdits } from '../../text/edits.ts';
import { readSubject } from '../sources/subject.ts';
import { checks } from './checks.ts';
import type { Flaw } from './flaw/check.ts';

export interface CheckOptions {
  /** HTML of the page that casts are to stand on, for fields that name elements of it. */
  readonly host?: string;
}

/**
 * Says what is wrong with a mould, and what a page with it should know: all that keeps it from
 * being cast, and all that would go wrong on a page although it can be.
 *
 * @returns findings by file and place; never throws on what a mould holds
 *
 * @example
 * const isFit = !checkMould(mould).some(({ level }) => level === 'error');
 */
export function checkMould(mould: Mould, options: CheckOptions = {}): readonly Finding[] {
  return inOrder(look(mould, options));
}

/** A mould with the safe fixes applied, what was fixed and what is left. */
export interface FixedMould {
  readonly mould: Mould;
  readonly fixed: readonly Finding[];
  readonly left: readonly Finding[];
}

/** What is fixed. */
export interface FixOptions extends CheckOptions {
  /** This finding alone, by its code and place; by default all that can be. */
  readonly only?: Finding;
}

/** How often fixes are applied: one may bring another flaw to light. */
const rounds = 5;

/**
 * Applies every unambiguous fix to a mould, such as straight quotes for curly ones. Places of what
 * was fixed are those before the fix.
 *
 * @example
 * const [first] = checkMould(mould).filter(({ fixable }) => fixable);
 * const { mould: better } = fixMould(mould, { only: first });
 */
export function fixMould(mould: Mould, options: FixOptions = {}): FixedMould {
  const { only } = options;
  let current = mould;
  const fixed: Finding[] = [];
  for (let round = 0; round < (only ? 1 : rounds); round += 1) {
    const flaws = look(current, options).filter(
      ({ fix, finding }) => fix && (!only || isSameFinding(finding, only)),
    );
    if (flaws.length === 0) break;
    const { mould: next, done } = applyFixes(current, flaws);
    fixed.push(...inOrder(done));
    current = next;
  }
  return { mould: current, fixed, left: checkMould(current, options) };
}

/** True for findings of one kind at one place. */
function isSameFinding(one: Finding, two: Finding): boolean {
  const isThere = one.line === two.line && one.column === two.column;
  return one.code === two.code && one.file === two.file && isThere;
}

function look(mould: Mould, { host }: CheckOptions): Flaw[] {
  requireMould(mould);
  const tooDeep = nestingFaults(mould);
  if (tooDeep.length > 0) return tooDeep.map((finding) => ({ finding }));
  const parsed = parseSources(mould);
  const compiled = compileMould(mould, parsed);
  const subject = readSubject(mould, parsed, compiled.root, host);
  const flaws = checks.flatMap((check) => check(subject));
  return [...compilerFlaws(compiled, flaws), ...flaws];
}

/** What the compiler says, without what a check says better. */
function compilerFlaws({ findings }: CompiledMould, flaws: readonly Flaw[]): Flaw[] {
  const codes = new Set(flaws.map(({ finding }) => finding.code));
  return findings
    .filter(({ code }) => !(saidBetter[code] ?? []).some((other) => codes.has(other as never)))
    .map((finding) => ({ finding }));
}

/** Codes of the compiler, and those of checks that tell the same with its cause. */
const saidBetter: Readonly<Record<string, readonly string[]>> = {
  'template/never-closed': ['markup/unclosed', 'markup/self-closed', 'markup/lost-slash'],
  'style/not-read': [
    'style/unclosed',
    'style/stray-brace',
    'style/line-comment',
    'style/odd-character',
  ],
  'script/not-javascript': ['script/odd-character', 'script/unclosed', 'script/stray-bracket'],
};

/** Makes the edits of as many flaws as do not touch each other. */
function applyFixes(mould: Mould, flaws: readonly Flaw[]): { mould: Mould; done: Flaw[] } {
  const done: Flaw[] = [];
  const texts = eachPart((part) => mould[part]);
  for (const part of sourceParts) {
    const taken: Edit[] = [];
    for (const flaw of flaws) {
      const { fix } = flaw;
      if (fix?.part !== part || fix.edits.some((edit) => taken.some((one) => touch(one, edit))))
        continue;
      taken.push(...fix.edits);
      done.push(flaw);
    }
    const text = mould[part];
    texts[part] = withEdits(text, { start: 0, end: text.length }, taken);
  }
  return { mould: { ...mould, ...texts }, done };
}

function touch(a: Edit, b: Edit): boolean {
  return a.start <= b.end && b.start <= a.end;
}

const files: readonly string[] = ['mould.json', ...Object.values(fileOf)];

function inOrder(flaws: readonly Flaw[]): Finding[] {
  const place = ({ file = '' }: Finding) => files.indexOf(file);
  return flaws
    .map(({ finding }) => finding)
    .sort(
      (a, b) =>
        place(a) - place(b) ||
        (a.line ?? 0) - (b.line ?? 0) ||
        (a.column ?? 0) - (b.column ?? 0) ||
        (a.code < b.code ? -1 : 1),
    );
}
