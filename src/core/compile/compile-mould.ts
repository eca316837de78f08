import type { CastFile } from '../model/cast-file.ts';
import type { Field } from '../model/field.ts';
import { parseJson } from '../model/json-source.ts';
import { type Library, type Manifest, type Mould, namePattern } from '../model/mould.ts';
import { readFields } from '../model/read-fields.ts';
import { isSafeAddress, safeAddressRule } from '../model/safe-address.ts';
import {
  type CheckedValues,
  checkAgainst,
  type PlaceOfValue,
} from '../model/values/check-values.ts';
import type { ExtraRule } from '../model/values/settle.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { indexLines } from '../text/line-index.ts';
import type { Cast } from './cast.ts';
import { idFor } from './cast-id.ts';
import { parseSources } from './parse-sources.ts';
import { readScript, type ScriptRead } from './script/read-script.ts';
import { moduleAddress, wrapScript } from './script/wrap-script.ts';
import { compileStyle } from './style/compile-style.ts';
import { propertiesNamedIn } from './style/properties.ts';
import type { Binder } from './template/binder.ts';
import { compileTemplate } from './template/compile-template.ts';
import { toHtmlText } from './template/sink.ts';

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

/**
 * Compiles a mould once for any number of casts. Never throws on what the mould holds.
 *
 * @param parsed its sources, where they have been parsed before
 */
export function compileMould(mould: Mould, parsed = parseSources(mould)): CompiledMould {
  const { manifest, manifestText, template, style, script } = mould;
  const { name, libraries = [] } = manifest;
  const { placeOf, fields } = fieldsOf(manifest, manifestText);
  const { root } = fields;
  const usedProperties = propertiesNamedIn(template, style, script);
  const styles = compileStyle({
    ...{ mouldName: name, style, parsed: parsed.style, root, usedProperties, placeOf },
  });
  const templateFindings: Finding[] = [];
  const binder: Binder = {
    ...{ root, source: template, usedProperties, addressed: new Set() },
    lines: indexLines('template.html', template),
    report: (one) => templateFindings.push(one),
  };
  const page = Object.entries(manifest.page ?? {})
    .map(([attribute, value]) => ` ${attribute}="${toHtmlText(value)}"`)
    .join('');
  const rootAttributes = (id: string) => ` data-mould="${name}" data-cast="${id}"${page}`;
  const needsWrapper = styles.stylesPage || page !== '';
  const compiled = compileTemplate(binder, rootAttributes, needsWrapper, parsed.template);
  const read = readScript(script, parsed.script);
  const findings = [
    ...[...fields.findings, ...templateFindings, ...styles.findings, ...read.findings],
    ...unknownImports(read, script, libraries),
  ];
  const write = (values: CheckedValues, id: string): string =>
    compiled.write({ id, rows: [values], indexes: [], counts: [] });
  const shared = {
    ...{ mould: name, version: manifest.version, title: manifest.title ?? name },
    mouldStyle: styles.ofMould,
    script: script.trim() === '' ? undefined : wrapScript(script, read, compiled.markup, libraries),
    scriptNeedsValues: read.usesMould,
    libraries: [...sheetsOf(manifest), ...libraries],
    assets: Object.keys(mould.files).filter((path) => path.startsWith('assets/')),
  };
  return {
    ...{ name, root, findings, write },
    isSound: !findings.some(keepsFromCasting),
    cast(castFile = {}, placeOfValue) {
      const [first, ...others] = findings.filter(keepsFromCasting);
      if (first) throw new Refusal(first, ...others);
      const { values: given = {}, kept: before = {} } = castFile;
      const id = idOf(castFile, name);
      const rule = addressRule(binder.addressed);
      const { values, kept, ...checked } = checkAgainst(root, given, placeOfValue, rule);
      return {
        ...{ ...shared, id, values, kept: { ...before, ...kept }, findings: checked.findings },
        markup: write(values, id),
        castStyle: styles.ofCast(values, id),
      };
    },
  };
}

function fieldsOf({ fields }: Manifest, manifestText: string) {
  const source = parseJson('mould.json', manifestText);
  return { placeOf: source.placeOf, fields: readFields(fields, source) };
}

/** The sheets of a mould's fonts, each once, as a page loads them. */
function sheetsOf({ fonts = [] }: Manifest): Library[] {
  const sheets = new Map(fonts.map(({ family, style }) => [style, { name: family, style }]));
  return [...sheets.values()];
}

/** Names that a script imports and no library has. */
function unknownImports(
  { imports }: ScriptRead,
  script: string,
  libraries: readonly Library[],
): Finding[] {
  const lines = indexLines('script.js', script);
  return imports
    .filter(({ from }) => moduleAddress(libraries, from) === undefined)
    .map(({ from, start }) => finding('script/imports', { from }, lines.placeAt(start)));
}

/** A script that no browser will run leaves all the rest of a cast as it should be. */
function keepsFromCasting({ level, code }: Finding): boolean {
  return level === 'error' && !/^script\/(?:not-javascript|imports|exports)$/.test(code);
}

/** @throws Refusal when the cast is of another mould, or its id cannot be one */
function idOf({ mould = '', id, values = {}, kept = {} }: CastFile, name: string): string {
  const wanted = mould.split('/').at(-1);
  if (wanted && wanted !== name) {
    throw new Refusal(finding('cast/other-mould', { wanted, found: name }));
  }
  const given = id ?? idFor(name, { values, kept });
  if (!namePattern.test(given)) throw new Refusal(finding('cast/bad-id', { id: given }));
  return given;
}

/** What fills an address has to be a safe one, though its kind takes any text. */
function addressRule(addressed: ReadonlySet<Field>): ExtraRule {
  return (field, value) =>
    addressed.has(field) && !isSafeAddress(String(value)) ? safeAddressRule : undefined;
}
