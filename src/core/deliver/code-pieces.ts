import type { Cast } from '../compile/cast.ts';
import { placedMarkup } from '../compile/placed-markup.ts';
import { toScriptData } from '../compile/template/sink.ts';
import { aboutCasts } from './about.ts';
import type { Runtime } from './delivery.ts';
import { type CastRun, scriptsOf } from './script-pieces.ts';
import { sheetOf } from './sheet.ts';

/** A script on a page: code, or a file from elsewhere. */
export type ScriptPiece = CodePiece | FilePiece;

/** Some code. What pages may share has the name that a file of it would have. */
export interface CodePiece {
  readonly code: string;
  readonly name?: string | undefined;
  /** True for code that cannot stand in a module. */
  readonly isClassic?: boolean;
}

/** A file that a page loads. */
export interface FilePiece {
  readonly src: string;
  /** Its digest, by which a browser refuses another (Subresource Integrity). */
  readonly integrity?: string | undefined;
  /** For a style sheet: the mould whose casts alone it is for; absent for all of a page. */
  readonly mould?: string | undefined;
}

/** Some style: what casts of a mould share, or what is of one cast alone. */
export interface StylePiece {
  readonly text: string;
  readonly isOwn: boolean;
  readonly name?: string | undefined;
}

/** All that casts bring to a page, apart; each form puts it where its host takes it. */
export interface CodePieces {
  /** What it is, for whoever reads the code. */
  readonly about: string;
  /** Style sheets from elsewhere, in order. */
  readonly links: readonly FilePiece[];
  readonly styles: readonly StylePiece[];
  /** Style that goes when the script of a cast has run, by the id of that. */
  readonly firstStates: readonly (readonly [id: string, style: string])[];
  /** Of each cast. */
  readonly markups: readonly string[];
  /** In the order in which they have to run, after the markup is there. */
  readonly scripts: readonly ScriptPiece[];
}

/** Remembers what a page has got, so that of all that casts share each is there once. */
export type OnPage = (kind: string, text: string) => boolean;

/** What else a page is given than its casts ask for. */
export interface PieceOptions {
  /** Casts that stand before them on the page, whose shared code is there already. */
  readonly before?: readonly Cast[] | undefined;
  /** Parts of the code for pages that are put there in any case, for other pages to share. */
  readonly parts?: readonly string[] | undefined;
  /** True where there is no host whose rules would have to be held off. */
  readonly isAlone?: boolean | undefined;
}

/** Takes casts and all that is placed in them apart. */
export function codePieces(
  casts: readonly Cast[],
  runtime: Runtime,
  { before = [], parts = [], isAlone = false }: PieceOptions = {},
): CodePieces {
  const isNew = newOnPage();
  for (const cast of before.flatMap(withInner)) {
    stylesOf(cast, isNew, isAlone);
    linksOf(cast, isNew);
    scriptsOf(cast, { runtime, isNew, parts });
  }
  const all = casts.flatMap(withInner);
  const scripts = all.map((cast) => scriptsOf(cast, { runtime, isNew, parts }));
  return {
    about: aboutCasts(casts),
    links: all.flatMap((cast) => linksOf(cast, isNew)),
    styles: all.flatMap((cast) => stylesOf(cast, isNew, isAlone)).filter(({ text }) => text !== ''),
    firstStates: all.flatMap(({ id, firstState }): [string, string][] =>
      firstState === '' ? [] : [[id, firstState]],
    ),
    markups: casts.map(placedMarkup),
    scripts: [
      ...runs(
        scripts.flatMap((one) => one.runs),
        runtime,
      ),
      ...scripts.flatMap(({ code }) => code),
      ...callsOf(scripts.flatMap(({ calls }) => calls)),
    ],
  };
}

/** Code that needs no other on the page, once for all the casts it is for. */
function runs(all: readonly CastRun[], { parts }: Runtime): CodePiece[] {
  const byPart = new Map<string, string[]>();
  for (const { part, id } of all) byPart.set(part, [...(byPart.get(part) ?? []), id]);
  return [...byPart].map(([part, ids]) => {
    const [only] = ids;
    const text = parts[part];
    return {
      code:
        ids.length === 1
          ? `(${text})("${only}");`
          : `for (const id of ${toScriptData(ids)}) (${text})(id);`,
    };
  });
}

function callsOf(calls: readonly string[]): CodePiece[] {
  return calls.length === 0 ? [] : [{ code: calls.join('\n') }];
}

function newOnPage(): OnPage {
  const known = new Map<string, Set<string>>();
  return (kind, text) => {
    const texts = known.get(kind) ?? new Set();
    known.set(kind, texts);
    return texts.size !== texts.add(text).size;
  };
}

/** A cast and all that is placed in it. */
function withInner(cast: Cast): Cast[] {
  return cast.inner.length === 0 ? [cast] : [cast, ...cast.inner.flatMap(withInner)];
}

/** Style sheets from elsewhere: those of fonts for the page, those of libraries for the mould alone. */
function linksOf({ loads, mould, made }: Cast, isNew: OnPage): FilePiece[] {
  return loads.flatMap(({ style, script, integrity }): FilePiece[] => {
    if (style === undefined) return [];
    if (!made.ready.fonts.includes(style)) {
      return isNew('far sheet', `${mould} ${style}`) ? [{ src: style, mould }] : [];
    }
    if (!isNew('font', style)) return [];
    return [{ src: style, ...(script || !integrity ? {} : { integrity }) }];
  });
}

function stylesOf(cast: Cast, isNew: OnPage, isAlone: boolean): StylePiece[] {
  const once = (kind: string, text: string, name: string) => ({
    text: text !== '' && isNew(kind, text) ? text : '',
    isOwn: false,
    name,
  });
  if (cast.sealed) return [once('page style', cast.pageStyle, cast.mould)];
  return [
    once('mould style', isAlone ? cast.mouldStyle : sheetOf(cast), cast.mould),
    { text: cast.castStyle, isOwn: true },
  ];
}
