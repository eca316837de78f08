import { join } from 'node:path';
import { ownPackage } from '../files/own-package.ts';
import type { PageSource } from './list-pages.ts';
import type { BuildReport, BuildSetting } from './page-builder.ts';
import type { PagesOptions } from './pages-options.ts';

/** Some pages of a build, for one worker. */
export interface PagesTask {
  /** Of the build, so that a worker goes on with what it has made ready. */
  readonly id: number;
  readonly sources: readonly PageSource[];
  readonly setting: BuildSetting;
  readonly options: Pick<PagesOptions, 'out' | 'nonce' | 'fetches' | 'replace'>;
  /** The folder of the rack. */
  readonly rack: string;
  /** The options of what is done to style and scripts last, as JSON; undefined for nothing. */
  readonly finish: string | undefined;
}

/** So many pieces each worker gets, one after the other: some pages take longer than others. */
const piecesEach = 4;

let builds = 0;

/** Builds pages in so many workers at the same time. */
export async function buildInWorkers(
  sources: readonly PageSource[],
  {
    options,
    setting,
    count,
  }: { readonly options: PagesOptions; readonly setting: BuildSetting; readonly count: number },
): Promise<BuildReport[]> {
  const { default: Tinypool } = await import('tinypool');
  const pool = new Tinypool({
    filename: join(ownPackage(), 'dist/bundled/worker.js'),
    minThreads: count,
    maxThreads: count,
    execArgv: [],
  });
  const { rack, finish, out, nonce, fetches, replace } = options;
  builds += 1;
  const size = Math.ceil(sources.length / (count * piecesEach));
  const pieces = Array.from({ length: Math.ceil(sources.length / size) }, (_, at) =>
    sources.slice(at * size, (at + 1) * size),
  );
  try {
    return await Promise.all(
      pieces.map((piece): Promise<BuildReport> => {
        const task: PagesTask = {
          id: builds,
          sources: piece,
          setting,
          options: { out, nonce, fetches, replace },
          rack: rack.folder,
          finish: finish?.key,
        };
        return pool.run(task, { name: 'buildSome' });
      }),
    );
  } finally {
    await pool.destroy();
  }
}
