import { requireAll } from '../../model/given.ts';
import {
  defaultWidths,
  type Library,
  type Manifest,
  type Mould,
  namePattern,
} from '../../model/mould.ts';
import { refuseDeep } from '../../model/nesting-faults.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { indexLines } from '../../text/line-index.ts';
import { pathKey, safeName } from '../../text/safe-path.ts';
import { bytesOf, textOf } from '../../text/utf8.ts';
import { eachOnce } from '../library/fonts.ts';
import { type GivenLibrary, type InstalledFiles, withGiven } from '../library/library.ts';
import type { Compilers } from './dialect.ts';
import { joinScripts, tidyEnds } from './join.ts';
import { AssetShelf, type LocalFiles } from './local-files.ts';
import { importLibraries } from './modules.ts';
import { kebabName, titleFrom } from './name.ts';
import type { PageStyles } from './page-styles.ts';
import { toSheet } from './sheets.ts';
import type { Dropped } from './split-markup.ts';
import { type SnippetPiece, splitPiece } from './split-piece.ts';
import { withStyleFiles } from './style-addresses.ts';
import { takePart } from './take-part.ts';

export interface ImportOptions {
  /** Name of the mould; by default the document's title or the name of the first file. */
  readonly name?: string;
  /** Folder the snippet came in, after which a page called index is named. */
  readonly folder?: string;
  /** What becomes of rules for html and body; by default page furniture is left out. */
  readonly pageStyles?: PageStyles;
  /** Files beside the snippet: those it shows or loads come along. */
  readonly local?: LocalFiles;
  /** Files of packages installed in the project, to bring libraries along from. */
  readonly installed?: InstalledFiles;
  /** Libraries that the snippet does not load itself, or that are to take the place of one. */
  readonly libraries?: readonly GivenLibrary[];
  /** Paths under `assets/` that other files of the mould have. */
  readonly taken?: readonly string[];
  /** Compilers of what it is written in; see `styleDialectsIn` and `codeDialectsIn`. */
  readonly compilers?: Compilers;
  /** A CSS selector: only these elements, with all that they need. */
  readonly only?: string;
  /** What becomes of rules that nothing in the piece can come to match; by default they stay. */
  readonly unused?: 'keep' | 'drop';
}

/** A mould made from a snippet, and what was seen on the way. */
export interface ImportedSnippet {
  readonly mould: Mould;
  readonly findings: readonly Finding[];
  readonly dropped: readonly Dropped[];
}

/**
 * Makes a mould from pasted code: the paste kept as it came under `snippet/`, its markup, style
 * and script apart, each in the author's own text.
 *
 * @param pasted what was pasted as one text, or in several pieces
 * @throws Refusal when nothing was pasted, the name asked for cannot be one, or the code is in a
 *   language that no browser runs and that cannot be compiled
 *
 * @example
 * const { mould, findings } = importSnippet('<p class="fare">Adult 4.50</p>');
 */
export function importSnippet(
  pasted: string | readonly SnippetPiece[],
  options: ImportOptions = {},
): ImportedSnippet {
  const pieces = typeof pasted === 'string' ? [{ name: 'pasted.html', text: pasted }] : pasted;
  requireAll('The pieces', pieces, isPiece, 'a list of { name, text }');
  refuseEmpty(pieces);
  const { compilers = {}, pageStyles, local = none, installed = none } = options;
  const shelf = new AssetShelf(local, options.taken);
  const splits = pieces.map((piece) => splitPiece(piece, { shelf, installed, compilers }));
  const sheet = toSheet(
    splits.flatMap(({ styles }) => styles),
    compilers,
    pageStyles,
  );
  const importMap = Object.assign({}, ...splits.map((split) => split.importMap));
  const joined = joinScripts(splits.flatMap(({ scripts }) => scripts));
  const { script: whole, ...imported } = importLibraries(
    joined,
    importMap,
    shelf,
    pieces[0]?.name ?? '',
  );
  const markup = tidyEnds(splits.map((split) => split.template).join('\n'));
  const { template: all, escapes } = escapeMarks(markup);
  refuseDeep({ template: all, style: sheet.style });
  const sources = { template: all, style: sheet.style, script: whole };
  const { template, style, script, dropped: leftOut } = takePart(sources, options);
  const given = (options.libraries ?? []).map((one) => withItsFiles(one, shelf));
  const loaded = [...splits.flatMap((split) => split.libraries), ...imported.libraries];
  const manifest = newManifest(pieces, options, {
    title: splits.find(({ title }) => title)?.title,
    fonts: eachOnce([...splits.flatMap((split) => split.fonts), ...sheet.fonts]),
    libraries: withGiven(loaded, given, shelf),
    page: Object.assign({}, ...splits.map((split) => split.page)),
  });
  const files = { ...shelf.files, ...keepPaste(pieces, shelf.sources) };
  const manifestText = `${JSON.stringify(manifest, null, 2)}\n`;
  return {
    mould: { manifest, manifestText, template, style, script, files },
    findings: [
      ...splits.flatMap(({ findings }) => findings).filter(isStill(loaded, manifest.libraries)),
      ...imported.findings,
      ...sheet.findings,
      ...escapes,
      ...noMarkup(template, style, script, pieces[0]?.name),
      ...(leftOut.length > 0 ? [finding('snippet/left-out', countsOf(leftOut))] : []),
    ],
    dropped: [...splits.flatMap(({ dropped }) => dropped), ...sheet.dropped, ...leftOut],
  };
}

