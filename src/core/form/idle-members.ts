import { type Field, fieldsBelow } from '../model/field.ts';
import type { Mould } from '../model/mould.ts';
import { escapeRegExp } from '../text/escape-reg-exp.ts';

type Sources = Pick<Mould, 'template' | 'style' | 'script'>;

/**
 * The paths of members that do nothing: those of a kind such as `image` or `typeface` of which the
 * sources use only others. A member counts as used where the text leaves any doubt, and where
 * nothing of its field is used at all, which `check` reports.
 */
export function idleMembers(root: Field, sources: Sources): ReadonlySet<string> {
  const idle = fieldsBelow(root)
    .filter(({ kind }) => kind.members)
    .flatMap((field) => {
      const used = membersInUse(field, sources);
      return used.size === 0 ? [] : field.members.filter(({ name }) => !used.has(name));
    });
  return new Set(idle.map(({ path }) => path));
}

function membersInUse(field: Field, sources: Sources): ReadonlySet<string> {
  const all = field.members.map(({ name }) => name);
  const whole = field.kind.whole ?? { style: all, attribute: all, text: all };
  return new Set([
    ...(isReadByScript(field, sources.script) ? all : []),
    ...namedInTemplate(field, sources.template, whole),
    ...namedInStyle(field, `${sources.style}\n${sources.template}\n${sources.script}`, whole.style),
  ]);
}

/** A script may pass on all that it reads of a field, or take it by a name that it puts together. */
function isReadByScript({ path }: Field, script: string): boolean {
  if (!/\bmould\b/.test(script)) return false;
  const [first = ''] = path.split('.');
  const isLoose = /\bvalues\b(?!\s*(?:\?\.|\.)\s*[\w$])/.test(script);
  return isLoose || new RegExp(`(?<![\\w$-])${escapeRegExp(first)}(?![\\w$-])`).test(script);
}

interface Whole {
  readonly style: readonly string[];
  readonly attribute: readonly string[];
  readonly text: readonly string[];
}

function namedInTemplate({ path, members }: Field, template: string, whole: Whole): string[] {
  const written = escapeRegExp(path);
  const own = members.filter(({ name }) =>
    new RegExp(`(?<![\\w.-])${written}\\.${name}(?![\\w-])`).test(template),
  );
  const holes = [...template.matchAll(new RegExp(`\\{~\\s*${written}\\s*~\\}`, 'g'))];
  return [
    ...own.map(({ name }) => name),
    ...holes.flatMap(({ index }) => (isInTag(template, index) ? whole.attribute : whole.text)),
  ];
}

function isInTag(template: string, at: number): boolean {
  return template.lastIndexOf('<', at) > template.lastIndexOf('>', at);
}

function namedInStyle(field: Field, text: string, whole: readonly string[]): string[] {
  const isNamed = (property: string) =>
    new RegExp(`(?<![\\w-])${escapeRegExp(property)}(?![\\w-])`).test(text);
  const own = field.members.filter(({ property }) => isNamed(property));
  return [...own.map(({ name }) => name), ...(isNamed(field.property) ? whole : [])];
}
