import type { Browser } from 'playwright-core';
import { importSnippet } from '../../core/author/snippet/import-snippet.ts';
import { styleDialectsIn } from '../../core/author/snippet/sheets.ts';
import type { Cast } from '../../core/compile/cast.ts';
import { type CompiledMould, compileMould } from '../../core/compile/compile-mould.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { Mould } from '../../core/model/mould.ts';
import { hostPages } from '../../core/preview/host-pages.ts';
import { pageText, withHead } from '../../core/preview/page-text.ts';
import { pastePage } from '../../core/preview/paste-page.ts';
import { blocksOf, pageWith } from '../../core/preview/placed-page.ts';
import { textOf } from '../../core/text/utf8.ts';
import { runtime } from '../../generated/runtime.ts';
import {
  type Isolation,
  type IsolationSubject,
  knowAlone,
  measureIsolation,
} from '../isolation/measure-isolation.ts';
import { type Box, momentOf, type Site, visit } from '../isolation/visit.ts';
import { answer, origin, type Served } from './answer.ts';

/** How well a mould and its host are kept apart, as in facts.json. */
export interface ProvenIsolation {
  readonly mould: string;
  readonly sample: string;
  readonly width: number;
  /** Each point that was measured, in words. */
  readonly points: readonly IsolationPoint[];
  /** What differed, in detail. */
  readonly notes: readonly string[];
}

interface IsolationPoint {
  /** Null for what is said, and not measured. */
  readonly holds: boolean | null;
  readonly text: string;
}

/** What isolation is measured on. */
export interface IsolationSource {
  readonly mould: Mould;
  readonly cast: CastFile;
  readonly sample: string;
  /** What answers the requests of its pages. */
  readonly served: Omit<Served, 'document'>;
  /** HTML of the page that it is to stand in. */
  readonly host: string;
  readonly copies: { readonly count: number; readonly columns: number };
  readonly width: number;
}

/** Measures, in both directions, what a mould and the page around it do to each other. */
export async function proveIsolation(
  browser: Browser,
  source: IsolationSource,
): Promise<ProvenIsolation> {
  const { mould, sample, width } = source;
  const compiled = compileMould(mould);
  const paste = Object.keys(source.cast.values ?? {}).length > 0 ? undefined : pasteOf(mould);
  const subject = subjectOf(source, compiled, paste);
  const own = { width, place: { at: 0, box: subject.hasBox } };
  const asPasted =
    paste === undefined ? undefined : await knowAlone(browser, subject.bare, { width });
  const first = await visit(browser, subject.alone, (it) => momentOf(it, own.place, false), {
    width,
  });
  const isPaste = asPasted?.isSame(first.dom, asPasted.moments[0]?.dom, 0) === true;
  const known = isPaste && asPasted ? asPasted : await knowAlone(browser, subject.alone, own);
  const found = await measureIsolation(browser, subject, known, { width });
  return {
    mould: mould.manifest.name,
    sample,
    width,
    points: [
      ...originalPoint(paste !== undefined, isPaste),
      ...pointsOf(found, isPaste),
      ...effectsPoint(compiled.cast(source.cast)),
    ],
    notes: found.notes,
  };
}

const count = (number: number, one: string) => `${number} ${one}${number === 1 ? '' : 's'}`;

/** What it is compared with, where that is not the paste. */
function originalPoint(hasPaste: boolean, isPaste: boolean): IsolationPoint[] {
  if (isPaste) return [];
  const why = hasPaste
    ? 'its markup or values are not those of the paste'
    : 'there is no paste that a browser shows as it is, or values were filled in';
  return [{ holds: null, text: `${why}, so copies are compared with one cast by itself` }];
}

/** What no cast can have of its own. */
function effectsPoint({ script }: Cast): IsolationPoint[] {
  const { effects = [] } = script ?? {};
  return effects.length === 0
    ? []
    : [{ holds: null, text: `it shares with the page: ${effects.join(', ')}` }];
}

