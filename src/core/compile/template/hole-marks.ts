import { finding } from '../../problem/finding.ts';
import type { Binder } from './binder.ts';
import { type Block, blockAt } from './block.ts';
import { isDataBlock, markDataBlock } from './data-block.ts';
import type { Hole } from './hole.ts';
import type { Mark } from './mark.ts';
import type { Element, Markup } from './markup.ts';
import { closedBefore } from './references.ts';
import { type Surroundings, surroundingsIn } from './surroundings.ts';
import { planTextHole } from './text-hole.ts';

/** Compiles what is bound outside attributes, and reports what stands where nothing can be. */
export function markHoles(
  binder: Binder,
  markup: Markup,
  blocks: readonly Block[],
  holes: readonly Hole[],
): Mark[] {
  const marks: Mark[] = [];
  const dataBlocks = new Set<Element>();
  const surroundingsAt = surroundingsIn(markup);
  for (const hole of holes) {
    const block = blockAt(blocks, hole.start);
    const around = surroundingsAt(hole.start);
    // What is commented out is nobody's binding.
    if (block?.isBroken || around.in === 'comment') continue;
    if (hole.is === 'unclosed') {
      binder.report(finding('template/unclosed', {}, binder.lines.placeAt(hole.start)));
    } else if (around.in === 'raw' && isDataBlock(around.element)) {
      if (dataBlocks.has(around.element)) continue;
      dataBlocks.add(around.element);
      marks.push(...markDataBlock(binder, around.element, holes, block?.loops ?? []));
    } else if (around.in === 'raw' || around.in === 'tag') {
      const data = closedPlace(around);
      const place = binder.lines.placeAt(hole.start);
      binder.report(finding('template/no-value-here', data, place));
    } else if (around.in === 'text') {
      const write =
        hole.is === 'plain' ? '{~' : planTextHole(binder, hole, block?.loops ?? [], around.element);
      if (write === undefined) continue;
      marks.push({ start: hole.start, end: hole.end, write }, ...markBefore(binder, hole));
    }
  }
  return marks;
}

/** What stands right before a binding in text, where the value could complete it. */
function markBefore({ source }: Binder, { start }: Hole): Mark[] {
  const [end = ''] =
    /(?:<|&#?\w*)$/.exec(source.slice(Math.max(0, start - longestReference), start)) ?? [];
  return end === ''
    ? []
    : [{ start: start - end.length, end: start, write: closedBefore(end, true) }];
}

/** No name of a character reference is longer (HTML Standard, 13.5). */
const longestReference = 34;

function closedPlace(around: Extract<Surroundings, { in: 'raw' | 'tag' }>) {
  const { name } = around.element;
  if (around.in === 'tag') {
    return {
      where: `the tag of <${name}> outside an attribute's value`,
      hint: 'Bind it inside the quotes of an attribute, or between tags.',
    };
  }
  return {
    where: `<${name}>`,
    hint:
      name === 'style'
        ? 'Move the rule to style.css and use the field as a custom property.'
        : 'Move the code to script.js and read mould.values.',
  };
}
