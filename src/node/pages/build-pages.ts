import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import type { PageFinding } from '../../core/compose/compose-page.ts';
import { atOnce, pagesAtOnce } from './at-once.ts';
import { buildInWorkers } from './build-in-workers.ts';
import { listPages, type PageSource } from './list-pages.ts';
import { type BuildReport, PageBuilder } from './page-builder.ts';
import { keepRecords, readRecords } from './page-record.ts';
import type { PagesBuilt, PagesOptions } from './pages-options.ts';

/** With fewer casts to make, starting another worker takes longer than it saves. */
const castsForWorkers = 10_000;

/**
 * Builds pages from page files, or from folders of them. Only what has changed is made and written,
 * each file whole; where several are built, what they share becomes files of its own. A page of which
 * a cast had to be left out is not written, so that the last good one stays. Many pages are made on
 * all processors.
 *
 * @throws Refusal when a file cannot be read or written, or would be written over unasked
 *
 * @example
 * const { pages } = await buildPages(['pages'], { out: 'built', rack: openRack(usualRack()) });
 */
export async function buildPages(
  paths: readonly string[],
  options: PagesOptions,
): Promise<PagesBuilt> {
  const sources = await listPages(paths);
  const record = await readRecords(options.out);
  const builder = new PageBuilder(options, record);
  // Which moulds there are has to be known before the first page is put together.
  await atOnce(sources, pagesAtOnce, (source) => builder.look(source));
  const setting = await builder.begin(sources);
  const changed: PageSource[] = [];
  await atOnce(sources, pagesAtOnce, async (source) => {
    if (!(await builder.takeOver(source))) changed.push(source);
  });
  const casts = changed.reduce((sum, source) => sum + builder.castsOf(source), 0);
  const usual = Math.min(availableParallelism(), Math.floor(casts / castsForWorkers));
  const { workers: count = usual } = options;
  const isApart = count > 1 && isHandedOver(options);
  if (!isApart) await atOnce(changed, pagesAtOnce, (source) => builder.build(source));
  const others = isApart ? await buildInWorkers(changed, { options, setting, count }) : [];
  const { records, ...built } = joined([builder.report(), ...others], options.out);
  await keepRecords(options.out, setting.before, { pages: records, moulds: setting.moulds });
  const order = new Map(sources.map(({ file }, at) => [file, at]));
  const inOrder = (a: string, b: string) => (order.get(a) ?? 0) - (order.get(b) ?? 0);
  const placeOf = ({ file }: PageFinding) => (file === undefined ? -1 : (order.get(file) ?? -1));
  return {
    ...built,
    findings: [...built.findings].sort((a, b) => placeOf(a) - placeOf(b)),
    pages: [...built.pages].sort((a, b) => inOrder(a.page, b.page)),
    held: [...built.held].sort(inOrder),
  };
}

/** True where a worker can be told what to do last with style and scripts. */
function isHandedOver({ finish = {} }: PagesOptions): boolean {
  return finish.key !== undefined || !(finish.style || finish.script);
}

function joined(
  reports: readonly BuildReport[],
  out: string,
): PagesBuilt & Pick<BuildReport, 'records'> {
  const shares = new Map<string, Set<string>>();
  for (const [path, outputs] of reports.flatMap((one) => one.shares)) {
    shares.set(path, new Set([...(shares.get(path) ?? []), ...outputs]));
  }
  const sizes = new Map(reports.flatMap((one) => one.sizes));
  return {
    records: Object.assign({}, ...reports.map((one) => one.records)),
    pages: reports.flatMap((one) => one.built),
    held: reports.flatMap((one) => one.held),
    findings: unique(reports.flatMap((one) => one.findings)),
    shared: [...sizes]
      .map(([path, bytes]) => ({ file: join(out, path), bytes }))
      .sort((a, b) => (a.file < b.file ? -1 : 1)),
    shares: Object.fromEntries([...shares].map(([path, pages]) => [path, [...pages].sort()])),
  };
}

function unique(findings: readonly PageFinding[]): PageFinding[] {
  return [...new Map(findings.map((one) => [JSON.stringify(one), one])).values()];
}
