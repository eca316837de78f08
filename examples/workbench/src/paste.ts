import {
  checkMould,
  type Finding,
  fixMould,
  type ImportOptions,
  importSnippet,
  type Mould,
  Refusal,
  replaceSnippet,
  type SnippetPiece,
} from 'keen-mould';
import { compilers } from './compilers.ts';
import type { Work } from './state.ts';

/** What became of a paste. */
export type Pasted = { readonly work: Partial<Work> } | { readonly refused: readonly Finding[] };

/**
 * Takes a paste; over a mould with fields, so that they stay where their places are. A paste in
 * which none of them has a place begins anew.
 *
 * @param name of the mould, where it is a new one; by default after what is in it
 */
export function paste(
  before: Work,
  pieces: readonly SnippetPiece[],
  name = nameOf(pieces),
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

function take({ mould, pieces: old, only }: Work, pieces: readonly SnippetPiece[], name: string) {
  const hasFields = mould && Object.keys(fieldsOf(mould)).length > 0;
  const before = old.filter(({ text }) => text.trim() !== '');
  if (!hasFields || before.length === 0) return { mould: fresh(mould, pieces, name, only) };
  try {
    const { mould: next } = replaceSnippet(
      mould,
      { pieces: before, local: () => undefined },
      pieces,
      partOf(only),
    );
    const isOther = Object.keys(fieldsOf(next)).every((field) => !isBound(next, field));
    return { mould: isOther ? importSnippet(pieces, { name, ...partOf(only) }).mould : next };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { mould: fresh(mould, pieces, name, only) };
  }
}

/** A mould of its own, under the title that somebody has given the one before. */
function fresh(
  before: Mould | undefined,
  pieces: readonly SnippetPiece[],
  name: string,
  only: string,
): Mould {
  const { mould } = importSnippet(pieces, { name, ...partOf(only) });
  if (!before) return mould;
  const { title, shelf, version, name: was } = before.manifest;
  const isGiven = titleFrom(was) !== title || shelf !== undefined;
  if (!isGiven) return mould;
  const kept = { name: was, title, version, ...(shelf === undefined ? {} : { shelf }) };
  const manifest = { ...mould.manifest, ...kept } as Mould['manifest'];
  return { ...mould, manifest, manifestText: `${JSON.stringify(manifest, null, 2)}\n` };
}

/** What of a paste is taken, as an import is told. */
function partOf(only: string | undefined): ImportOptions {
  return only ? { only, compilers } : { compilers };
}

/** A name after the title of a page, or the first class in it. */
function nameOf(pieces: readonly SnippetPiece[]): string {
  const all = pieces.map(({ text }) => text).join('\n');
  const [, title] = /<title>([^<]+)<\/title>/i.exec(all) ?? [];
  const [, named] = /<(?!html|body)[a-z][^>]*\s(?:class|id)=["']?([\w-]+)/i.exec(all) ?? [];
  const words = (title ?? named ?? '').toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return words.replace(/^[^a-z]+|-+$/g, '').slice(0, 40) || 'pasted-widget';
}

function titleFrom(name: string): string {
  const words = name.replace(/-/g, ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** True where a source of the mould speaks of a field. */
function isBound({ template, style, script, manifest }: Mould, name: string): boolean {
  const { properties } = manifest.fields as { properties?: Record<string, { property?: string }> };
  const kebab = name.replace(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase();
  const property = properties?.[name]?.property ?? `--${kebab}`;
  return (
    new RegExp(`\\{~\\s*${name}[.#\\s~]|\\skm-\\w+=["'][^"']*\\b${name}\\b`).test(template) ||
    new RegExp(`var\\(\\s*${property}(?:-[\\w-]+)?\\s*[,)]`).test(`${style}${template}`) ||
    new RegExp(`mould\\.values\\.${name}\\b`).test(script)
  );
}

/** Declared fields at the top, by name. */
export function fieldsOf({ manifest }: Mould): Readonly<Record<string, unknown>> {
  const { properties } = manifest.fields as { properties?: Record<string, unknown> };
  return properties ?? {};
}

/** What of a paste was left out or changed on the way: rules of its page, tags of its head. */
export function saidOf(pieces: readonly SnippetPiece[], only: string): readonly Finding[] {
  const full = pieces.filter(({ text }) => text.trim() !== '');
  return full.length > 0 ? findingsOf(full, only) : [];
}

function findingsOf(pieces: readonly SnippetPiece[], only: string): readonly Finding[] {
  try {
    return importSnippet(pieces, { name: nameOf(pieces), ...partOf(only) }).findings;
  } catch (error) {
    if (error instanceof Refusal) return [];
    throw error;
  }
}

/** What is wrong with a mould, the worst first. */
export function faultsOf(mould: Mould): readonly Finding[] {
  const order = ['error', 'warning', 'note'];
  return [...checkMould(mould)].sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level));
}

/** The mould with one fix applied, or with all that are unambiguous. */
export function fixed(
  mould: Mould,
  only?: Finding,
): { readonly mould: Mould; readonly count: number } {
  const { mould: better, fixed } = fixMould(mould, only ? { only } : {});
  return { mould: better, count: fixed.length };
}
