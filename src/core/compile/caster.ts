import { isLoose } from '#closed-markup';
import type { CastFile } from '../model/cast-file.ts';
import type { Field } from '../model/field.ts';
import type { Json, JsonObject } from '../model/json-source.ts';
import { isSafeAddress, safeAddressRule } from '../model/safe-address.ts';
import {
  type CheckedValues,
  checkAgainst,
  type PlaceOfValue,
} from '../model/values/check-values.ts';
import type { Breach } from '../model/values/violation.ts';
import { memoizeByName, memoizeByObject } from '../text/memoize.ts';
import { type AssetAt, assetsIn } from './asset-addresses.ts';
import type { Cast } from './cast.ts';
import { aboutPlacing, idOf, isOtherVersion, nameOf } from './cast-facts.ts';
import { fillSlots, openedAt, slotMark } from './fill-slots.ts';
import { firstStateOf } from './first-state.ts';
import type { ReadyMould } from './ready-mould.ts';
import type { CastScript } from './script/cast-script.ts';
import { scriptValues } from './script-values.ts';
import { castStyle } from './style/cast-style.ts';
import type { Manner } from './style/manner.ts';
import { withInlineNames } from './template/inline-names.ts';
import type { Placing } from './template/scope.ts';
import { linkPlan } from './write/link-plan.ts';

/** How a cast is made: by default scoped, with a look of its own. */
export interface CastOptions extends Manner {
  /** Where each value stands in a file, so that findings can point there. */
  readonly placeOf?: PlaceOfValue | undefined;
  /** Other moulds by their names, for the casts that are placed in slots. */
  readonly moulds?: ((name: string) => CastMaker | undefined) | undefined;
  /** The mould in whose slot it is placed. */
  readonly within?: string | undefined;
  /** Where files of the mould's own lie; `assets/…` is left as it is where it is undefined. */
  readonly assetAt?: AssetAt | undefined;
}

/** What makes casts of one mould. */
export interface CastMaker {
  cast(cast?: CastFile, options?: CastOptions): Cast;
}

/** Makes casts of one mould, and writes their markup. */
export interface Caster extends CastMaker {
  write(values: CheckedValues, id: string, place?: Partial<Placing>): string;
}

/**
 * Links a mould once for any number of casts: each is a function of its values that only joins
 * strings.
 *
 * @param boundAt where a field is bound, as words that end a sentence; or ''
 */
export function makeCaster(ready: ReadyMould, boundAt?: (field: Field) => string): Caster {
  const linked = linkMould(ready);
  const { write, named, hasInlineNames } = linked;
  const writeWhole: Caster['write'] = hasInlineNames
    ? (values, id, { slots = noSlots, ...place } = {}) =>
        filled(named(write(values, id, { ...place, slots: marksOf(Object.keys(slots)) })), slots)
    : write;
  return {
    write: writeWhole,
    cast: (castFile = {}, options = {}) =>
      makeCast(ready, linked, castFile, { ...options, boundAt, writeWhole }),
  };
}

/** What an address is that only its field's place asks to be safe. */
const addressBreach: Breach = { keyword: 'format', limit: 'safe-address', says: safeAddressRule };

/** What is worked out once for all casts of a mould. */
type LinkedMould = ReturnType<typeof linkMould>;

function linkMould(ready: ReadyMould) {
  const { name, root, used, renamed, inlineNames, version, title, origin } = ready;
  const linked = linkPlan(ready.plan, { mouldName: name, root, used, renamed, guard: ready.guard });
  // A literal and no spread: this is what every cast goes through.
  const write: Caster['write'] = (values, id, place = noPlace) =>
    linked({
      id,
      suffix: place.suffix ?? `~${id}`,
      slots: place.slots ?? noSlots,
      look: place.look,
      rows: [values],
      indexes: [0],
      counts: [1],
    });
  const styleIn = memoizeByName((manner: Required<Manner>) => {
    const { urls, rows, ...texts } = ready.styleIn(manner);
    const scoping = { mouldName: name, ...manner, hasSlots: ready.slots.length > 0 };
    return { texts, ofCast: castStyle({ root, used, renamed }, scoping, { urls, rows }) };
  }, JSON.stringify);
  const forScript = scriptValues(root, ready.guard);
  const defaults = forScript(root.default as JsonObject);
  const filesIn = memoizeByObject((assetAt: AssetAt) => {
    const files = assetsIn(ready.assets, (path) => assetAt(name, path));
    const script = ready.script();
    return {
      ...files,
      // What all casts share is long, and comes with each of them.
      inShared: memoizeByName(files.inStyle),
      defaults: files.inValues(defaults) as JsonObject,
      script: script && { ...script, code: files.inScript(script.code) },
    };
  });
  const addressed = new Set(ready.addressed);
  return {
    write,
    hasInlineNames: inlineNames !== undefined,
    named: (text: string) => (inlineNames ? withInlineNames(text, inlineNames) : text),
    styleIn,
    forScript,
    defaults,
    filesIn,
    firstState: firstStateOf(ready.hiddenTargets),
    isLoose: (field: Field, value: Json) =>
      field.kind.isHostMarkup === true && typeof value === 'string' && isLoose(value),
    rule: (field: Field, value: unknown) =>
      addressed.has(field.path) && !isSafeAddress(String(value)) ? addressBreach : undefined,
    shared: {
      mould: name,
      version,
      title,
      origin,
      hasBox: ready.hasBox,
      hasIds: ready.hasIds,
      libraries: ready.libraries,
      loads: ready.loads,
      assets: ready.assets,
    },
  };
}

