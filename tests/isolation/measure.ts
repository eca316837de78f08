import type { Browser, Route } from 'playwright-core';
import type { Manner } from '../../src/core/compile/style/compile-style.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { knowAlone, measureIsolation } from '../../src/node/isolation/measure-isolation.ts';
import type { Site } from '../../src/node/isolation/visit.ts';
import { answer } from './answer.ts';
import { hosts, inHost, standIn } from './hosts.ts';
import { pageOf, readSubject, type Side, type Subject } from './sides.ts';

/** What was found of one snippet in one manner. */
export interface Measured {
  readonly name: string;
  readonly manner: 'scoped' | 'sealed';
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
  readonly manners?: readonly Measured['manner'][];
  readonly acts?: number;
  readonly hosts?: boolean;
  /** Which of three copies are acted on, from 0; by default each in turn. */
  readonly actedOn?: Readonly<Record<Measured['manner'], readonly number[]>>;
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
      const actedOn = options.actedOn ? { actedOn: options.actedOn[manner] } : {};
      const found = await measureIsolation(
        browser,
        castsOf(subject, { sealed: manner === 'sealed' }, options.hosts !== false),
        known,
        { keep, ...actedOn },
      );
      const inAll = found.hosts.filter(({ look }) => look).length;
      const leaks = found.hosts.reduce((sum, { changed }) => sum + changed.length, 0);
      const { findings } = subject;
      return { ...found, name, manner, findings, leaks, hosts: [inAll, found.hosts.length] };
    }),
  );
}

/** A snippet's casts on the pages that they are measured on. */
function castsOf(subject: Subject, manner: Manner, withHosts: boolean) {
  const casts = ['c1', 'c2', 'c3'].map((id) => subject.cast(id, manner));
  const site = (html: string) => siteOf(subject.sideOf(html));
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
