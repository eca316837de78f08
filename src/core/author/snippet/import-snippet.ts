import { defaultWidths, type Mould, namePattern } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { indexLines } from '../../text/line-index.ts';
import {
  refuseDialects,
  type StyleCompilers,
  type StyleDialect,
  styleDialectOf,
} from './dialect.ts';
import { joinScripts, joinStyles, tidyEnds } from './join.ts';
import { type GivenLibrary, type InstalledFiles, withGiven } from './library.ts';
import { AssetShelf, type LocalFiles } from './local-files.ts';
import { kebabName, titleFrom } from './name.ts';
import { type PageStyles, takeOutFurniture } from './page-styles.ts';
import { type Language, languageOf } from './recognise.ts';
import { type Beside, type Dropped, type MarkupSplit, splitMarkup } from './split-markup.ts';
import type { StylePart } from './style-part.ts';

/** One file, or one pane, of what was pasted. */
export interface SnippetPiece {
  /** Its file name, for findings and for `snippet/`. */
  readonly name: string;
  readonly text: string;
  /** The file byte for byte, where that is known; kept in its place. */
  readonly bytes?: Uint8Array;
  /** What it was said to be; what it turns out to be counts. */
  readonly as?: Language;
}

export interface ImportOptions {
  /** Name of the mould; by default the document's title or the name of the first file. */
  readonly name?: string;
  /** What becomes of rules for html and body; by default page furniture is left out. */
  readonly pageStyles?: PageStyles;
  /** Files beside the snippet: those it shows or loads come along. */
  readonly local?: LocalFiles;
  /** Files of packages installed in the project, to bring libraries along from. */
  readonly installed?: InstalledFiles;
  /** Libraries that the snippet does not load itself, or that are to take the place of one. */
  readonly libraries?: readonly GivenLibrary[];
  /** Compilers of the dialects its style is written in; see `styleDialectsIn`. */
  readonly compilers?: StyleCompilers;
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
 * @throws Refusal when nothing was pasted, or the name asked for cannot be one
 */
export function importSnippet(
  pieces: readonly SnippetPiece[],
  options: ImportOptions = {},
): ImportedSnippet {
  const findings: Finding[] = [];
  const shelf = new AssetShelf(options.local ?? (() => undefined));
  const beside = { shelf, installed: options.installed ?? (() => undefined) };
  const splits = pieces.map((piece) => splitPiece(piece, beside, findings));
  const [first] = pieces;
  if (!first || pieces.every(({ text }) => text.trim() === '')) {
    const file = first?.name ?? 'snippet';
    throw new Refusal(finding('snippet/empty', {}, { file, line: 1, column: 1 }));
  }
  const all = <K extends 'styles' | 'scripts' | 'libraries' | 'dropped'>(key: K) =>
    splits.flatMap((split) => split[key] as MarkupSplit[K][number][]);
  const title = splits.find((split) => split.title)?.title;
  const name = options.name ?? kebabName(title ?? first.name.replace(/\.\w+$/, ''));
  if (!namePattern.test(name)) {
    const where = `The name ${JSON.stringify(name)}`;
    const what = 'must begin with a letter and hold only letters, digits, hyphens and underscores';
    throw new Refusal(finding('mould/wrong', { where, what }));
  }
  const { template, escapes } = escapeMarks(tidyEnds(splits.map((one) => one.template).join('\n')));
  const sheets = all('styles').map((part) => compileSheet(part, options.compilers ?? {}));
  const furnished = sheets.map((part) => furnish(part, options.pageStyles));
  const style = joinStyles(furnished.map((part) => part.style));
  const script = joinScripts(all('scripts'));
  const droppedStyles = furnished.flatMap((part) => part.dropped);
  findings.push(
    ...splits.flatMap((split) => split.findings),
    ...furnished.flatMap((part) => part.findings),
    ...escapes,
  );
  if (template === '' && (style || script)) {
    const only = [style && 'CSS', script && 'JavaScript'].filter(Boolean).join(' and ');
    findings.push(finding('snippet/no-markup', { only }, { file: first.name }));
  }
  const libraries = withGiven(all('libraries'), options.libraries ?? [], shelf);
  const page = Object.assign({}, ...splits.map((split) => split.page)) as MarkupSplit['page'];
  const manifest: Mould['manifest'] = {
    format: 1,
    name,
    title: title || titleFrom(name),
    version: '1.0.0',
    ...(libraries.length > 0 ? { libraries } : {}),
    widths: [...defaultWidths],
    ...(Object.keys(page).length > 0 ? { page } : {}),
    fields: { type: 'object', properties: {} },
  };
  const manifestText = `${JSON.stringify(manifest, null, 2)}\n`;
  const files = { ...shelf.files, ...keepPaste(pieces, shelf.sources) };
  const mould = { manifest, manifestText, template, style, script, files };
  return { mould, findings, dropped: [...all('dropped'), ...droppedStyles] };
}

const empty: MarkupSplit = {
  ...{ template: '', styles: [], scripts: [], libraries: [], dropped: [], findings: [] },
  ...{ title: undefined, page: {} },
};

function splitPiece(piece: SnippetPiece, beside: Beside, findings: Finding[]): MarkupSplit {
  const { name, text, as } = piece;
  if (text.trim() === '') return empty;
  const found = languageOf(text);
  const start = indexLines(name, text).placeAt(text.search(/\S/));
  if (found === 'html') {
    const split = splitMarkup(name, text, beside);
    const isInTags = split.template.trim() === '' && split.libraries.length === 0;
    if (as === 'css' && isInTags && split.scripts.length === 0) {
      return { ...split, findings: [finding('snippet/in-tags', { tag: 'style' }, start)] };
    }
    if (as === 'js' && isInTags && split.styles.length === 0) {
      return { ...split, findings: [finding('snippet/in-tags', { tag: 'script' }, start)] };
    }
    // A pane of style or script that cannot be read is still that, unless it begins like markup.
    if (as && as !== 'html' && !text.trimStart().startsWith('<')) return takeCode(piece, as);
    if (as && as !== 'html') findings.push(otherPiece(as, 'html', start));
    return split;
  }
  if (as === undefined && name.endsWith(`.${found}`)) return takeCode(piece, found);
  if (as === undefined) {
    const code = found === 'css' ? 'snippet/bare-css' : 'snippet/bare-script';
    findings.push(finding(code, {}, start));
  } else if (as !== found) findings.push(otherPiece(as, found, start));
  return takeCode(piece, found);
}

function takeCode({ name, text }: SnippetPiece, language: 'css' | 'js'): MarkupSplit {
  const { placeAt } = indexLines(name, text);
  if (language === 'css') return { ...empty, styles: [{ text, hint: name, placeAt }] };
  refuseDialects(text, name, placeAt(0));
  return { ...empty, scripts: [text] };
}

/**
 * The dialects that the style of a snippet is written in, for which `importSnippet` has to be
 * given compilers.
 */
export function styleDialectsIn(pieces: readonly SnippetPiece[]): Set<StyleDialect> {
  const beside = { shelf: new AssetShelf(() => undefined), installed: () => undefined };
  const parts = pieces.flatMap((piece) => splitPiece(piece, beside, []).styles);
  return new Set(parts.flatMap(({ text, hint }) => styleDialectOf(text, hint) ?? []));
}

/** @throws Refusal when there is no compiler for a sheet, or the sheet has a fault */
function compileSheet(part: StylePart, compilers: StyleCompilers): StylePart {
  const dialect = styleDialectOf(part.text, part.hint);
  if (dialect === undefined) return part;
  const start = part.placeAt(0);
  const compile = compilers[dialect];
  const compiled = compile?.(part.text);
  if (!compiled) {
    const data = { name: dialect === 'scss' ? 'sass' : dialect, purpose: `to compile ${dialect}` };
    throw new Refusal(finding('call/no-package', data, start));
  }
  if ('css' in compiled) return { ...part, text: compiled.css, placeAt: () => start };
  const { error, line, column } = compiled;
  const indent = line === 1 ? start.column - 1 : 0;
  const place = { ...start, line: start.line + line - 1, column: column + indent };
  throw new Refusal(finding('snippet/dialect-fault', { dialect, error }, place));
}

/** A stretch of style without page furniture, and what is to be said of that. */
function furnish({ text, placeAt }: StylePart, pageStyles: PageStyles | undefined) {
  const { style, dropped, losesGround } = takeOutFurniture(text, pageStyles);
  const [first] = dropped;
  const findings: Finding[] = [];
  if (first) {
    const place = placeAt(first.offset);
    findings.push(finding('snippet/page-styles', { count: dropped.length }, place));
    if (losesGround) findings.push(finding('snippet/lost-ground', {}, place));
  }
  const told = dropped.map(({ what, why, offset }): Dropped => {
    const { file, line } = placeAt(offset);
    return { what, why, file, line };
  });
  return { style, dropped: told, findings };
}

const called: Readonly<Record<Language, string>> = { html: 'HTML', css: 'CSS', js: 'JavaScript' };

function otherPiece(as: Language, found: Language, place: { file: string }): Finding {
  return finding('snippet/other-piece', { said: called[as], found: called[found] }, place);
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
  for (const { name, text, bytes } of pieces) {
    let path = `snippet/${name}`;
    for (let number = 2; Object.hasOwn(files, path); number += 1)
      path = `snippet/${number}-${name}`;
    files[path] = bytes ?? text;
  }
  return files;
}
