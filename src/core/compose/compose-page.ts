import type { AssetAt } from '../compile/asset-addresses.ts';
import type { Cast } from '../compile/cast.ts';
import { nameOf } from '../compile/cast-facts.ts';
import type { CompiledMould } from '../compile/compile-mould.ts';
import { type CodePieces, codePieces, type ScriptPiece } from '../deliver/code-pieces.ts';
import type { Finish, Runtime } from '../deliver/delivery.ts';
import {
  firstStateElements,
  linkElement,
  linkElements,
  scriptElements,
  styleElements,
} from '../deliver/elements.ts';
import { finishedPieces } from '../deliver/finished-pieces.ts';
import { usualRuntime } from '../deliver/usual.ts';
import type { JsonObject, JsonPath } from '../model/json-source.ts';
import { type Finding, finding, type Place } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { type HostPage, hostPage, placeFaults } from './host-page.ts';
import type { PageFile, PlacedCast } from './page-file.ts';
import { PageIds } from './page-ids.ts';

/** Style or code that several pages have in common, and that may be a file for them all. */
export interface SharedText {
  /** What the file may be called, without a path or an ending. */
  readonly name: string;
  readonly kind: 'css' | 'js';
  readonly text: string;
}

/** What a page is put together from. */
export interface PageSetting {
  /** Gives a mould by the name or folder that a cast says; undefined where there is none. */
  readonly mouldOf: (mould: string, version?: string) => CompiledMould | undefined;
  /** The code that ships to pages; by default the one of this version. */
  readonly runtime?: Runtime | undefined;
  /** The host read before; by default a page with nothing but the casts. */
  readonly host?: HostPage | undefined;
  /** Gives the values of a shared file; undefined where there is none. */
  readonly sharedOf?: ((path: string) => JsonObject | undefined) | undefined;
  /** Addresses of the site's style sheets as they are from the page; by default as written. */
  readonly styles?: readonly string[] | undefined;
  /** Where the moulds' own files lie; see `assetsAt`. */
  readonly assetAt?: AssetAt | undefined;
  /** Makes a file of what pages share and gives its address; by default all is in the page. */
  readonly share?: ((text: SharedText) => string) | undefined;
  /** Parts of the code for pages that every page gets, so that all share one file. */
  readonly parts?: readonly string[] | undefined;
  /** Where each part of the page file stands, for findings. */
  readonly placeOf?: ((at: JsonPath) => Place | undefined) | undefined;
  readonly nonce?: string | undefined;
  readonly finish?: Finish | undefined;
}

/** A finding of a page, with the cast it is about. */
export interface PageFinding extends Finding {
  /** The id of the cast, where it is about one. */
  readonly cast?: string;
}

export interface ComposedPage {
  readonly html: string;
  /** Names of the moulds on it, in order. */
  readonly moulds: readonly string[];
  /** Files of values that it shares with others. */
  readonly shares: readonly string[];
  /** How many casts it has, those in slots included. */
  readonly casts: number;
  readonly findings: readonly PageFinding[];
}

/**
 * Puts a page together: casts in the places of their host, each style and library once, in the
 * order of what needs what, style in the head and script at the end of the body. The same page
 * gives the same bytes. Never throws on what the page holds; casts that cannot be made are left
 * out and reported.
 *
 * @example
 * const { html } = composePage(page, { mouldOf: (name) => moulds.get(name) });
 */
export function composePage(page: PageFile, setting: PageSetting): ComposedPage {
  const { host = hostPage(), placeOf = () => undefined, runtime = usualRuntime, parts } = setting;
  const ids = new PageIds();
  for (const [index, cast] of page.casts.entries()) ids.note(cast, ['casts', index], placeOf);
  const findings: PageFinding[] = [...ids.findings];
  const shares = new Set<string>();
  const placed: { readonly place: string; readonly cast: Cast }[] = [];
  for (const [index, given] of page.casts.entries()) {
    const at = ['casts', index];
    const made = castOn(given, at, { setting, ids, placeOf });
    findings.push(...made.findings);
    if (given.shares !== undefined) shares.add(given.shares);
    if (made.cast) placed.push({ place: given.place ?? '', cast: made.cast });
  }
  findings.push(
    ...placeFaults(
      host,
      placed.map(({ place }) => place),
      page.host,
    ),
  );
  const casts = placed.map(({ cast }) => cast);
  const { nonce = '', finish = {} } = setting;
  const done = finishedPieces(codePieces(casts, runtime, { parts }), { finish, nonce });
  const byPlace = new Map<string, string[]>();
  for (const [index, { place }] of placed.entries()) {
    byPlace.set(place, [...(byPlace.get(place) ?? []), done.markups[index] ?? '']);
  }
  const { title, lang, dir } = page;
  const html = host.fill({
    title,
    lang,
    dir,
    ...around(done, page, setting),
    places: new Map([...byPlace].map(([place, markups]) => [place, markups.join('\n')])),
  });
  const all = casts.flatMap(withInner);
  return {
    html,
    casts: all.length,
    findings,
    shares: [...shares],
    moulds: [...new Set(all.map(({ mould }) => mould))],
  };
}

