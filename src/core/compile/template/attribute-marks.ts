import { finding } from '../../problem/finding.ts';
import { nearestName } from '../../problem/nearest-name.ts';
import type { Range } from '../../text/edits.ts';
import { countUpTo } from '../../text/sorted.ts';
import { styledFields } from '../style/properties.ts';
import type { Plan, ValuePlan } from '../write/plan.ts';
import { type BoundAttribute, planAttribute, planValue, readBoundAttribute } from './attribute.ts';
import { type Binder, valueRead } from './binder.ts';
import type { Block } from './block.ts';
import { planClasses } from './class-words.ts';
import { markName } from './element-name.ts';
import type { Hole } from './hole.ts';
import { linkOf } from './link-attributes.ts';
import { type Mark, withBlankBefore } from './mark.ts';
import { type Attribute, type Element, isBinding } from './markup.ts';
import type { OwnIds } from './own-ids.ts';

/** Attributes that are bindings. */
const bindings = ['km-each', 'km-when', 'km-shell', 'km-as', 'km-class', 'km-slot'];

/** What the attributes of an element are compiled with. */
export interface AttributeSetting {
  readonly binder: Binder;
  readonly holes: readonly Hole[];
  readonly loops: readonly string[];
  readonly ruleFor: OwnIds['ruleFor'];
  /** Set where the element itself is a block. */
  readonly block: Block | undefined;
}

/** Compiles all that is bound in a start tag. */
export function markAttributes(setting: AttributeSetting, element: Element): Mark[] {
  const { binder, block } = setting;
  if (block && element.name === 'template') {
    reportRowStyle(binder, block);
    const tags = [element.startTag, ...(element.endTag ? [element.endTag] : [])];
    return tags.map((tag) => ({ ...tag, write: '' }));
  }
  if (!block && !element.carries(isBinding)) return [];
  const classed = element.attributes.find(({ name }) => name === 'km-class');
  const marks = element.attributes.flatMap((attribute) => {
    if (attribute.name.startsWith('km-')) return [markBinding(binder, attribute)];
    const isApart = attribute.name === 'style' || (attribute.name === 'class' && classed);
    return isApart ? [] : markAttribute(setting, element, attribute);
  });
  const named = element.attributes.find(({ name }) => name === 'km-as');
  return [
    ...marks,
    ...markStyle(setting, element),
    ...(classed ? markClass(setting, element, classed) : []),
    ...(named ? markName(binder, element, named, setting.loops) : []),
  ];
}

function markBinding(binder: Binder, attribute: Attribute): Mark {
  const { name } = attribute;
  if (!bindings.includes(name)) {
    const data = { name, near: nearestName(name, bindings), known: bindings };
    binder.report(finding('template/unknown-binding', data, binder.lines.placeAt(attribute.start)));
  }
  return { ...withBlankBefore(binder.source, attribute), write: '' };
}

function markAttribute(setting: AttributeSetting, element: Element, attribute: Attribute): Mark[] {
  const { binder } = setting;
  const bound = bind(setting, element, attribute);
  if (!bound) return [];
  const name = writtenName(binder, attribute);
  const ids = setting.ruleFor(element, attribute);
  const range = withBlankBefore(binder.source, attribute);
  const link = linkOf(element, attribute, bound);
  const authors = element.attributes.filter(({ name }) => name === 'target' || name === 'rel');
  // An author who binds target or rel means to decide them.
  if (!link || authors.some((one) => holesIn(setting, one.value).length > 0)) {
    const plan = planAttribute(binder, name, attribute.quote, bound);
    return [{ ...range, write: ids ? { is: 'ids', of: plan, ids } : plan }];
  }
  const authorsOwn = (wanted: string) => {
    const found = authors.find(({ name }) => name === wanted);
    return found && binder.source.slice(found.value.start, found.value.end);
  };
  const [target, rel] = [authorsOwn('target'), authorsOwn('rel')];
  const write: Plan = {
    is: 'link',
    of: valueRead(link),
    name,
    quote: attribute.quote ?? '"',
    ...(target === undefined ? {} : { target }),
    ...(rel === undefined ? {} : { rel }),
    ...(ids ? { ids } : {}),
  };
  return [
    { ...range, write },
    ...authors.map((one) => ({ ...withBlankBefore(binder.source, one), write: '' })),
  ];
}

