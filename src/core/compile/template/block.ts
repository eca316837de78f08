import type { Field } from '../../model/field.ts';
import { kinds } from '../../model/kinds.ts';
import { namePattern } from '../../model/mould.ts';
import { finding } from '../../problem/finding.ts';
import type { Range } from '../../text/edits.ts';
import type { Condition, Plan, PlanOf } from '../write/plan.ts';
import { type Binder, kindNameRead, refer, valueRead } from './binder.ts';
import { planCondition } from './condition.ts';
import { shapeOf } from './element-name.ts';
import { withBlankBefore } from './mark.ts';
import type { Attribute, Element, Markup } from './markup.ts';

/** An element that is there only on a condition, or once for each row. */
export interface Block extends Range {
  readonly element: Element;
  /** Paths of the fields repeated over, outermost first, as they hold inside. */
  readonly loops: readonly string[];
  /** The loop this block itself opens. */
  readonly loop: Loop | undefined;
  /** Asked for each row where the block is a loop as well. */
  readonly holds: Condition | undefined;
  /** True for one of the two tags of an element that is there only on a condition. */
  readonly isShell?: true;
  /** The slot it is what stands in where nothing is placed there. */
  readonly slot?: string;
  /** True where its binding leads nowhere; what is inside is then not looked at. */
  readonly isBroken: boolean;
}

interface Loop {
  readonly field: Field;
  readonly rows: Pick<PlanOf<'each'>, 'of' | 'most'>;
}

/** So many copies at most where a number says how many and its field sets no maximum. */
const mostCopies = 1000;

/** The innermost block around an offset. */
export function blockAt(blocks: readonly Block[], offset: number): Block | undefined {
  return blocks.findLast((one) => one.start <= offset && offset < one.end);
}

/**
 * Finds the elements with km-each or km-when, outer ones first. Each takes the white space
 * before it along, so that repeated rows stand apart as the author's own did.
 */
export function findBlocks(binder: Binder, markup: Markup): Block[] {
  const blocks: Block[] = [];
  for (const element of markup.elements) {
    if (!element.carries((name) => /^km-(?:each|when|shell|slot)$/.test(name))) continue;
    const each = element.attributes.find((one) => one.name === 'km-each');
    const when = element.attributes.find((one) => one.name === 'km-when');
    const outer = blockAt(blocks, element.start);
    const slot = element.attributes.find((one) => one.name === 'km-slot');
    if (outer?.isBroken) continue;
    const openSlot = (around: Block | undefined) =>
      slot ? blocks.push(...slotBlock(binder, slot, element, around?.loops ?? [])) : 0;
    const shell = element.attributes.find((one) => one.name === 'km-shell');
    const openShell = (around: Block | undefined) =>
      shell ? blocks.push(...shellBlocks(binder, shell, element, markup, around?.loops ?? [])) : 0;
    if (!each && !when) {
      openShell(outer);
      openSlot(outer);
      continue;
    }
    const range = withBlankBefore(binder.source, element);
    const outerLoops = outer?.loops ?? [];
    const moved = isTorn(element, markup);
    if (moved) {
      const data = { element: element.name, binding: each ? 'km-each' : 'km-when' };
      binder.report(finding('template/moved', data, binder.lines.placeAt(element.start)));
    }
    const loop = each && !moved ? openLoop(binder, each, outerLoops) : undefined;
    const loops = loop ? [...outerLoops, loop.field.path] : outerLoops;
    const holds = when && !moved ? conditionOf(binder, when, loops) : undefined;
    const isBroken = moved || Boolean(each && !loop) || Boolean(when && !holds);
    const block = { ...range, element, loops, loop, holds, isBroken };
    blocks.push(block);
    if (isBroken) continue;
    openShell(block);
    openSlot(block);
  }
  return blocks;
}

/** True when the parser put the element, or something inside it, elsewhere than it is written. */
function isTorn(element: Element, markup: Markup): boolean {
  const { start, end } = element;
  const around = markup.elements.findLast((one) => one.start < start && one.end > start);
  if (around !== element.parent) return true;
  return markup.elements.some((one) => one.start > start && one.start < end && one.end > end);
}

