import type { Font } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { takeFontImports } from '../library/fonts.ts';
import {
  type Compilers,
  type ScriptDialect,
  type StyleDialect,
  styleDialectOf,
} from './dialect.ts';
import { joinStyles } from './join.ts';
import { AssetShelf } from './local-files.ts';
import { type PageStyles, takeOutFurniture } from './page-styles.ts';
import type { Dropped } from './split-markup.ts';
import { type SnippetPiece, splitPiece } from './split-piece.ts';
import type { StylePart } from './style-part.ts';

/** The style of a snippet in one sheet, and what was seen on the way. */
export interface Sheet {
  readonly style: string;
  /** Web fonts that it asked for by import. */
  readonly fonts: readonly Font[];
  readonly dropped: readonly Dropped[];
  readonly findings: readonly Finding[];
}

/**
 * Makes one sheet of the style of a snippet: compiled where it is written in a dialect, without
 * page furniture, in order.
 *
 * @throws Refusal when there is no compiler for a sheet, or the sheet has a fault
 */
export function toSheet(
  parts: readonly StylePart[],
  compilers: Compilers = {},
  pageStyles?: PageStyles,
): Sheet {
  const furnished = parts.map((part) => furnish(compileSheet(part, compilers), pageStyles));
  return {
    style: joinStyles(furnished.map(({ style }) => style)),
    fonts: furnished.flatMap(({ fonts }) => fonts),
    dropped: furnished.flatMap(({ dropped }) => dropped),
    findings: furnished.flatMap(({ findings }) => findings),
  };
}

/**
 * The dialects that the style of a snippet is written in, for which `importSnippet` has to be
 * given compilers.
 *
 * @example
 * styleDialectsIn([{ name: 'board.scss', text }]).has('scss');
 */
export function styleDialectsIn(pieces: readonly SnippetPiece[]): Set<StyleDialect> {
  const parts = pieces.flatMap((piece) => splitPiece(piece, alone({})).styles);
  return new Set(parts.flatMap(({ text, hint }) => styleDialectOf(text, hint) ?? []));
}

/**
 * The languages that its markup and scripts are written in, beside those of browsers.
 *
 * @example
 * codeDialectsIn([{ name: 'board.ts', text }]).has('typescript');
 */
export function codeDialectsIn(pieces: readonly SnippetPiece[]): Set<ScriptDialect | 'pug'> {
  const found = new Set<ScriptDialect | 'pug'>();
  const script: Compilers['script'] = (_, dialect) => {
    found.add(dialect);
    return { js: '' };
  };
  const pug: Compilers['pug'] = () => {
    found.add('pug');
    return { html: '' };
  };
  for (const piece of pieces) splitPiece(piece, alone({ script, pug }));
  return found;
}

/** A snippet without anything beside it, of which no part is compiled. */
function alone(compilers: Compilers) {
  const shelf = new AssetShelf(() => undefined);
  const none: Compilers = { script: () => ({ js: '' }), pug: () => ({ html: '' }) };
  return { shelf, installed: () => undefined, compilers: { ...none, ...compilers } };
}

function compileSheet(part: StylePart, compilers: Compilers): StylePart {
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
function furnish({ text, placeAt }: StylePart, pageStyles: PageStyles | undefined): Sheet {
  const { style: furnished, dropped, backgroundAt } = takeOutFurniture(text, pageStyles);
  const { style, fonts } = takeFontImports(furnished);
  const [first] = dropped;
  const findings: Finding[] = [];
  if (first) {
    const place = placeAt(first.offset);
    findings.push(finding('snippet/page-styles', { count: dropped.length }, place));
  }
  if (backgroundAt !== undefined) {
    findings.push(finding('snippet/kept-ground', {}, placeAt(backgroundAt)));
  }
  const reported = dropped.map(({ what, why, offset }): Dropped => {
    const { file, line } = placeAt(offset);
    return { what, why, file, line };
  });
  return { style, fonts, dropped: reported, findings };
}
