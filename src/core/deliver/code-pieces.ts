import type { Cast } from '../compile/cast.ts';
import { placedMarkup } from '../compile/placed-markup.ts';
import type { Library } from '../model/mould.ts';
import { aboutCasts } from './about.ts';
import type { Runtime } from './delivery.ts';
import { scriptsOf } from './script-pieces.ts';

/** A script on a page: code, or the address of a file. */
export type ScriptPiece = { readonly code: string } | { readonly src: string };

/** Some style: what casts of a mould share, or what is of one cast alone. */
export interface StylePiece {
  readonly text: string;
  readonly isOwn: boolean;
}

/** All that casts bring to a page, apart; each form puts it where its host takes it. */
export interface CodePieces {
  /** What it is, for whoever reads the code. */
  readonly about: string;
  /** Addresses of style sheets, in order. */
  readonly links: readonly string[];
  readonly styles: readonly StylePiece[];
  /** Style that goes when the script of a cast has run, by the id of that. */
  readonly firstStates: readonly (readonly [id: string, style: string])[];
  readonly markup: string;
  /** In the order in which they have to run, after the markup is there. */
  readonly scripts: readonly ScriptPiece[];
}

/** Remembers what a page has got, so that of all that casts share each is there once. */
export type OnPage = (kind: string, text: string) => boolean;

/**
 * Takes casts and all that is placed in them apart.
 *
 * @param before casts that stand before them on the page, whose shared code is there already
 */
export function codePieces(
  casts: readonly Cast[],
  runtime: Runtime,
  before: readonly Cast[] = [],
): CodePieces {
  const isNew = newOnPage();
  for (const cast of before.flatMap(withInner)) {
    for (const library of cast.loads) isNew('library', keyOf(library));
    stylesOf(cast, isNew);
    scriptsOf(cast, [], runtime, isNew);
  }
  const all = casts.flatMap(withInner);
  const loaded = all.map(({ loads }) => loads.filter((one) => isNew('library', keyOf(one))));
  const styles = all.flatMap((cast) => stylesOf(cast, isNew));
  const scripts = all.map((cast, at) => scriptsOf(cast, loaded[at] ?? [], runtime, isNew));
  return {
    about: aboutCasts(casts),
    links: loaded.flat().flatMap(({ style }) => style ?? []),
    styles: styles.filter(({ text }) => text !== ''),
    firstStates: all.flatMap(({ id, firstState }): [string, string][] =>
      firstState === '' ? [] : [[id, firstState]],
    ),
    markup: casts.map(placedMarkup).join('\n'),
    scripts: [...scripts.flatMap(({ first }) => first), ...scripts.flatMap(({ after }) => after)],
  };
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

function keyOf({ script = '', style = '' }: Library): string {
  return `${script} ${style}`;
}

function stylesOf(cast: Cast, isNew: OnPage): StylePiece[] {
  const once = (kind: string, text: string) => ({
    text: isNew(kind, text) ? text : '',
    isOwn: false,
  });
  if (cast.sealed) return [once('page style', cast.pageStyle)];
  return [
    once('reset', cast.reset),
    once('mould style', cast.mouldStyle),
    { text: cast.castStyle, isOwn: true },
  ];
}
