import { loadFinish } from '../files/finish.ts';
import { openRack } from '../rack/rack.ts';
import { atOnce, pagesAtOnce } from './at-once.ts';
import type { PagesTask } from './build-in-workers.ts';
import { type BuildReport, PageBuilder } from './page-builder.ts';

/** What this worker has made ready, by the build it is for. */
let ready: { readonly id: number; readonly builder: PageBuilder } | undefined;

/** Builds some pages. Runs in a worker. */
export async function buildSome(task: PagesTask): Promise<BuildReport> {
  if (ready?.id !== task.id) ready = { id: task.id, builder: await builderFor(task) };
  const { builder } = ready;
  await atOnce(task.sources, pagesAtOnce, (source) => builder.build(source));
  return builder.report();
}

async function builderFor({ options, rack, finish, setting }: PagesTask): Promise<PageBuilder> {
  const done = finish === undefined ? undefined : await loadFinish(optionsOf(finish));
  const record = { pages: setting.before, moulds: setting.moulds };
  const builder = new PageBuilder({ ...options, rack: openRack(rack), finish: done }, record);
  builder.prepare(setting);
  return builder;
}

function optionsOf(key: string): Parameters<typeof loadFinish>[0] {
  const [browsers, minify] = JSON.parse(key) as [string | null, boolean | null];
  return { browsers: browsers ?? undefined, minify: minify ?? undefined };
}
