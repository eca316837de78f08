import type { CastFile } from '../model/cast-file.ts';
import type { Field } from '../model/field.ts';
import { fieldFaults } from '../model/field-faults.ts';
import { requireMould, requireObject } from '../model/given.ts';
import { parseJson } from '../model/json-source.ts';
import type { Library, Manifest, Mould } from '../model/mould.ts';
import { nestingFaults } from '../model/nesting-faults.ts';
import { picked } from '../model/picked.ts';
import { readFields } from '../model/read-fields.ts';
import type { CheckedValues } from '../model/values/check-values.ts';
import { wordsFaults } from '../model/words.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { indexLines } from '../text/line-index.ts';
import { memoize } from '../text/memoize.ts';
import type { Cast } from './cast.ts';
import { type Caster, type CastOptions, makeCaster } from './caster.ts';
import { hiddenTargets } from './first-state.ts';
import { textGuard } from './guard/text-guard.ts';
import {
  guardedCode,
  hasEmbed,
  libraryScriptsOf,
  loadOf,
  movingIn,
  openSheets,
  scriptsIn,
  sheetAt,
} from './mould-code.ts';
import { rootFactsIn, scriptIn, wrapperOf } from './mould-parts.ts';
import { type ParsedSources, parseSources } from './parse-sources.ts';
import type { Origin, ReadyMould } from './ready-mould.ts';
import { moduleAddress } from './script/module-imports.ts';
import { readScript, type ScriptRead } from './script/read-script.ts';
import { compileStyle, type StyleSource } from './style/compile-style.ts';
import { customElementsIn } from './style/custom-elements.ts';
import { parseStyle } from './style/parse-style.ts';
import { propertiesNamedIn } from './style/properties.ts';
import {
  rowRuleFaults,
  rowRulesIn,
  rowSheets as rowSheetsOf,
  withoutRowRules,
} from './style/row-rules.ts';
import { expandTypefaces } from './style/typefaces.ts';
import type { Binder } from './template/binder.ts';
import { compileTemplate } from './template/compile-template.ts';
import { speaksOfNew } from './template/inline-names.ts';
import type { OwnIds } from './template/own-ids.ts';
import type { Placing } from './template/scope.ts';
import { boundPlaces, usesIn } from './uses/field-uses.ts';

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
   * @throws Refusal when the mould is not sound or the cast is of another mould
   */
  cast(cast?: CastFile, options?: CastOptions): Cast;
  /** The markup of checked values, and nothing else: what one cast costs. */
  write(values: CheckedValues, id: string, place?: Partial<Placing>): string;
  /** @internal All that casting takes, for those forms of delivery that cast on their own. */
  readonly ready: ReadyMould;
}

/**
 * Compiles a mould once for any number of casts. Never throws on what the mould holds.
 *
 * @throws Refusal when what is given is no mould
 *
 * @example
 * const { isSound, cast } = compileMould(mould);
 */
export function compileMould(given: Mould): CompiledMould;
/** @internal With its sources, where they have been parsed before. */
export function compileMould(given: Mould, read: ParsedSources): CompiledMould;
export function compileMould(given: Mould, read?: ParsedSources): CompiledMould {
  requireMould(given);
  const tooDeep = nestingFaults(given);
  if (tooDeep.length > 0) return unsoundOf(given, tooDeep);
  return compile(given, read ?? parseSources(given));
}

/** A mould that nothing is read of. */
function unsoundOf({ manifest }: Mould, findings: readonly Finding[]): CompiledMould {
  const fields = { type: 'object', properties: {} };
  const nothing = { template: '', style: '', script: '', files: {}, manifestText: '{}' };
  const { ready } = compileMould({ ...nothing, manifest: { ...manifest, fields } });
  return compiledOf(ready, findings, () => makeCaster(ready));
}

