import type { Field } from '../../model/field.ts';
import { fieldsBelow } from '../../model/field.ts';
import { fileOf, type Sources, sourceParts } from '../../model/source-parts.ts';
import { indexLines } from '../../text/line-index.ts';
import { type ParsedSources, parseSources } from '../parse-sources.ts';
import { rowRulesIn } from '../style/row-rules.ts';
import { readMarkup } from '../template/markup.ts';
import type { FieldUse, PropertyUse, RowRuleUse, SourceUses } from './field-use.ts';
import { scriptUses } from './script-uses.ts';
import { styleUses } from './style-uses.ts';
import { templateUses } from './template-uses.ts';

/**
 * Where the sources of a mould use fields, in order: first template, then style, then script. The
 * one answer to that question, for whoever renames a field, takes it out or says where it is.
 *
 * @param parsed the same sources, where they have been parsed before
 */
export function usesIn(
  sources: Sources,
  parsed: ParsedSources = parseSources(sources),
): SourceUses {
  const { template, style, script } = sources;
  const ofTemplate = templateUses(readMarkup(template, parsed.template));
  const ofScript =
    'program' in parsed.script
      ? scriptUses(parsed.script.program, script)
      : { uses: [], loose: unreadScript(script) };
  return {
    uses: [
      ...ofTemplate.uses,
      ...styleUses(style, 'style'),
      ...rowRuleUses(style, parsed.style.tree),
      ...namedInScript(script),
      ...ofScript.uses,
    ],
    loose: ofScript.loose,
  };
}

/** Where the rules of rows name their lists, and values of a row. */
function rowRuleUses(style: string, tree: ParsedSources['style']['tree']): RowRuleUse[] {
  return rowRulesIn(style, tree).flatMap((rules) => {
    const use = (path: string, start: number): RowRuleUse => ({
      as: 'rule',
      in: 'style',
      path: path.replace(/#.*$/, ''),
      name: { start, end: start + path.length },
      whole: { start: rules.start, end: rules.end },
    });
    const named = rules.holes.map(({ path, start }) => use(path, style.indexOf(path, start)));
    return [use(rules.list, rules.listAt.start), ...named];
  });
}

/** A script that is no JavaScript may read any field. */
function unreadScript(script: string): SourceUses['loose'] {
  const at = script.search(/\bmould\b/);
  return at < 0 ? [] : [{ start: at, end: at + 'mould'.length }];
}

/** Custom properties that a script speaks of, such as `setProperty('--tint', …)`. */
function namedInScript(script: string): FieldUse[] {
  return [...script.matchAll(/(?<=["'`(])--[\w-]+(?=["'`)])/g)].map(({ index, 0: property }) => {
    const name = { start: index, end: index + property.length };
    return { as: 'property', in: 'script', property, name, whole: name };
  });
}

/** The uses that are of a field, its rows or its members. */
export function usesOf(uses: readonly FieldUse[], field: Field): FieldUse[] {
  const properties = new Set([field, ...fieldsBelow(field)].map(({ property }) => property));
  const isOf = (path: string) => path === field.path || path.startsWith(`${field.path}.`);
  return uses.filter((use) => {
    if ('property' in use) return properties.has(use.property);
    return isOf(use.as === 'read' ? use.steps.map(({ name }) => name).join('.') : use.path);
  });
}

/**
 * Says where a field is bound, as words: `template.html, line 4 and style.css, line 12`. A member
 * that is not bound by its own name is where the field is that it belongs to.
 *
 * @returns '' where it is bound nowhere
 */
export function boundPlaces(sources: Sources, { uses }: SourceUses, field: Field): string {
  let found = usesOf(uses, field);
  for (let path = parentOf(field.path); found.length === 0 && path !== ''; path = parentOf(path)) {
    found = uses.filter((use) => !('property' in use) && isOn(path, use));
  }
  return sourceParts
    .flatMap((part) => {
      const first = found.find((one) => one.in === part);
      if (!first) return [];
      const { line } = indexLines(fileOf[part], sources[part]).placeAt(first.name.start);
      return [`${fileOf[part]}, line ${line}`];
    })
    .join(' and ');
}

/** True for a use of a path; what a script reads is used on the whole way to it. */
function isOn(path: string, use: Exclude<FieldUse, PropertyUse>): boolean {
  if (use.as !== 'read') return use.path === path;
  const read = use.steps.map(({ name }) => name).join('.');
  return read === path || read.startsWith(`${path}.`);
}

function parentOf(path: string): string {
  return path.slice(0, Math.max(0, path.lastIndexOf('.')));
}
