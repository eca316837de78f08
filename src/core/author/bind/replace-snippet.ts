import { applyEdits, modify } from 'jsonc-parser';
import { compileMould } from '../../compile/compile-mould.ts';
import { propertiesNamedIn } from '../../compile/style/properties.ts';
import { fieldsBelow } from '../../model/field.ts';
import type { Library, Manifest, Mould } from '../../model/mould.ts';
import type { Sources } from '../../model/source-parts.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { indexLines } from '../../text/line-index.ts';
import {
  type ImportedSnippet,
  type ImportOptions,
  importSnippet,
} from '../snippet/import-snippet.ts';
import type { LocalFiles } from '../snippet/local-files.ts';
import type { SnippetPiece } from '../snippet/split-piece.ts';
import { mergeTexts } from '../ties/merge-texts.ts';
import { readTies, tiesFile, withTies } from '../ties/ties.ts';
import { retie } from './retie.ts';

/** The paste a mould was made from, as its `snippet/` holds it. */
export interface OldPaste {
  readonly pieces: readonly SnippetPiece[];
  readonly local: LocalFiles;
}

/**
 * Imports a newer paste over a mould. Fields, titles, samples and all else that is not of the
 * paste stay; bindings are carried to where their places are in the new paste, by what they
 * changed in the old one; what cannot be carried is reported.
 *
 * @throws Refusal when the mould does not hold its paste, or the new one cannot be imported
 *
 * @example
 * const { mould: newer, findings } = replaceSnippet(mould, old, [{ name: 'rail.html', text }]);
 */
export function replaceSnippet(
  old: Mould,
  oldPaste: OldPaste,
  pieces: readonly SnippetPiece[],
  options: ImportOptions = {},
): ImportedSnippet {
  const { name } = old.manifest;
  const base = importAgain(oldPaste, { ...options, name });
  // Files that came with the old paste may give way; those somebody added may not.
  const taken = Object.keys(old.files).filter((path) => !Object.hasOwn(base.files, path));
  const fresh = importSnippet(pieces, { ...options, name, taken });
  const merged = carried(base, old, fresh.mould);
  const whole = { ...old, ...merged };
  // What cannot be cast any more helps nobody: then the paste is taken as it is.
  const isSound = compileMould(whole).isSound || !compileMould(old).isSound;
  const { files: tied, ...texts } = isSound ? merged : { ...textsOf(fresh.mould), files: {} };
  const { manifest, manifestText } = withLibraries(old, fresh.mould.manifest);
  const kept = Object.entries(old.files).filter(
    ([path]) => !path.startsWith('snippet/') && path !== tiesFile,
  );
  const mould = {
    manifest,
    manifestText,
    ...texts,
    files: { ...Object.fromEntries(kept), ...tied, ...fresh.mould.files },
  };
  return { ...fresh, mould, findings: [...fresh.findings, ...notCarried(old, mould)] };
}

/**
 * The sources of the new paste with what was done to the old: edits by hand are merged, and what
 * the tool bound is bound again in its places, by its ties.
 */
function carried(base: Mould, old: Mould, fresh: Mould): Pick<Mould, keyof Sources | 'files'> {
  const { before, ties } = readTies(old);
  const merge = (part: keyof Sources) => mergeTexts(base[part], before[part], fresh[part]);
  const next = { template: merge('template'), style: merge('style'), script: merge('script') };
  if (ties.length === 0) return { ...next, files: {} };
  const declared = new Set(fieldsBelow(compileMould(old).root).map(({ path }) => path));
  const made = withTies({ ...old, files: {} }, next, retie(old, before, ties, next, declared));
  return { ...textsOf(made), files: made.files };
}

