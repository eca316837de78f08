import {
  checkMould,
  type Finding,
  fixMould,
  importSnippet,
  type Mould,
  Refusal,
  replaceSnippet,
  type SnippetPiece,
} from 'keen-mould';
import type { Work } from './state.ts';

/** What became of a paste. */
export type Pasted = { readonly work: Partial<Work> } | { readonly refused: readonly Finding[] };

/**
 * Takes a paste; over a mould with fields, so that they stay where their places are.
 *
 * @param name of the mould, where it is a new one
 */
export function paste(
  before: Work,
  pieces: readonly SnippetPiece[],
  name = 'pasted-widget',
): Pasted {
  const full = pieces.filter(({ text }) => text.trim() !== '');
  if (full.length === 0) return { work: { pieces, mould: undefined } };
  try {
    const { mould } = take(before, full, name);
    return { work: { pieces, mould } };
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.findings };
    throw error;
  }
}

function take({ mould, pieces: old }: Work, pieces: readonly SnippetPiece[], name: string) {
  const hasFields = mould && Object.keys(fieldsOf(mould)).length > 0;
  const before = old.filter(({ text }) => text.trim() !== '');
  if (!hasFields || before.length === 0) {
    return importSnippet(pieces, { name: mould?.manifest.name ?? name });
  }
  try {
    return replaceSnippet(mould, { pieces: before, local: () => undefined }, pieces);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return importSnippet(pieces, { name: mould.manifest.name });
  }
}

/** Declared fields at the top, by name. */
export function fieldsOf({ manifest }: Mould): Readonly<Record<string, unknown>> {
  const { properties } = manifest.fields as { properties?: Record<string, unknown> };
  return properties ?? {};
}

/** What is wrong with a mould, the worst first. */
export function faultsOf(mould: Mould): readonly Finding[] {
  const order = ['error', 'warning', 'note'];
  return [...checkMould(mould)].sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level));
}

/** The mould with the mends made that leave no choice. */
export function mended(mould: Mould): { readonly mould: Mould; readonly count: number } {
  const { mould: better, fixed } = fixMould(mould);
  return { mould: better, count: fixed.length };
}