function conditionOf(binder: Binder, { value }: Attribute, loops: readonly string[]) {
  const condition = binder.source.slice(value.start, value.end);
  return planCondition(binder, condition, loops, value.start);
}

function openLoop(
  binder: Binder,
  { value }: Attribute,
  loops: readonly string[],
): Loop | undefined {
  const path = binder.source.slice(value.start, value.end).trim();
  const reference = refer(binder, path, loops, value.start);
  if (!reference) return undefined;
  const { field, fact } = reference;
  const place = binder.lines.placeAt(value.start);
  if (loops.includes(field.path)) {
    binder.report(finding('template/same-loop', { path }, place, path));
    return undefined;
  }
  const of = valueRead(reference);
  if (field.row && !fact) return { field, rows: { of } };
  if (field.kind.isNumeric && field.declared.type === 'integer' && !fact) {
    return { field, rows: { of, most: Number(field.declared.maximum ?? mostCopies) } };
  }
  const { called } = kinds[kindNameRead(reference)];
  binder.report(finding('template/not-a-list', { path, called }, place, path));
  return undefined;
}

/** The two tags of an element with km-shell, each there only on its condition. */
function shellBlocks(
  binder: Binder,
  attribute: Attribute,
  element: Element,
  markup: Markup,
  loops: readonly string[],
): Block[] {
  const { startTag, endTag } = element;
  const holds = conditionOf(binder, attribute, loops);
  if (!holds) return [];
  if (!endTag || element.name === 'template' || !standsWithout(element, markup)) {
    const data = { element: element.name };
    binder.report(finding('template/shell', data, binder.lines.placeAt(element.start)));
    return [];
  }
  const about = { element, loops, loop: undefined, holds, isShell: true, isBroken: false } as const;
  return [startTag, endTag].map((tag) => ({ ...tag, ...about }));
}

/** True where a browser leaves all else as it is when the element's own tags are not there. */
function standsWithout(element: Element, { source, elements }: Markup): boolean {
  const { startTag, endTag } = element;
  if (!endTag) return false;
  const others = elements.filter((one) => one !== element);
  const at = new Map(others.map((one, index) => [one, index]));
  const parents = others.map(({ parent }) => {
    const around = parent === element ? element.parent : parent;
    return around ? at.get(around) : '-';
  });
  const blanked = [
    source.slice(0, startTag.start),
    source.slice(startTag.end, endTag.start),
    source.slice(endTag.end),
  ];
  return shapeOf(blanked.join('')) === parents.join(' ');
}

/** Elements whose content a browser does not leave where it is written. */
const slotless =
  /^(?:table|tbody|thead|tfoot|tr|colgroup|select|optgroup|datalist|p|template|script|style|textarea|title|option)$/;

/** What is in an element with km-slot: there as long as nothing is placed in the slot. */
function slotBlock(
  binder: Binder,
  { value }: Attribute,
  element: Element,
  loops: readonly string[],
): Block[] {
  const slot = binder.source.slice(value.start, value.end).trim();
  const place = binder.lines.placeAt(value.start);
  const report = (what: string) => {
    binder.report(finding('template/slot', { slot, what }, place));
    return [];
  };
  if (!namePattern.test(slot)) return report('has an invalid name');
  if (loops.length > 0) return report('is inside a km-each, so it would be repeated');
  if (!element.isHtml || !element.endTag || slotless.test(element.name)) {
    return report(`cannot be in <${element.name}>, which does not allow arbitrary markup`);
  }
  if (binder.slots.has(slot)) return report('is used twice');
  binder.slots.add(slot);
  const { startTag, endTag } = element;
  const range = { start: startTag.end, end: endTag.start };
  return [{ ...range, element, loops, loop: undefined, holds: undefined, slot, isBroken: false }];
}

/** Plans a block around its content. */
export function planBlock({ loop, loops, holds, slot }: Block, plan: Plan): Plan {
  if (slot) return { is: 'slot', name: slot, plan };
  if (!loop) return holds ? { is: 'when', if: holds, plan } : plan;
  return { is: 'each', ...loop.rows, depth: loops.length, ...(holds ? { if: holds } : {}), plan };
}