function pointsOf(
  { look, behaviour, threefold, acts, tried, hosts }: Isolation,
  isPaste: boolean,
): IsolationPoint[] {
  const of = (holds: boolean, well: string, ill: string) => ({ holds, text: holds ? well : ill });
  const visitor = acts
    ? `${count(tried, 'element')} tried`
    : `${count(tried, 'element')} tried, none of which does anything`;
  return [
    ...(isPaste
      ? [
          of(look, 'looks like the paste', 'looks different from the paste'),
          of(
            behaviour,
            `behaves like the paste: ${visitor}`,
            `behaves differently from the paste: ${visitor}`,
          ),
        ]
      : []),
    of(
      threefold,
      `three copies do not affect each other: ${visitor}`,
      `copies on one page affect each other: ${visitor}`,
    ),
    ...hosts.flatMap(({ look, changed, elements }) => [
      of(look, 'looks in the host as on an empty page', 'the host changes how it looks'),
      of(
        changed.length === 0,
        `the host is unchanged: ${count(elements, 'style')} compared`,
        `the host is changed: ${count(changed.length, 'style')} of ${elements}, first ${changed[0]?.replace(/^\d+ /, '')}`,
      ),
    ]),
  ];
}

function subjectOf(
  { cast, served, host, copies }: IsolationSource,
  compiled: CompiledMould,
  paste: string | undefined,
): IsolationSubject {
  const castWith = (id: string): Cast => compiled.cast({ ...cast, id });
  const ids = Array.from({ length: Math.max(3, copies.count) }, (_, at) => `c${at + 1}`);
  const casts = ids.map(castWith);
  const three = blocksOf(casts.slice(0, 3), runtime);
  const site = (document: string): Site => ({
    document,
    address: `${origin}/`,
    answer: (route) =>
      answer(route, { ...served, document }, { failed: [], declared: [] }, Promise.resolve()),
  });
  const empty = (body: string) => site(pageText({ ...hostPages.bare, body, lang: 'en' }));
  const alone = empty(three[0] ?? '');
  const inHost = (blocks: readonly string[]) =>
    site(
      pageWith(blocks, { page: host, style: '', columns: copies.columns, isRightToLeft: false }),
    );
  const placed = blocksOf(casts.slice(0, copies.count), runtime);
  return {
    bare: paste === undefined ? alone : site(paste),
    alone,
    threefold: (onTop) => empty(three.map((block, at) => stacked(block, at === onTop)).join('\n')),
    hasBox: casts[0]?.hasBox === true,
    hosts: [
      {
        name: 'the host',
        placed: inHost(placed.map((block, at) => boxed(block, at === 0))),
        without: inHost(placed.map((_, at) => boxed('<div data-stand-in></div>', at === 0))),
        empty: (box) => empty(boxed(three[0] ?? '', true, box)),
        spot: `[${spot}]`,
      },
    ],
  };

  function stacked(block: string, isOnTop: boolean): string {
    const state = isOnTop ? 'z-index: 1' : 'z-index: 0; pointer-events: none';
    return `<div style="position: absolute; left: 0; top: 0; width: 100%; ${state}">${block}</div>`;
  }
}

const spot = 'data-km-spot';

/** A box that no rule of a host moves, and whose ground is the same everywhere. */
function boxed(block: string, isSpot: boolean, box?: Box): string {
  const place = box
    ? `; position: absolute; left: ${box.x}px; top: ${box.y}px; width: ${box.width}px`
    : '';
  const style = `all: unset; display: flow-root; background: #fff${place}`.replace(
    /(?=;|$)/g,
    ' !important',
  );
  return `<div ${isSpot ? spot : ''} style="${style}">${block}</div>`;
}

/** The paste as a page without an edge, less what import leaves out of a page on purpose. */
function pasteOf(mould: Mould): string | undefined {
  const page = pastePage(mould);
  const isCompiled = [...styleDialectsIn(piecesOf(mould))].length > 0;
  if (page === undefined || isCompiled) return undefined;
  const without = droppedOf(mould).map((what) =>
    what.replace(/:[^:{}]*\}$/, ': initial !important }'),
  );
  return withHead(
    page,
    `<style>${['body { margin: 0 !important }', ...without].join('\n')}</style>`,
  );
}

/** The paste as it came, in its pieces. */
function piecesOf({ files }: Mould) {
  return Object.keys(files)
    .filter((path) => /^snippet\/[^/]+\.(?:html?|css|s[ac]ss|less|js)$/i.test(path))
    .map((name) => ({ name, text: textOf(files[name] as string | Uint8Array) }));
}

/** Rules of the page that import left out. */
function droppedOf(mould: Mould): string[] {
  try {
    return importSnippet(piecesOf(mould), {}).dropped.flatMap(({ what }) =>
      what.endsWith('}') ? [what] : [],
    );
  } catch {
    // A paste that has to be compiled first is compared with all of its page.
    return [];
  }
}