function makeCast(
  ready: ReadyMould,
  { write, named, hasInlineNames, ...linked }: LinkedMould,
  castFile: CastFile,
  options: CastOptions & {
    readonly boundAt?: ((field: Field) => string) | undefined;
    readonly writeWhole: Caster['write'];
  },
): Cast {
  const { name } = ready;
  const { placeOf, moulds, within, assetAt, sealed = false, look = 'own', boundAt } = options;
  const id = idOf(castFile, name);
  const checked = checkAgainst(ready.root, castFile.values ?? {}, {
    below: castFile.below,
    kept: castFile.kept,
    isOlder: isOtherVersion(castFile, ready.version),
    placeOf,
    rule: linked.rule,
    isLoose: linked.isLoose,
    boundAt,
  });
  const { values, below, kept } = checked;
  const { texts, ofCast } = linked.styleIn({ sealed, look });
  const slots = fillSlots(castFile.slots, {
    mouldName: name,
    known: ready.slots,
    declared: ready.declaredSlots,
    sealed,
    castOf: (file) => moulds?.(nameOf(file))?.cast(file, { ...options, within: name }),
  });
  const files = assetAt ? linked.filesIn(assetAt) : undefined;
  const placed = (inSlots: Readonly<Record<string, string>>): Partial<Placing> =>
    sealed
      ? { suffix: '', look: texts.look, slots: inSlots }
      : { look: texts.look, slots: inSlots };
  /** What is placed in slots keeps its own names and addresses, and so comes in afterwards. */
  const marked = (names: readonly string[]) => {
    const text = named(write(values, id, placed(marksOf(names))));
    return files ? files.inMarkup(text) : text;
  };
  const script = files ? files.script : ready.script();
  const own = script?.needsValues ? linked.forScript(values) : (values as JsonObject);
  const [slot] = ready.slots;
  const inherits = slot !== undefined && ready.declaredSlots[slot]?.inherits === true;
  return {
    id,
    sealed,
    kept,
    values,
    script,
    scriptValues: files && script?.needsValues ? (files.inValues(own) as JsonObject) : own,
    defaults: files ? files.defaults : linked.defaults,
    reset: texts.reset,
    guard: texts.guard,
    mouldStyle: files ? files.inShared(texts.ofMould) : texts.ofMould,
    pageStyle: files ? files.inShared(texts.ofPage) : texts.ofPage,
    castStyle: files ? files.inStyle(ofCast(values, below, id)) : ofCast(values, below, id),
    markup:
      files || hasInlineNames
        ? filled(marked(Object.keys(slots.markup)), slots.markup)
        : write(values, id, placed(slots.markup)),
    opened:
      slot === undefined ? undefined : () => openedAt(marked([slot]), slot, { sealed, inherits }),
    inner: slots.inner,
    light: slots.light,
    fillsSlots: slots.areToBeStyled,
    firstState: ready.hasScript ? linked.firstState(values) : '',
    scriptData: scriptDataOf(script, values),
    made: { ready, look, assetAt, write: options.writeWhole },
    findings: [...aboutPlacing(castFile, ready, within), ...checked.findings, ...slots.findings],
    // Last: what is added to a copy takes V8 sixty times as long as what is copied into it.
    ...linked.shared,
  };
}

const noPlace: Partial<Placing> = {};
const noSlots = {};

/** Stands for what is placed in each slot, until that is put in. */
function marksOf(names: readonly string[]): Record<string, string> {
  return Object.fromEntries(names.map((name) => [name, slotMark(name)]));
}

function filled(marked: string, slots: Readonly<Record<string, string>>): string {
  return marked.replace(/\0([\w-]+)\0/g, (_, name: string) => slots[name] ?? '');
}

function scriptDataOf(script: CastScript | undefined, values: CheckedValues): string {
  if (!script?.needsValues) return '';
  const { reads = Object.keys(values as object) } = script;
  return JSON.stringify(reads.map((name) => (values as JsonObject)[name] ?? null));
}
