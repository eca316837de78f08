import type { CastFile } from '../model/cast-file.ts';
import type { Field } from '../model/field.ts';
import { parseJson } from '../model/json-source.ts';
import { choices } from '../model/kinds/choice.ts';
import { type Mould, namePattern } from '../model/mould.ts';
import { readFields } from '../model/read-fields.ts';
import { isSafeAddress, safeAddressRule } from '../model/safe-address.ts';
import {
  type CheckedValues,
  checkAgainst,
  type PlaceOfValue,
} from '../model/values/check-values.ts';
import { type Finding, finding, hasErrors } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { indexLines } from '../text/line-index.ts';
import type { Cast } from './cast.ts';
import { idFor } from './cast-id.ts';
import { readScript } from './script/read-script.ts';
import { wrapScript } from './script/wrap-script.ts';
import { isCssValue } from './style/css-value.ts';
import { declarationsOf, propertiesNamedIn, styledFields } from './style/properties.ts';
import { castSelector, rootSelector } from './style/root-selector.ts';
import { scopeStyle } from './style/scope-style.ts';
import { compileTemplate } from './template/compile-template.ts';

/** A mould made ready: each cast is a function of its values that only joins strings. */
export interface CompiledMould {
  readonly name: string;
  /** The fields as one group, complete. */
  readonly root: Field;
  /** What is wrong with the mould; with an error among them it cannot be cast. */
  readonly findings: readonly Finding[];
  /** True when nothing keeps it from being cast. */
  readonly isSound: boolean;
  /**
   * Checks values and casts. Wrong values fall back to their defaults and are reported in the
   * cast's findings.
   *
   * @param placeOf where each value stands in a file, so that findings can point there
   * @throws Refusal when the mould is not sound or the cast is of another mould
   */
  cast(cast?: CastFile, placeOf?: PlaceOfValue): Cast;
  /** The markup of checked values, and nothing else: what one cast costs. */
  write(values: CheckedValues, id: string): string;
}

/** Compiles a mould once for any number of casts. Never throws on what the mould holds. */
export function compileMould(mould: Mould): CompiledMould {
  const { manifest, template, style, script } = mould;
  const { name, version, title = name, libraries = [] } = manifest;
  const manifestSource = parseJson('mould.json', mould.manifestText);
  const { root, findings: fieldFindings } = readFields(manifest.fields, manifestSource);
  const findings: Finding[] = [...fieldFindings];
  const scoped = scopeStyle(style, name);
  const scriptRead = readScript(script);
  const usedProperties = propertiesNamedIn(template, style, script);
  const addressed = new Set<Field>();
  const { write: writeMarkup, markup } = compileTemplate(
    {
      root,
      source: template,
      usedProperties,
      addressed,
      lines: indexLines('template.html', template),
      report: (one) => findings.push(one),
    },
    (id) => ` data-mould="${name}" data-cast="${id}"`,
    scoped.stylesPage,
  );
  findings.push(...scoped.findings, ...scriptRead.findings);
  const styled = styledFields(root, usedProperties);
  for (const { field } of styledFieldsOfAll(root, usedProperties)) {
    const loose = choices(field.declared).find((one) => !isCssValue(String(one)));
    if (field.kindName !== 'choice' || loose === undefined) continue;
    const data = { path: field.path, value: String(loose) };
    findings.push(
      finding('field/not-css', data, manifestSource.placeOf(field.at ?? []), field.path),
    );
  }
  const defaults = declarationsOf(styled, root.default);
  const box = scoped.stylesPage
    ? [`:where([data-mould="${name}"]) {\n  display: flow-root;\n}`]
    : [];
  const mouldStyle = [scoped.css.trimEnd(), ...box, ...ruleOf(rootSelector(name), defaults)]
    .filter((part) => part !== '')
    .join('\n\n');
  const wrapped = script.trim() === '' ? undefined : wrapScript(script, scriptRead, markup);
  const assets = Object.keys(mould.files).filter((path) => path.startsWith('assets/'));
  const isSound = !hasErrors(findings.filter(({ code }) => code !== 'script/not-javascript'));
  const rule = (field: Field, value: unknown) =>
    addressed.has(field) && !isSafeAddress(String(value)) ? safeAddressRule : undefined;

  const write = (values: CheckedValues, id: string): string =>
    writeMarkup({ id, rows: [values], indexes: [], counts: [] });

  return {
    name,
    root,
    findings,
    isSound,
    write,
    cast(castFile = {}, placeOf) {
      const [first, ...rest] = findings.filter(({ level }) => level === 'error');
      if (!isSound && first) throw new Refusal(first, ...rest);
      const { mould: wanted = name, values: given = {}, kept: before = {} } = castFile;
      if (wanted.split('/').at(-1) !== name) {
        throw new Refusal(finding('cast/other-mould', { wanted, found: name }));
      }
      const id = castFile.id ?? idFor(name, { values: given, kept: before });
      if (!namePattern.test(id)) throw new Refusal(finding('cast/bad-id', { id }));
      const { values, kept, findings: problems } = checkAgainst(root, given, placeOf, rule);
      const own = declarationsOf(styled, values).filter((one, index) => one !== defaults[index]);
      return {
        ...{ id, mould: name, version, title, values, assets, libraries },
        kept: { ...before, ...kept },
        markup: write(values, id),
        mouldStyle,
        castStyle: ruleOf(castSelector(name, id), own).join(''),
        script: wrapped,
        scriptNeedsValues: scriptRead.usesMould,
        findings: problems,
      };
    },
  };
}

function ruleOf(selector: string, declarations: readonly string[]): string[] {
  if (declarations.length === 0) return [];
  return [`${selector} {\n${declarations.map((one) => `  ${one};`).join('\n')}\n}`];
}

/** Styled fields of the mould and of all its lists' rows. */
function styledFieldsOfAll(
  group: Field,
  used: ReadonlySet<string>,
): ReturnType<typeof styledFields> {
  const lists = (field: Field): Field[] => [
    ...(field.row ? [field.row] : []),
    ...[...field.members, ...(field.row ? [field.row] : [])].flatMap(lists),
  ];
  return [group, ...lists(group)].flatMap((one) => styledFields(one, used));
}