/** The class attribute: the author's own, bound or not, and the classes of `km-class` after it. */
function markClass(setting: AttributeSetting, element: Element, classed: Attribute): Mark[] {
  const { binder } = setting;
  const more = planClasses(binder, classed, setting.loops);
  const attribute = element.attributes.find(({ name }) => name === 'class');
  const bound = attribute && bind(setting, element, attribute);
  if (more.length === 0) return [];
  const own = authorsValue(setting, attribute, bound);
  const nameEnd = element.start + 1 + element.name.length;
  const range = attribute
    ? withBlankBefore(binder.source, attribute)
    : { start: nameEnd, end: nameEnd };
  const quote = attribute?.quote ?? '"';
  return [{ ...range, write: { is: 'classes', quote, own, more } }];
}

/** The style attribute: the author's own, bound or not, and a row's custom properties after it. */
function markStyle(setting: AttributeSetting, element: Element): Mark[] {
  const { binder } = setting;
  const attribute = element.attributes.find(({ name }) => name === 'style');
  const bound = attribute && bind(setting, element, attribute);
  const rowStyle = rowStyleOf(setting);
  const nameEnd = element.start + 1 + element.name.length;
  const range = attribute
    ? withBlankBefore(binder.source, attribute)
    : { start: nameEnd, end: nameEnd };
  if (!rowStyle) {
    return attribute && bound
      ? [{ ...range, write: planAttribute(binder, 'style', attribute.quote, bound) }]
      : [];
  }
  const own = attribute ? binder.source.slice(attribute.value.start, attribute.value.end) : '';
  const quote = attribute?.quote ?? '"';
  const isEnded = own.trimEnd().endsWith(';');
  const between = own.trim() === '' ? '' : isEnded ? ' ' : '; ';
  const value = authorsValue(setting, attribute, bound);
  return [{ ...range, write: { is: 'row-style', quote, own: value, between, ...rowStyle } }];
}

/** What the author wrote as an attribute's value, bound or not. */
function authorsValue(
  { binder }: AttributeSetting,
  attribute: Attribute | undefined,
  bound: BoundAttribute | undefined,
): ValuePlan | string {
  if (bound) return planValue(bound);
  return attribute ? binder.source.slice(attribute.value.start, attribute.value.end) : '';
}

function rowStyleOf({ binder, block }: AttributeSetting) {
  const { field } = block?.loop ?? {};
  const row = field?.row;
  const fields = row ? styledFields(row, binder.usedProperties) : [];
  if (!block || !field || fields.length === 0) return undefined;
  return { list: field.path, loop: block.loops.length };
}

function reportRowStyle(binder: Binder, { element, loop }: Block): void {
  if (!loop?.field.row) return;
  for (const { field } of styledFields(loop.field.row, binder.usedProperties)) {
    const place = binder.lines.placeAt(element.start);
    binder.report(finding('template/row-style', { property: field.property }, place, field.path));
  }
}

function bind(
  setting: AttributeSetting,
  element: Element,
  attribute: Attribute,
): BoundAttribute | undefined {
  const holes = holesIn(setting, attribute.value);
  if (holes.length === 0) return undefined;
  return readBoundAttribute(setting.binder, element, attribute, holes, setting.loops);
}

function holesIn({ holes }: AttributeSetting, range: Range): Hole[] {
  const [from, to] = [countUpTo(holes, range.start - 1), countUpTo(holes, range.end)];
  return holes.slice(from, to).filter((hole) => hole.end <= range.end);
}

/** The name in the author's own letters: parsers give it in lower case. */
function writtenName({ source }: Binder, { start, name }: Attribute): string {
  return source.slice(start, start + name.length);
}