function compile(given: Mould, read: ParsedSources): CompiledMould {
  const { manifest, manifestText, template, script } = given;
  const { name, libraries = [] } = manifest;
  const { source, fields } = fieldsOf(manifest, manifestText);
  const { placeOf } = source;
  const { root } = fields;
  const rowRules = rowRulesIn(given.style, read.style.tree);
  const style = expandTypefaces(withoutRowRules(given.style, rowRules), root);
  const mould = style === given.style ? given : { ...given, style };
  const parsed = style === given.style ? read : { ...read, style: parseStyle(style) };
  const sheets = [...sheetsOf(manifest), ...libraries];
  const rowSheets = rowSheetsOf(given.style, rowRules);
  const usedProperties = propertiesNamedIn(template, style, script, ...cssOf(rowSheets));
  const styles = compileStyle(
    styleSourceOf(mould, parsed, { root, usedProperties, placeOf, sheets, rowSheets }),
  );
  const templateFindings: Finding[] = [];
  const binder = binderOf(
    template,
    { root, usedProperties, renamed: styles.names.of.dashed },
    (one) => templateFindings.push(one),
  );
  const scriptRead = readScript(script, parsed.script);
  const { page = {} } = manifest;
  const needsWrapper = wrapperOf(mould, parsed, styles.stylesPage || Object.keys(page).length > 0);
  const compiled = compileTemplate(binder, page, needsWrapper, parsed.template);
  const ids = withPageId(compiled.ids, manifest);
  const rootFacts = memoize(() => rootFactsIn(mould, compiled));
  const targets = hiddenTargets(root, binder, placeOf);
  const findings = [
    ...fields.findings,
    ...templateFindings,
    ...styles.findings,
    ...rowRuleFaults(rowRules, root, indexLines('style.css', given.style).placeAt),
    ...scriptRead.findings,
    ...fieldFaults(root, source),
    ...wordsFaults(mould, root),
    ...unknownImports(scriptRead, script, libraries),
    ...sheetFaults(mould, placeOf),
  ];
  const ready: ReadyMould = {
    name,
    version: manifest.version,
    title: manifest.title ?? name,
    root,
    origin: originOf(manifest),
    plan: compiled.plan,
    used: usedProperties,
    renamed: styles.names.of.dashed,
    inlineNames: speaksOfNew(template, styles.names.of) ? styles.names.of : undefined,
    styleIn: (manner) =>
      styles.inManner(manner, {
        ownsId: ids.ownsId,
        renamed: binder.renamedElements,
        rootFacts: rootFacts(),
      }),
    // What only a cast needs is made when the first is made.
    script: memoize(() =>
      scriptIn(mould, { parsed, read: scriptRead, compiled, ids, names: styles.names }),
    ),
    hasScript: script.trim() !== '',
    slots: [...binder.slots],
    declaredSlots: manifest.slots ?? {},
    within: manifest.within ?? [],
    guard: textGuard(root, guardedCode(mould, parsed)),
    addressed: [...binder.addressed].map(({ path }) => path),
    hiddenTargets: targets,
    hasBox: compiled.hasBox,
    hasIds: ids.isAny,
    fonts: (manifest.fonts ?? []).map((one) => one.style),
    libraries: sheets,
    loads: sheets.flatMap((one) => loadOf(mould, one)),
    assets: Object.keys(mould.files).filter((path) => path.startsWith('assets/')),
  };
  const uses = memoize(() => usesIn(given, read));
  const boundAt = (field: Field) => boundPlaces(given, uses(), field);
  const caster = memoize(() => makeCaster(ready, boundAt));
  return compiledOf(ready, findings, caster);
}

function cssOf(sheets: StyleSource['rowSheets']): string[] {
  return sheets.map(({ css }) => css);
}

/** Sheets of libraries that the whole page has, since it loads them from elsewhere. */
function sheetFaults(mould: Mould, placeOf: StyleSource['placeOf']): Finding[] {
  return openSheets(mould).map(({ name, at }) =>
    finding('style/open-sheet', { name }, placeOf(['libraries', at, 'style'])),
  );
}

/** A mould that casts where nothing keeps it from that. */
function compiledOf(
  ready: ReadyMould,
  findings: readonly Finding[],
  caster: () => Caster,
): CompiledMould {
  const { name, root } = ready;
  return {
    name,
    root,
    findings,
    ready,
    isSound: !findings.some(keepsFromCasting),
    write: (values, id, place) => caster().write(values, id, place),
    cast(castFile = {}, options) {
      requireObject('The cast', castFile);
      const [first, ...others] = findings.filter(keepsFromCasting);
      if (first) throw new Refusal(first, ...others);
      return caster().cast(castFile, options);
    },
  };
}

/** A binder that has found nothing yet. */
function binderOf(
  source: string,
  known: Pick<Binder, 'root' | 'usedProperties' | 'renamed'>,
  report: Binder['report'],
): Binder {
  return {
    ...known,
    source,
    addressed: new Set(),
    slots: new Set(),
    renamedElements: new Set(),
    lines: indexLines('template.html', source),
    report,
  };
}

/** What style is compiled from, and with what from the rest of the mould. */
function styleSourceOf(
  mould: Mould,
  { style: parsed }: ParsedSources,
  facts: Pick<StyleSource, 'root' | 'usedProperties' | 'placeOf' | 'rowSheets'> & {
    readonly sheets: readonly Library[];
  },
): StyleSource {
  const { manifest, template, style, script } = mould;
  const { sheets, ...known } = facts;
  return {
    ...known,
    mouldName: manifest.name,
    style,
    parsed,
    customElements: customElementsIn(template, script),
    hasSlots: /\skm-slot\s*=/.test(template),
    libraryScripts: libraryScriptsOf(mould),
    moving: movingIn(mould, parsed),
    libraries: sheets.flatMap((one) => sheetAt(mould, one) ?? []),
    farSheets: sheets.flatMap((one) => loadOf(mould, one)).flatMap(({ style: far }) => far ?? []),
    template,
    hasEmbed: hasEmbed(template),
    scripts: scriptsIn(mould),
    needs: neededProperties(manifest),
    spokenElsewhere: propertiesNamedIn(template, script, ...libraryScriptsOf(mould)),
    setElsewhere: new Set([
      ...[...template.matchAll(/(--[\w-]+)\s*:/g)].map(([, name = '']) => name),
      ...propertiesNamedIn(script, ...libraryScriptsOf(mould)),
    ]),
  };
}

function withPageId(ids: OwnIds, { page }: Manifest): Pick<OwnIds, 'ids' | 'isAny' | 'ownsId'> {
  const own = page?.id;
  if (own === undefined) return ids;
  return {
    ids: new Set([...ids.ids, own]),
    isAny: true,
    ownsId: (id) => id === own || ids.ownsId(id),
  };
}

function neededProperties({ needs }: Manifest): readonly string[] {
  const { properties = [] } = needs ?? {};
  return properties;
}

function originOf({ origin = {} }: Manifest): Origin {
  const texts = Object.entries(origin).filter(([, value]) => typeof value === 'string');
  return picked(Object.fromEntries(texts), ['author', 'url', 'licence']);
}

function fieldsOf({ fields }: Manifest, manifestText: string) {
  const source = parseJson('mould.json', manifestText);
  return { source, fields: readFields(fields, source) };
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