/** The mould as its paste gave it, before anybody worked on it. */
function importAgain({ pieces, local }: OldPaste, options: ImportOptions): Mould {
  const order = (piece: SnippetPiece) => ['html', 'css', 'js'].indexOf(endingOf(piece));
  const sorted = [...pieces].sort((a, b) => order(a) - order(b));
  if (sorted.length === 0) {
    throw new Refusal(finding('snippet/no-old-paste', { name: options.name ?? '' }));
  }
  // Files that a page brought along are no panes of their own.
  const brought = new Set<string>();
  const watched: LocalFiles = (path) => {
    const file = local(path);
    if (file) brought.add(path);
    return file;
  };
  const pages = sorted.filter((piece) => endingOf(piece) === 'html');
  const { libraries: _, ...rest } = options;
  if (pages.length > 0) importSnippet(pages, { ...rest, local: watched });
  const own = sorted.filter((piece) => !brought.has(piece.name));
  return importSnippet(own, { ...rest, local }).mould;
}

function endingOf({ name }: SnippetPiece): string {
  const ending = /\.(\w+)$/.exec(name)?.[1]?.toLowerCase() ?? '';
  if (ending === 'htm') return 'html';
  return /^(?:scss|sass|less)$/.test(ending) ? 'css' : ending;
}

function textsOf({ template, style, script }: Mould) {
  return { template, style, script };
}

/** The old manifest with what the new paste says of its page and of what it loads. */
function withLibraries(old: Mould, fresh: Manifest): Pick<Mould, 'manifest' | 'manifestText'> {
  const { libraries, fonts: _, page, ...rest } = old.manifest;
  const reported = (fresh.libraries ?? []).map((one): Library => {
    const before = libraries?.find(
      ({ name, version }) => name === one.name && version === one.version,
    );
    return before ?? one;
  });
  const next = {
    libraries: reported.length > 0 ? reported : undefined,
    fonts: fresh.fonts,
    page: fresh.page,
  };
  const formattingOptions = { insertSpaces: true, tabSize: 2, eol: '\n' };
  let manifestText = old.manifestText;
  for (const [key, value] of Object.entries(next)) {
    manifestText = applyEdits(
      manifestText,
      modify(manifestText, [key], value, { formattingOptions }),
    );
  }
  const manifest = {
    ...rest,
    ...(next.libraries ? { libraries: next.libraries } : {}),
    ...(next.fonts ? { fonts: next.fonts } : {}),
    ...(next.page ? { page: next.page } : {}),
  };
  return { manifest, manifestText };
}

/** Bindings of the old mould that the new one has fewer of. */
function notCarried(old: Mould, next: Mould): Finding[] {
  const { root } = compileMould(old);
  const properties = new Set(fieldsBelow(root).map(({ property }) => property));
  const inStyle = (text: string) =>
    [...propertiesNamedIn(text)]
      .filter((name) => properties.has(name))
      .map((name) => `var(${name})`);
  const places = [
    ['template.html', old.template, next.template, /\{~(?!~)[^~]*~\}|\bkm-[a-z]+="[^"]*"/g],
    ['script.js', old.script, next.script, /\bmould\.values(?:\.\w+)+/g],
  ] as const;
  const lost = places.flatMap(([file, before, after, pattern]) => {
    const left = countsOf(after.match(pattern) ?? []);
    return [...before.matchAll(pattern)].flatMap(({ index, 0: binding }) => {
      const count = left.get(binding) ?? 0;
      left.set(binding, count - 1);
      const { line } = indexLines(file, before).placeAt(index);
      return count > 0 ? [] : [finding('snippet/not-carried', { binding, file, line })];
    });
  });
  const styled = new Set(inStyle(next.style));
  const lostStyles = inStyle(old.style).filter((one) => !styled.has(one));
  const { placeAt } = indexLines('style.css', old.style);
  return [
    ...lost,
    ...lostStyles.map((binding) => {
      const { line } = placeAt(old.style.indexOf(binding.slice(4, -1)));
      return finding('snippet/not-carried', { binding, file: 'style.css', line });
    }),
  ];
}

function countsOf(words: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  return counts;
}
