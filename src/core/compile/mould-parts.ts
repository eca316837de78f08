import type { Mould } from '../model/mould.ts';
import { asksForPage, bringsScript, scriptsIn } from './mould-code.ts';
import type { ParsedSources } from './parse-sources.ts';
import { castScript } from './script/cast-script.ts';
import type { ScriptRead } from './script/read-script.ts';
import { isWrittenHere } from './script/written-here.ts';
import type { PageNames } from './style/page-names.ts';
import { rootFactsOf } from './style/root-facts.ts';
import { takesFromAround } from './style/root-font.ts';
import type { Box, CompiledTemplate } from './template/compile-template.ts';
import type { Element } from './template/markup.ts';
import type { OwnIds } from './template/own-ids.ts';

/** What is known of the root, as style needs it. */
export function rootFactsIn(mould: Mould, { root, markup }: CompiledTemplate) {
  return rootFactsOf({
    element: root,
    markup,
    page: mould.manifest.page ?? {},
    asksForPage: asksForPage(mould),
    scripts: scriptsIn(mould),
  });
}

/** The script of a mould; undefined where nothing has to run. */
export function scriptIn(
  mould: Mould,
  {
    parsed,
    read,
    compiled: { handlers, markup },
    ids,
    names,
  }: {
    readonly parsed: ParsedSources;
    readonly read: ScriptRead;
    readonly compiled: CompiledTemplate;
    readonly ids: Pick<OwnIds, 'ids' | 'isAny'>;
    readonly names: PageNames;
  },
) {
  if (mould.script.trim() === '' && handlers.length === 0 && !bringsScript(mould)) return undefined;
  return castScript({
    mould,
    parsed: parsed.script,
    read,
    handlers,
    ids: ids.ids,
    hasIds: ids.isAny,
    names: names.of,
    standIns: markup.elements.filter(isWrittenHere).length,
  });
}

/** Whether the one element at the top needs a box around it, since it takes something of its page. */
export function wrapperOf(
  mould: Mould,
  parsed: ParsedSources,
  takesOfPage: boolean,
): (top: Element) => Box | undefined {
  if (takesOfPage || asksForPage(mould)) return () => 'block';
  // It is there to be inherited from, and may be no box in the layout of its host.
  return (top) =>
    takesFromAround(parsed.style.tree, {
      name: top.name,
      id: top.valueOf('id') ?? '',
      classes: (top.valueOf('class') ?? '').split(/\s+/),
    })
      ? 'contents'
      : undefined;
}
