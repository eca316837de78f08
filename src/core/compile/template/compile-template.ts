import { finding } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import { isClobbered } from '../clobbered.ts';
import { joinPlans, type Plan } from '../write/plan.ts';
import { markAttributes } from './attribute-marks.ts';
import type { Binder } from './binder.ts';
import { type Block, blockAt, findBlocks, planBlock } from './block.ts';
import { findHoles } from './hole.ts';
import { markHoles } from './hole-marks.ts';
import { type FoundHandlers, takeHandlers } from './inline-handlers.ts';
import { type Mark, writeMarked } from './mark.ts';
import { type Element, type Markup, optionalEnd, readMarkup } from './markup.ts';
import { type OwnIds, ownIds } from './own-ids.ts';
import type { ParsedTemplate } from './parse-template.ts';
import { findLooseEnds } from './stray-ends.ts';

/** A box around what the author wrote: one of the layout, or one that is there to inherit from. */
export type Box = 'block' | 'contents';

/** A template compiled: a plan of what is written for each cast. */
export interface CompiledTemplate {
  readonly plan: Plan;
  readonly markup: Markup;
  readonly handlers: FoundHandlers['handlers'];
  readonly ids: OwnIds;
  /** True where the root is a box around what the author wrote. */
  readonly hasBox: boolean;
  /** The author's own element that is the root; undefined for a box. */
  readonly root: Element | undefined;
}

/**
 * Compiles a template. What is not bound is the author's own text, slice by slice; nothing is
 * printed anew.
 *
 * @param page attributes of the snippet's page, which the root carries
 * @param needsWrapper tells which box goes around the element at the top, where it cannot be the root
 */
export function compileTemplate(
  binder: Binder,
  page: Readonly<Record<string, string>>,
  needsWrapper: (top: Element) => Box | undefined,
  parsed: ParsedTemplate,
): CompiledTemplate {
  const { source } = binder;
  const markup = readMarkup(source, parsed);
  const blocks = findBlocks(binder, markup);
  const holes = findHoles(source);
  const ids = ownIds(markup);
  const { handlers, marks: handlerMarks } = takeHandlers(markup);
  const { ruleFor } = ids;
  const atRoot: Plan = { is: 'root', page };
  const marks: Mark[] = markup.elements.flatMap((element) => {
    const around = blockAt(blocks, element.start);
    if (around?.isBroken) return [];
    const block = blocks.find((one) => one.element === element && !one.isShell && !one.slot);
    return markAttributes({ binder, holes, loops: around?.loops ?? [], block, ruleFor }, element);
  });
  const loose = findLooseEnds(markup);
  const others = [handlerMarks, ids.marks, markHoles(binder, markup, blocks, holes)];
  for (const more of [...others, loose.marks]) for (const mark of more) marks.push(mark);
  const top = ownRoot(markup, blocks);
  const box = top && (isClobbered(markup) ? 'block' : needsWrapper(top));
  const root = box ? undefined : top;
  if (root) {
    const nameEnd = root.start + 1 + root.name.length;
    marks.push({ start: nameEnd, end: nameEnd, write: atRoot });
  }
  reportEnd(binder, markup);
  const end = source.length;
  const content = writeRange(source, { start: 0, end }, blocks, { marks, markup });
  const after =
    endTags(markup, blocks, undefined) + loose.goesOn.map(({ name }) => `</${name}>`).join('');
  const whole = joinPlans(['', after], [content]);
  const read = { markup, handlers, ids, hasBox: !root, root };
  if (root) return { ...read, plan: whole };
  const look = box === 'contents' ? ' style="display: contents !important"' : '';
  return { ...read, plan: joinPlans(['<div', `${look}>\n`, '\n</div>'], [atRoot, whole]) };
}

/** What is open at the end would take in what the host has after it, so it is closed there. */
function reportEnd({ lines, report, source }: Binder, markup: Markup): void {
  if (markup.breaksOff) {
    const place = lines.placeAt(source.lastIndexOf('<'));
    report(finding('template/breaks-off', {}, place));
  }
  for (const { name, start, isHtml } of markup.openAtEnd) {
    if (isHtml && optionalEnd.has(name)) continue;
    report(finding('template/never-closed', { element: name }, lines.placeAt(start)));
  }
}

/**
 * End tags for what is open at the end, innermost first: those of elements that come and go with a
 * block stand in it, so that no end tag is left without its element.
 */
function endTags(markup: Markup, blocks: readonly Block[], within: Block | undefined): string {
  return markup.openAtEnd
    .filter(({ start }) => blockAt(blocks, start) === within)
    .filter((element) => !(within?.element === element && element.name === 'template'))
    .map(({ name }) => `</${name}>`)
    .join('');
}

/** The single top-level element, where it is always there and once only. */
function ownRoot(markup: Markup, blocks: readonly Block[]): Element | undefined {
  const top = markup.topLevel;
  const isUnsure = !top || top.name === 'template' || blocks.some((one) => one.element === top);
  return isUnsure ? undefined : top;
}

/** Writes a range with the blocks directly in it, each around what is directly in that. */
function writeRange(
  source: string,
  range: Range,
  blocks: readonly Block[],
  { marks, markup }: { readonly marks: readonly Mark[]; readonly markup: Markup },
  within?: Block,
): Plan {
  const inside = blocks.filter((one) => one !== within && isInside(one, range));
  const direct = inside.filter(
    (one) => !inside.some((other) => other !== one && isInside(one, other)),
  );
  const loose = marks.filter(
    (mark) => isInside(mark, range) && !direct.some((one) => isInside(mark, one)),
  );
  const written = direct.map((block): Mark => {
    const { start, end } = block;
    if (block.isBroken) return { start, end, write: '' };
    const content = writeRange(source, block, inside, { marks, markup }, block);
    const closed = joinPlans(['', endTags(markup, inside, block)], [content]);
    return { start, end, write: planBlock(block, closed) };
  });
  return writeMarked(source, range, [...loose, ...written]);
}

function isInside(inner: Range, outer: Range): boolean {
  return outer.start <= inner.start && inner.end <= outer.end;
}