/** What goes into the head and to the end of the body. */
function around(
  pieces: CodePieces,
  page: PageFile,
  { styles = page.styles ?? [], share, nonce = '' }: PageSetting,
) {
  const writing = { nonce };
  const isShared = (name: string | undefined): name is string => share !== undefined && !!name;
  const sheets = pieces.styles.flatMap(({ text, name }) =>
    isShared(name) ? [{ src: share?.({ name, kind: 'css', text }) ?? '' }] : [],
  );
  const inPage = pieces.styles.filter(({ name }) => !isShared(name));
  const scripts = pieces.scripts.map(
    (one): ScriptPiece =>
      'code' in one && isShared(one.name)
        ? { src: share?.({ name: one.name, kind: 'js', text: one.code }) ?? '' }
        : one,
  );
  const head = [
    ...styles.map((src) => linkElement({ src }, writing)),
    ...linkElements(pieces, writing),
    ...sheets.map((one) => linkElement(one, writing)),
    ...styleElements(inPage, writing),
    ...firstStateElements(pieces, writing),
  ];
  return { head: lines(head), bodyEnd: lines(scriptElements({ scripts }, writing)) };
}

function lines(all: readonly string[]): string {
  return all.length === 0 ? '' : `${all.join('\n')}\n`;
}

interface Casting {
  readonly setting: PageSetting;
  readonly ids: PageIds;
  readonly placeOf: (at: JsonPath) => Place | undefined;
}

function castOn(
  given: PlacedCast,
  at: JsonPath,
  { setting, ids, placeOf }: Casting,
): { readonly cast?: Cast; readonly findings: readonly PageFinding[] } {
  const { mouldOf, sharedOf, assetAt } = setting;
  const { shares, place: _, sealed = false, look = 'own', ...file } = given;
  const { mould = '' } = file;
  const compiled = mouldOf(mould, file.version);
  const name = nameOf(file);
  const isMissing = compiled === undefined;
  if (isMissing || !compiled.isSound) {
    const place = placeOf([...at, 'mould']);
    const code = isMissing ? 'page/no-mould' : 'page/unsound';
    return { findings: [{ ...finding(code, { mould }, place), cast: file.id ?? name }] };
  }
  const shared = shares === undefined ? {} : sharedOf?.(shares);
  const findings: PageFinding[] = [];
  if (shared === undefined) {
    const data = { path: shares ?? '', called: 'a cast shares its values with' };
    findings.push(finding('page/no-file', data, placeOf([...at, 'shares'])));
  }
  const own = file.values ?? {};
  try {
    const cast = compiled.cast(
      ids.complete({ ...file, mould: name, values: { ...shared, ...own } }, name),
      {
        sealed,
        look,
        assetAt,
        moulds: (inner) => mouldOf(inner),
        // What a shared file gives stands in that file, and not here.
        placeOf: ([first = '', ...rest]) =>
          Object.hasOwn(own, first) ? placeOf([...at, 'values', first, ...rest]) : placeOf(at),
      },
    );
    const reported = cast.findings.map((one): PageFinding => ({ ...one, cast: cast.id }));
    return { cast, findings: [...findings, ...reported] };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const place = placeOf([...at, 'mould']);
    const reported = error.findings.map((one) => ({ ...one, ...place, cast: file.id ?? name }));
    return { findings: [...findings, ...reported] };
  }
}

function withInner(cast: Cast): Cast[] {
  return [cast, ...cast.inner.flatMap(withInner)];
}
