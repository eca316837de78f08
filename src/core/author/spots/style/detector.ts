import type { Range } from '../../../text/edits.ts';
import { getOrMake, memoizeByObject } from '../../../text/memoize.ts';
import type { StyleDeclaration, StyleRule, StyleSource } from '../../sources/style-source.ts';
import type { Atom } from '../atom.ts';
import { type Mark, replaced } from '../atom.ts';
import { type Blocks, blocksOf } from '../names/element-names.ts';
import type { TreeElement } from '../tree.ts';
import { type RuleSubject, subjectOf } from './rule-subject.ts';

/** What detectors in style may ask about. */
export interface StyleLook {
  readonly style: StyleSource;
  /** Declarations of elements, in source order: those where `var()` is understood. */
  readonly styled: readonly Styled[];
  readonly blocks: Blocks;
  /** Class names of elements that repeat, and of the elements around them. */
  readonly rows: ReadonlySet<string>;
  readonly containers: ReadonlySet<string>;
  /** The size of type of the page's root, in px; undefined where nobody can know it. */
  readonly rootPx: number | undefined;
  /** True for a custom property that the script sets. */
  readonly isSetByScript: (property: string) => boolean;
  /** True for one that a field, the markup or the script sets. */
  readonly isSetElsewhere: (property: string) => boolean;
}

/** Looks through a style sheet for what could be fields. */
export type StyleDetector = (look: StyleLook) => readonly Atom[];

/** A declaration that values may be bound in, with what its rule styles. */
export interface Styled {
  readonly declaration: StyleDeclaration;
  readonly subject: RuleSubject;
  /** True where it stands in no condition. */
  readonly isPlain: boolean;
}

/** The declarations of a sheet that values may be bound in, with what their rules style. */
export function styledIn(style: StyleSource, roots: readonly TreeElement[]): Styled[] {
  const blocks = blocksOf(roots);
  const subjects = new Map<StyleRule, RuleSubject>();
  const subjectIn = (rule: StyleRule) => {
    const subject = subjects.get(rule) ?? subjectOf(rule, roots, blocks);
    subjects.set(rule, subject);
    return subject;
  };
  return style.declarations.flatMap((declaration) => {
    const { rule } = declaration;
    if (!rule || rule.conditions.some((one) => elsewhere.test(one))) return [];
    const isPlain = rule.conditions.every((one) => /^(?:layer|scope)\b/.test(one));
    return [{ declaration, subject: subjectIn(rule), isPlain }];
  });
}

const byProperty = memoizeByObject((styled: readonly Styled[]) => {
  const uses = new Map<string, Styled[]>();
  for (const one of styled) {
    const names = one.declaration.value.match(/(?<=var\(\s*)--[\w-]+(?=\s*[,)])/g) ?? [];
    for (const name of new Set(names)) getOrMake(uses, name, () => []).push(one);
  }
  return uses;
});

/** The declarations that ask for a custom property. */
export function usesOfProperty(styled: readonly Styled[], property: string): readonly Styled[] {
  return byProperty(styled).get(property) ?? [];
}

/** Conditions under which a value is a registration's, or made for those who asked for another page. */
const elsewhere = /^property |prefers-reduced-motion|forced-colors|^media print\b/;

/** Where the value of a declaration begins, past blanks. */
export function valueStart(style: string, { valueOffset }: StyleDeclaration): number {
  return valueOffset + (/^\s*/.exec(style.slice(valueOffset))?.[0].length ?? 0);
}

/** A part of a value that gives way to the field's custom property. */
export function variableMark(range: Range, member?: string): Mark {
  return replaced('style', 'value', range, ({ property }) =>
    member ? `var(${property}-${member})` : `var(${property})`,
  );
}
