import type { Browser, Route } from 'playwright-core';
import type { Cast } from '../../src/core/compile/cast.ts';
import { deliver } from '../../src/core/deliver/deliver.ts';
import { toDocument } from '../../src/core/deliver/document.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { kit } from '../../src/generated/kit.ts';
import { runtime } from '../../src/generated/runtime.ts';
import { knowAlone, measureIsolation } from '../../src/node/isolation/measure-isolation.ts';
import type { Site } from '../../src/node/isolation/visit.ts';
import { answer } from './answer.ts';
import { hosts, inHost, standIn } from './hosts.ts';
import { pageOf, readSubject, type Side, type Subject } from './sides.ts';

/** How casts are kept apart: in the page, in a shadow root, as an element, or in a frame. */
type Kept = 'scoped' | 'sealed' | 'element' | 'frame';

/** What was found of one snippet in one manner. */
export interface Measured {
  readonly name: string;
  readonly manner: Kept;
  readonly acts: boolean;
  readonly look: boolean;
  readonly behaviour: boolean;
  readonly threefold: boolean;
  /** In which hosts it looks as it does in an empty page; how many were tried. */
  readonly hosts: readonly [same: number, of: number];
  /** Elements of hosts whose style or attributes changed. */
  readonly leaks: number;
  readonly findings: readonly string[];
  /** What differed, in words. */
  readonly notes: readonly string[];
}

export interface MeasureOptions {
  readonly manners?: readonly Kept[];
  readonly acts?: number;
  readonly hosts?: boolean;
  /** Which of three copies are acted on, from 0; by default each in turn. */
  readonly actedOn?: Readonly<Partial<Record<Kept, readonly number[]>>>;
  /** Takes pictures of what differs. */
  readonly keep?: (name: string, png: Uint8Array) => void;
  /** Works on the mould before it is cast, such as binding its spots. */
  readonly author?: (mould: Mould) => Mould;
  /** Files that pages ask for from elsewhere, by their names. */
  readonly far?: Side['far'];
}

/** Measures a snippet against itself, in an empty page, threefold and in hostile hosts. */
export async function measure(
  browser: Browser,
  path: string,
  name: string,
  options: MeasureOptions = {},
): Promise<Measured[]> {
  const subject = await readSubject(path, options.far, options.author);
  const acts = options.acts === undefined ? {} : { acts: options.acts };
  const known = await knowAlone(browser, siteOf(subject.bare), acts);
  const manners = options.manners ?? (['scoped', 'sealed'] as const);
  return Promise.all(
    manners.map(async (manner): Promise<Measured> => {
      const keep = (of: string, png: Uint8Array) => options.keep?.(`${name}-${manner}-${of}`, png);
      const copies = options.actedOn?.[manner];
      const actedOn = copies ? { actedOn: copies } : {};
      const found = await measureIsolation(
        browser,
        castsOf(subject, manner, options.hosts !== false),
        known,
        { keep, ...actedOn, ...(manner === 'frame' ? { actedOn: [] } : {}) },
      );
      const inAll = found.hosts.filter(({ look }) => look).length;
      const leaks = found.hosts.reduce((sum, { changed }) => sum + changed.length, 0);
      const { findings } = subject;
      return { ...found, name, manner, findings, leaks, hosts: [inAll, found.hosts.length] };
    }),
  );
}

/** A snippet's casts on the pages that they are measured on. */
function castsOf(subject: Subject, kept: Kept, withHosts: boolean) {
  const isSealed = kept === 'sealed' || kept === 'element';
  const casts = ['c1', 'c2', 'c3'].map((id) => subject.cast(id, { sealed: isSealed }));
  const site = (html: string) => siteOf(subject.sideOf(html));
  if (kept === 'element') return asElements(subject, casts);
  if (kept === 'frame') return inFrames(subject, casts);
  const pair = casts.slice(0, 2);
  return {
    bare: siteOf(subject.bare),
    alone: site(pageOf(casts.slice(0, 1))),
    threefold: (acted: number) => site(pageOf(casts, onTop(acted))),
    hasBox: casts[0]?.hasBox === true,
    hosts: (withHosts ? hosts : []).map((host) => ({
      name: host.name,
      without: site(inHost(host, [])),
      placed: site(inHost(host, pair)),
      empty: () => site(inHost(undefined, pair)),
      spot: `[${standIn}]`,
    })),
  };
}

/** Each cast as a custom element, whose module lies beside the page. */
function asElements(subject: Subject, casts: readonly Cast[]) {
  const parts = casts.map((cast) => deliver(cast, { form: 'element', runtime, kit }).parts);
  const page = (count: number, around = (block: string, _at: number) => block): Site => {
    const tags = parts.slice(0, count).map(({ html = '' }, at) => around(html, at));
    const side = subject.sideOf(toDocument(tags.join('\n'), { title: 'Elements' }));
    const file = (path: string) => {
      if (/^\/[\w-]+\.classic\.js$/.test(path)) return parts[0]?.classic;
      return /^\/[\w-]+\.js$/.test(path) ? parts[0]?.js : side.file(path);
    };
    return siteOf({ ...side, file });
  };
  const hasBox = casts[0]?.hasBox === true;
  const threefold = (acted: number) => page(3, onTop(acted));
  return { bare: siteOf(subject.bare), alone: page(1), threefold, hasBox, hosts: [] };
}

/** The page inside a frame; frames share nothing, so three of them are not measured. */
function inFrames(subject: Subject, casts: readonly Cast[]) {
  const [cast] = casts as readonly [Cast];
  const { document = '' } = deliver(cast, { form: 'frame', runtime }).parts;
  const alone = siteOf(subject.sideOf(document));
  const bare = siteOf(subject.bare);
  return { bare, alone, threefold: () => alone, hasBox: cast.hasBox, hosts: [] };
}

function siteOf(side: Side): Site {
  return {
    document: side.document,
    address: `http://side.localhost${encodeURI(side.path)}`,
    answer: (route: Route) => answer(route, side),
  };
}

/**
 * Copies in one place, where each is as near to the visitor as the snippet by itself is; the one
 * that is acted on is on top.
 */
function onTop(acted: number): (block: string, at: number) => string {
  return (block, at) => {
    const state = at === acted ? 'z-index: 1' : 'z-index: 0; pointer-events: none';
    return `<div style="position: absolute; left: 0; top: 0; width: 100%; ${state}">${block}</div>`;
  };
}