/** How much was left out of each file. */
function countsOf(all: readonly Dropped[]) {
  const count = (file: string) => all.filter((one) => one.file === file).length;
  return {
    elements: count('template.html'),
    rules: count('style.css'),
    statements: count('script.js'),
    names: all.slice(0, 4).map(({ what }) => what),
  };
}

/** A sheet of a library with the addresses of the files that come along with it. */
function withItsFiles(given: GivenLibrary, shelf: AssetShelf): GivenLibrary {
  const { part, from } = given;
  if (typeof from !== 'object' || part !== 'style' || !from.beside) return given;
  const { fileName, bytes, path = fileName, beside } = from;
  const text = withStyleFiles(textOf(bytes), path, shelf.for(beside));
  return { ...given, from: { fileName, bytes: bytesOf(text) } };
}

/** Leaves out that a file is loaded from elsewhere, where one that was given took its place. */
function isStill(
  loaded: readonly Library[],
  kept: readonly Library[] = [],
): (one: Finding) => boolean {
  const addresses = (all: readonly Library[]) =>
    all.flatMap(({ script, style }) => [script, style].filter((one) => one !== undefined));
  const left = new Set(addresses(kept));
  const gone = addresses(loaded).filter((one) => !left.has(one));
  const told = new Set(gone.map((url) => finding('snippet/remote-file', { url }).message));
  return ({ code, message }) => code !== 'snippet/remote-file' || !told.has(message);
}

function isPiece({ name, text }: Readonly<Record<string, unknown>>): boolean {
  return typeof name === 'string' && typeof text === 'string';
}

const none = () => undefined;

function refuseEmpty(pieces: readonly SnippetPiece[]): void {
  if (pieces.some(({ text }) => text.trim() !== '')) return;
  const file = pieces[0]?.name ?? 'snippet';
  throw new Refusal(finding('snippet/empty', {}, { file, line: 1, column: 1 }));
}

/** The manifest of a mould that has no fields yet, named as asked or after the paste. */
function newManifest(
  pieces: readonly SnippetPiece[],
  options: ImportOptions,
  read: Required<Pick<Manifest, 'libraries' | 'fonts' | 'page'>> & { title: string | undefined },
): Manifest {
  const { libraries, fonts, page, title } = read;
  const fileName = (pieces[0]?.name ?? '').replace(/\.\w+$/, '');
  const called = fileName === 'index' ? (options.folder ?? fileName) : fileName;
  const name = options.name ?? kebabName(title ?? called);
  if (!namePattern.test(name)) {
    const where = `The name ${JSON.stringify(name)}`;
    const what = 'must begin with a letter and hold only letters, digits, hyphens and underscores';
    throw new Refusal(finding('mould/wrong', { where, what }));
  }
  return {
    format: 1,
    name,
    title: title || titleFrom(name),
    version: '1.0.0',
    ...(libraries.length > 0 ? { libraries } : {}),
    ...(fonts.length > 0 ? { fonts } : {}),
    widths: [...defaultWidths],
    ...(Object.keys(page).length > 0 ? { page } : {}),
    fields: { type: 'object', properties: {} },
  };
}

function noMarkup(template: string, style: string, script: string, file = ''): Finding[] {
  if (template !== '' || (style === '' && script === '')) return [];
  const only = [style && 'CSS', script && 'JavaScript'].filter(Boolean).join(' and ');
  return [finding('snippet/no-markup', { only }, { file })];
}

/** What a template would read as a binding is written so that it stands for itself. */
function escapeMarks(template: string): { template: string; escapes: Finding[] } {
  const lines = indexLines('template.html', template);
  const escapes = [...template.matchAll(/\{~/g)].map(({ index }) =>
    finding('snippet/binding-marks', { mark: '{~' }, lines.placeAt(index)),
  );
  return { template: template.replace(/\{~/g, '{~~'), escapes };
}

/** The paste as it came, each piece under its own name. */
function keepPaste(
  pieces: readonly SnippetPiece[],
  sources: AssetShelf['sources'],
): Mould['files'] {
  const files: Record<string, string | Uint8Array> = {};
  for (const [path, bytes] of Object.entries(sources)) files[`snippet/${path}`] = bytes;
  const keys = new Set(Object.keys(files).map(pathKey));
  for (const { name, text, bytes } of pieces) {
    const safe = safeName(name);
    let path = `snippet/${safe}`;
    for (let number = 2; keys.has(pathKey(path)); number += 1) path = `snippet/${number}-${safe}`;
    keys.add(pathKey(path));
    files[path] = bytes ?? text;
  }
  return files;
}
