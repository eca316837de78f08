import { boundPlaces } from '../model/bound-places.ts';
import type { CastFile } from '../model/cast-file.ts';
import type { Field } from '../model/field.ts';
import { fieldFaults } from '../model/field-faults.ts';
import { type JsonObject, parseJson } from '../model/json-source.ts';
import type { Library, Manifest, Mould } from '../model/mould.ts';
import { readFields } from '../model/read-fields.ts';
import { isSafeAddress, safeAddressRule } from '../model/safe-address.ts';
import {
  type CheckedValues,
  checkAgainst,
  type PlaceOfValue,
} from '../model/values/check-values.ts';
import type { ExtraRule } from '../model/values/settle.ts';
import { wordsFaults } from '../model/words.ts';
import { type Finding, finding } from '../problem/finding.ts';
import { Refusal } from '../problem/refusal.ts';
import { indexLines } from '../text/line-index.ts';
import type { Cast } from './cast.ts';
import { aboutPlacing, idOf, isOtherVersion, nameOf } from './cast-facts.ts';
import { fillSlots } from './fill-slots.ts';
import { compileFirstState } from './first-state.ts';
import {
  asksForPage,
  bringsScript,
  libraryScriptsOf,
  loadOf,
  movingIn,
  sheetAt,
} from './mould-code.ts';
import { parseSources } from './parse-sources.ts';
import { type CastScript, castScript } from './script/cast-script.ts';
import { moduleAddress } from './script/module-imports.ts';
import { readScript, type ScriptRead } from './script/read-script.ts';
import { isWrittenHere } from './script/written-here.ts';
import { scriptValues } from './script-values.ts';
import { compileStyle, type Manner } from './style/compile-style.ts';
import { customElementsIn } from './style/custom-elements.ts';
import { parseStyle } from './style/parse-style.ts';
import { propertiesNamedIn } from './style/properties.ts';
import { takesFromAround } from './style/root-font.ts';
import { expandTypefaces } from './style/typefaces.ts';
import type { Binder } from './template/binder.ts';
import { compileTemplate } from './template/compile-template.ts';
import { inlineNames } from './template/inline-names.ts';
import type { Element } from './template/markup.ts';
import type { OwnIds } from './template/own-ids.ts';
import type { Placing, Scope } from './template/scope.ts';
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
   * @throws Refusal when the mould is not sound or the cast is of another mould
   */
  cast(cast?: CastFile, options?: CastOptions): Cast;
  /** The markup of checked values, and nothing else: what one cast costs. */
  write(values: CheckedValues, id: string, place?: Partial<Placing>): string;
}

/** How a cast is made: by default scoped, with a look of its own. */
export interface CastOptions extends Manner {
  /** Where each value stands in a file, so that findings can point there. */
  readonly placeOf?: PlaceOfValue | undefined;
  /** Other moulds by their names, for the casts that are placed in slots. */
  readonly moulds?: ((name: string) => CompiledMould | undefined) | undefined;
  /** The mould in whose slot it is placed. */
  readonly within?: string | undefined;
}

/**
 * Compiles a mould once for any number of casts. Never throws on what the mould holds.
 *
 * @param read its sources, where they have been parsed before
 */
