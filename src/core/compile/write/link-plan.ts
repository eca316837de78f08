import { type Field, fieldsBelow } from '../../model/field.ts';
import type { Json } from '../../model/json-source.ts';
import { pageGuard } from '../guard/page-guard.ts';
import type { TextGuard } from '../guard/text-guard.ts';
import { namedAs } from '../named-as.ts';
import { declarationsOf, styledFields } from '../style/properties.ts';
import { joined, readerOf, type Scope, type Write } from '../template/scope.ts';
import { toHtmlText } from '../template/sink.ts';
import { linkAttribute, linkBoolean, linkClasses, linkLink, linkRowStyle } from './attributes.ts';
import { withOwnIds } from './ids.ts';
import type { Plan, PlanOf } from './plan.ts';
import { linkCondition, linkData, linkHtml, linkText } from './values.ts';

/** What plans are linked with. */
export interface Linking {
  readonly mouldName: string;
  readonly root: Field;
  /** Custom properties that style, script or markup make use of. */
  readonly used: ReadonlySet<string>;
  /** New names of custom properties, where they are not the author's. */
  readonly renamed: ReadonlyMap<string, string>;
  readonly guard?: TextGuard | undefined;
}

type Linkers = { readonly [Name in Exclude<Plan, string>['is']]: (plan: never) => Write };

/** Makes the function that writes a plan. It only joins strings. */
export function linkPlan(whole: Plan, linking: Linking): Write {
  const inPage = pageGuard(linking.guard, linking.root);
  const link = (plan: Plan): Write =>
    typeof plan === 'string' ? () => plan : linkers[plan.is](plan as never);
  const linkers: Linkers = {
    join: ({ texts, parts }: PlanOf<'join'>) => joined(texts, parts.map(link)),
    text: (plan: PlanOf<'text'>) => linkText(plan, inPage),
    html: (plan: PlanOf<'html'>) => linkHtml(plan, inPage),
    data: (plan: PlanOf<'data'>) => linkData(plan, inPage),
    attribute: (plan: PlanOf<'attribute'>) => linkAttribute(plan, inPage),
    boolean: linkBoolean,
    classes: (plan: PlanOf<'classes'>) => linkClasses(plan, inPage),
    'row-style': (plan: PlanOf<'row-style'>) => linkRowStyle(plan, rowStyle(plan, linking), inPage),
    link: linkLink,
    ids: ({ of, ids }: PlanOf<'ids'>) => withOwnIds(link(of), ids),
    suffix: () => (scope) => scope.suffix,
    name: linkName,
    'name-mark': linkNameMark,
    root: (plan: PlanOf<'root'>) => linkRoot(plan, linking),
    each: (plan: PlanOf<'each'>) => linkEach(plan, link(plan.plan)),
    when: (plan: PlanOf<'when'>) => {
      const holds = linkCondition(plan.if);
      const content = link(plan.plan);
      return (scope) => (holds(scope) ? content(scope) : '');
    },
    slot: ({ name, plan }: PlanOf<'slot'>) => {
      const content = link(plan);
      return (scope) => scope.slots[name] ?? content(scope);
    },
  };
  return link(whole);
}

function rowStyle({ list, loop }: PlanOf<'row-style'>, { root, used, renamed }: Linking): Write {
  const row = fieldsBelow(root).find((field) => field.path === list)?.row;
  const fields = row ? styledFields(row, used) : [];
  return (scope) =>
    toHtmlText(declarationsOf(fields, scope.rows[loop] ?? null, renamed).join('; '));
}

type NamePlan = PlanOf<'name' | 'name-mark'>;

function linkName({ of, author }: NamePlan): Write {
  const read = readerOf(of);
  return (scope) => String(read(scope) ?? author);
}

function linkNameMark(plan: NamePlan): Write {
  const name = linkName(plan);
  const mark = ` ${namedAs}="${plan.author}"`;
  return (scope) => (name(scope) === plan.author ? '' : mark);
}

/** What the root carries; an id that the snippet's page had is one of the cast's own. */
function linkRoot({ page }: PlanOf<'root'>, { mouldName }: Linking): Write {
  const { id: pageId, ...others } = page;
  const written = (name: string, value: string) => ` ${name}="${toHtmlText(value)}"`;
  const fixed = Object.entries(others)
    .map(([name, value]) => written(name, value))
    .join('');
  const ofPage = (suffix: string) =>
    pageId === undefined ? fixed : written('id', pageId + suffix) + fixed;
  return ({ id, suffix, look }) => {
    if (suffix === '') return ` data-mould-root${ofPage('')}`;
    const marks = ` data-mould="${mouldName}" data-cast="${id}"${look ? ` data-look="${look}"` : ''}`;
    return marks + ofPage(suffix);
  };
}

function linkEach({ of, most, depth, ...plan }: PlanOf<'each'>, content: Write): Write {
  const read = readerOf(of);
  const rowsOf =
    most === undefined
      ? (scope: Scope) => read(scope) as readonly Json[]
      : (scope: Scope) =>
          new Array<Json>(Math.min(most, Math.max(0, Number(read(scope))))).fill(null);
  const holds = plan.if && linkCondition(plan.if);
  const shown: Write = holds ? (scope) => (holds(scope) ? content(scope) : '') : content;
  return (scope) => {
    const rows = rowsOf(scope);
    let out = '';
    for (let index = 0; index < rows.length; index += 1) {
      scope.rows[depth] = rows[index] as Json;
      scope.indexes[depth] = index;
      scope.counts[depth] = rows.length;
      out += shown(scope);
    }
    return out;
  };
}
