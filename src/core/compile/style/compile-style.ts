import { type Field, fieldsBelow } from '../../model/field.ts';
import type { JsonPath } from '../../model/json-source.ts';
import { choices } from '../../model/kinds/choice.ts';
import type { CheckedValues } from '../../model/values/check-values.ts';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import { isCssValue } from './css-value.ts';
import type { ParsedStyle } from './parse-style.ts';
import { declarationsOf, styledFields } from './properties.ts';
import { castSelector, rootSelector } from './root-selector.ts';
import { scopeStyle } from './scope-style.ts';

/** What the style of a mould is compiled with. */
export interface StyleSource {
  readonly mouldName: string;
  readonly style: string;
  readonly parsed: ParsedStyle;
  readonly root: Field;
  /** Custom properties that style, script or markup speak of. */
  readonly usedProperties: ReadonlySet<string>;
  /** Where a field is declared in mould.json. */
  readonly placeOf: (at: JsonPath) => Place;
}

/** The style of a mould, and of each of its casts. */
export interface CompiledStyle {
  /** Style that all casts share: the author's rules, then the defaults of the fields. */
  readonly ofMould: string;
  /** What a cast adds: the properties whose values are not the defaults; '' for none. */
  readonly ofCast: (values: CheckedValues, id: string) => string;
  /** True where rules for html or body need the root to be a box of its own. */
  readonly stylesPage: boolean;
  readonly findings: readonly Finding[];
}

/**
 * Compiles style. Defaults come after the author's rules, so that a field beats a custom property
 * of the same name that the snippet set on `:root`.
 */
export function compileStyle(source: StyleSource): CompiledStyle {
  const { mouldName, style, parsed, root, usedProperties } = source;
  const scoped = scopeStyle(style, mouldName, parsed);
  const styled = styledFields(root, usedProperties);
  const defaults = declarationsOf(styled, root.default);
  // What stood in a body keeps its margins inside; without weight, so that any rule beats it.
  const box = scoped.stylesPage
    ? ruleOf(`:where([data-mould="${mouldName}"])`, ['display: flow-root'])
    : '';
  return {
    ofMould: [scoped.css.trimEnd(), box, ruleOf(rootSelector(mouldName), defaults)]
      .filter((part) => part !== '')
      .join('\n\n'),
    ofCast: (values, id) => {
      const own = declarationsOf(styled, values).filter((one, index) => one !== defaults[index]);
      return ruleOf(castSelector(mouldName, id), own);
    },
    stylesPage: scoped.stylesPage,
    findings: [...scoped.findings, ...looseChoices(source)],
  };
}

/** A choice that style makes use of is written as it stands, so each has to be a CSS value. */
function looseChoices({ root, usedProperties, placeOf }: StyleSource): Finding[] {
  return fieldsBelow(root).flatMap((field) => {
    if (field.kindName !== 'choice' || !usedProperties.has(field.property)) return [];
    const loose = choices(field.declared).find((one) => !isCssValue(String(one)));
    if (loose === undefined) return [];
    const data = { path: field.path, value: String(loose) };
    return [finding('field/not-css', data, placeOf(field.at ?? []), field.path)];
  });
}

function ruleOf(selector: string, declarations: readonly string[]): string {
  if (declarations.length === 0) return '';
  return `${selector} {\n${declarations.map((one) => `  ${one};`).join('\n')}\n}`;
}