export function compileMould(given: Mould, read = parseSources(given)): CompiledMould {
  const { manifest, manifestText, template, script } = given;
  const { name, libraries = [] } = manifest;
  const { source, fields } = fieldsOf(manifest, manifestText);
  const { placeOf } = source;
  const { root } = fields;
  const style = expandTypefaces(given.style, root);
  const mould = style === given.style ? given : { ...given, style };
  const parsed = style === given.style ? read : { ...read, style: parseStyle(style) };
  const sheets = [...sheetsOf(manifest), ...libraries];
  const usedProperties = propertiesNamedIn(template, style, script);
  const hasSlots = /\skm-slot\s*=/.test(template);
  const styles = compileStyle({
    customElements: customElementsIn(template, script),
    ...{ hasSlots, libraryScripts: libraryScriptsOf(mould), moving: movingIn(mould, parsed.style) },
    ...{ mouldName: name, style, parsed: parsed.style, root, usedProperties, placeOf },
    libraries: sheets.flatMap((one) => sheetAt(mould, one) ?? []),
    loadsStyle: libraries.some((one) => one.style && sheetAt(mould, one) === undefined),
    needs: neededProperties(manifest),
    spokenElsewhere: propertiesNamedIn(template, script, ...libraryScriptsOf(mould)),
  });
  const templateFindings: Finding[] = [];
  const binder: Binder = {
    ...{ root, source: template, usedProperties, addressed: new Set(), slots: new Set() },
    renamedElements: new Set(),
    renamed: styles.names.of.dashed,
    lines: indexLines('template.html', template),
    report: (one) => templateFindings.push(one),
  };
  const ofPage = pageAttributes(manifest);
  const rootAttributes = ({ id, suffix, look }: Scope) => {
    if (suffix === '') return ` data-mould-root${ofPage('')}`;
    const marks = ` data-mould="${name}" data-cast="${id}"${look ? ` data-look="${look}"` : ''}`;
    return marks + ofPage(suffix);
  };
  const scriptRead = readScript(script, parsed.script);
  const asks = styles.stylesPage || ofPage('') !== '' || asksForPage(mould);
  const needsWrapper = (top: Element) =>
    asks ||
    takesFromAround(parsed.style.tree, {
      name: top.name,
      id: top.valueOf('id') ?? '',
      classes: (top.valueOf('class') ?? '').split(/\s+/),
    });
  const compiled = compileTemplate(binder, rootAttributes, needsWrapper, parsed.template);
  const { handlers } = compiled;
  const ids = withPageId(compiled.ids, manifest);
  const firstState = compileFirstState(binder, placeOf);
  const findings = [
    ...[...fields.findings, ...templateFindings, ...styles.findings, ...scriptRead.findings],
    ...fieldFaults(root, source),
    ...wordsFaults(mould, root),
    ...unknownImports(scriptRead, script, libraries),
  ];
  // A literal and no spread: this is what every cast goes through.
  const writePlain: CompiledMould['write'] = (values, id, place = noPlace) =>
    compiled.write({
      id,
      suffix: place.suffix ?? `~${id}`,
      slots: place.slots ?? noSlots,
      look: place.look,
      rows: [values],
      indexes: [0],
      counts: [1],
    });
  const named = inlineNames(template, styles.names.of);
  const write: CompiledMould['write'] = named
    ? (values, id, { slots = {}, ...place } = {}) => {
        // What is placed in slots keeps its own names, and so comes in afterwards.
        const marks = Object.keys(slots).map((name) => [name, `\0${name}\0`]);
        const text = writePlain(values, id, { ...place, slots: Object.fromEntries(marks) });
        return named(text).replace(/\0([\w-]+)\0/g, (_, name: string) => slots[name] ?? '');
      }
    : writePlain;
  // What only a cast needs is made when the first is made, for each manner once.
  const stylesIn = keptByKey(({ sealed, look }: Manner) =>
    styles.inManner(
      { sealed: sealed === true, look: look ?? 'own' },
      {
        ownsId: ids.ownsId,
        renamed: binder.renamedElements,
      },
    ),
  );
  const made = once(() =>
    script.trim() === '' && handlers.length === 0 && !bringsScript(mould)
      ? undefined
      : castScript({
          ...{ mould, parsed: parsed.script, read: scriptRead, handlers },
          ...{ ids: ids.ids, hasIds: ids.isAny, names: styles.names.of },
          standIns: compiled.markup.elements.filter(isWrittenHere).length,
        }),
  );
  const forScript = scriptValues(root);
  const shared = {
    ...{ mould: name, version: manifest.version, title: manifest.title ?? name },
    ...{
      hasBox: compiled.hasBox,
      hasIds: ids.isAny,
      defaults: forScript(root.default as JsonObject),
    },
    libraries: sheets,
    assets: Object.keys(mould.files).filter((path) => path.startsWith('assets/')),
  };
  return {
    ...{ name, root, findings, write },
    isSound: !findings.some(keepsFromCasting),
    cast(castFile = {}, { placeOf: placeOfValue, moulds, within, ...manner } = {}) {
      const { sealed = false, look = 'own' } = manner;
      const [first, ...others] = findings.filter(keepsFromCasting);
      if (first) throw new Refusal(first, ...others);
      const id = idOf(castFile, name);
      const { values, below, kept, ...checked } = checkAgainst(root, castFile.values ?? {}, {
        ...{ below: castFile.below, kept: castFile.kept, placeOf: placeOfValue },
        isOlder: isOtherVersion(castFile, manifest),
        rule: addressRule(binder.addressed),
        boundAt: (field) => boundPlaces(given, field),
      });
      const { look: said, reset, ofMould, ofPage, ofCast } = stylesIn({ sealed, look });
      const slots = fillSlots(castFile.slots, {
        ...{ mouldName: name, known: binder.slots, declared: manifest.slots ?? {}, sealed },
        castOf: (file) =>
          moulds?.(nameOf(file))?.cast(file, { moulds, sealed, look, within: name }),
      });
      return {
        ...{ ...shared, id, sealed, kept, values, scriptValues: forScript(values) },
        ...{ reset, mouldStyle: ofMould, pageStyle: ofPage, castStyle: ofCast(values, below, id) },
        markup: write(values, id, {
          ...(sealed ? { suffix: '' } : {}),
          ...{ slots: slots.markup, look: said },
        }),
        ...{ inner: slots.inner, light: slots.light, fillsSlots: slots.areToBeStyled },
        firstState: script.trim() === '' ? '' : firstState(values),
        script: made(),
        loads: sheets.flatMap((one) => loadOf(mould, one)),
        told: toldOf(made(), values),
        findings: [
          ...aboutPlacing(castFile, manifest, within),
          ...checked.findings,
          ...slots.findings,
        ],
      };
    },
  };
}

const noPlace: Partial<Placing> = {};
const noSlots = {};

/** Attributes that the snippet's page had, for the root; an id there is one of the cast's own. */
function pageAttributes({ page = {} }: Manifest): (suffix: string) => string {
  const { id, ...others } = page;
  const written = (name: string, value: string) => ` ${name}="${toHtmlText(value)}"`;
  const fixed = Object.entries(others)
    .map(([name, value]) => written(name, value))
    .join('');
  return id === undefined ? () => fixed : (suffix) => written('id', id + suffix) + fixed;
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

function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

function keptByKey<K, T>(make: (key: K) => T): (key: K) => T {
  const made = new Map<string, T>();
  return (key) => {
    const name = JSON.stringify(key);
    const value = made.get(name) ?? make(key);
    made.set(name, value);
    return value;
  };
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

function toldOf(script: CastScript | undefined, values: CheckedValues): string {
  if (!script?.needsValues) return '';
  const { reads = Object.keys(values as object) } = script;
  return JSON.stringify(reads.map((name) => (values as JsonObject)[name] ?? null));
}

/** What fills an address has to be a safe one, though its kind takes any text. */
function addressRule(addressed: ReadonlySet<Field>): ExtraRule {
  return (field, value) =>
    addressed.has(field) && !isSafeAddress(String(value)) ? safeAddressRule : undefined;
}
