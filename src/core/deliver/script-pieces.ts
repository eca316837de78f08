import type { Cast } from '../compile/cast.ts';
import type { CastScript } from '../compile/script/cast-script.ts';
import { runtimeParts } from '../compile/script/runtime-parts.ts';
import { toScriptData } from '../compile/template/sink.ts';
import type { JsonObject } from '../model/json-source.ts';
import { picked } from '../model/picked.ts';
import type { CodePiece, OnPage } from './code-pieces.ts';
import type { Runtime } from './delivery.ts';

/** Where a page keeps what its casts share, with those of the same version. */
const registryOf = ({ key }: Runtime) => `window[Symbol.for("keen-mould ${key}")]`;

/** A part of the code for pages that is run for a cast without all the rest. */
export interface CastRun {
  readonly part: 'slots' | 'alone';
  readonly id: string;
}

/** The scripts of a cast, in the order in which a page runs them. */
interface CastScripts {
  readonly runs: readonly CastRun[];
  /** What a page has once, whatever its casts. */
  readonly code: readonly CodePiece[];
  readonly calls: readonly string[];
}

/** What scripts are made with. */
interface ScriptSetting {
  readonly runtime: Runtime;
  readonly isNew: OnPage;
  /** Parts of the code for pages that are put there in any case. */
  readonly parts: readonly string[];
}

export function scriptsOf(cast: Cast, setting: ScriptSetting): CastScripts {
  const { script, id, sealed } = cast;
  const slots: CastRun[] = cast.fillsSlots ? [{ part: 'slots', id }] : [];
  const alone: CastRun[] = !script && cast.hasIds && !sealed ? [{ part: 'alone', id }] : [];
  return {
    runs: [...slots, ...alone],
    code: codeOf(cast, setting),
    calls: script ? [callOf(cast, setting)] : [],
  };
}

/** The files of libraries that a mould needs, as its code names them: what is known of each. */
function needsOf({ loads }: Cast): (readonly (string | undefined)[])[] {
  return loads.flatMap(({ script, integrity, provides, version }) => {
    if (script === undefined) return [];
    const known = [script, integrity, provides, version];
    const last = known.findLastIndex((one) => one !== undefined);
    return [known.slice(0, last + 1).map((one) => one ?? '')];
  });
}

function codeOf(cast: Cast, { runtime, isNew, parts }: ScriptSetting): CodePiece[] {
  const { script, mould } = cast;
  if (!script) return [];
  const names = runtimeParts.filter(
    (part) => (script.parts.includes(part) || parts.includes(part)) && isNew('part', part),
  );
  const libraries = script.libraries.filter(({ key }) => isNew('packed library', key));
  return [
    ...(names.length > 0 ? [{ code: installation(names, runtime), name: 'casts' }] : []),
    ...libraries.map(({ key, once, names: given, code, isClassic }) => ({
      code: `(${registryOf(runtime)}.libraries ??= {})[${toScriptData(key)}] ??= { once: ${once}, names: ${toScriptData(given)}, code: ${code} };`,
      name: key.replace(/@.*$/, '').replace(/[^\w-]+/g, '-'),
      isClassic,
    })),
    ...(isNew('script', `${mould} ${script.code}`)
      ? [{ ...mouldPiece(cast, script, runtime), name: mould }]
      : []),
  ];
}

function mouldPiece(cast: Cast, { code, isClassic }: CastScript, runtime: Runtime) {
  return { code: mouldCall(cast, code, runtime), isClassic };
}

/** The call that tells a page of a mould's code. */
function mouldCall(cast: Cast, code: string, runtime: Runtime): string {
  const { mould } = cast;
  return `${registryOf(runtime)}.mould("${mould}", ${aboutCode(cast)}, ${code});\n//# sourceURL=keen-mould/${mould}/script.js`;
}

/** The call that starts a cast; values that are the mould's own go without saying. */
function callOf({ id, script, scriptValues, defaults }: Cast, { runtime }: ScriptSetting): string {
  const values = script ? toScriptData(readOf(scriptValues, script)) : '';
  const isSaid = script !== undefined && values !== toScriptData(readOf(defaults, script));
  return `${registryOf(runtime)}.cast("${id}"${isSaid ? `, ${values}` : ''});`;
}

/** Of some values, those that a script reads. */
function readOf(values: JsonObject, { needsValues, reads }: CastScript): JsonObject {
  if (!needsValues) return {};
  return reads === undefined ? values : picked(values, reads);
}

/** What a page is given for a mould's code, where it differs from the default. */
function aboutCode(cast: Cast): string {
  const { script, hasBox, defaults } = cast;
  const needs = needsOf(cast);
  const keys = script?.libraries.map(({ key }) => key) ?? [];
  const asksForJquery = script?.parts.includes('jquery');
  const { adds = [], document, window } = script?.reach ?? {};
  const values = script && readOf(defaults, script);
  return toScriptData({
    ...(script && script.shared.length > 0 ? { shared: script.shared } : {}),
    ...(script && script.targets.length > 0 ? { targets: script.targets } : {}),
    ...(script && script.events.length > 0 ? { events: script.events } : {}),
    ...(needs.length > 0 ? { needs } : {}),
    ...(adds.length > 0 ? { adds } : {}),
    ...(document && document.length > 0 ? { document: document.join(' ') } : {}),
    ...(window && window.length > 0 ? { window: window.join(' ') } : {}),
    ...(cast.made.ready.slots.length > 0 ? { slots: true } : {}),
    ...(hasBox ? { box: true } : {}),
    ...(keys.length > 0 || asksForJquery ? { libraries: keys } : {}),
    ...(values && Object.keys(values).length > 0 ? { values } : {}),
  });
}

/** Puts the parts on the page that are not there yet; the first of them makes it ready. */
function installation(names: readonly string[], runtime: Runtime): string {
  const { parts } = runtime;
  const others = names.filter((name) => name !== 'start');
  const lines = others.map((name) => `page.${name} ||= ${parts[name]};`);
  const start = names.includes('start') ? [`page.mould || (${parts.start})(page);`] : [];
  return `(page => {\n${[...start, ...lines].join('\n')}\n})(${registryOf(runtime)} ||= {});`;
}

/** What a page has once, whatever its casts: for a module, and what only a classic script can hold. */
export function onceCode(
  cast: Cast,
  runtime: Runtime,
): { readonly inModule: readonly string[]; readonly classic: readonly string[] } {
  const all = codeOf(cast, { runtime, isNew: () => true, parts: [] });
  const codes = (isClassic: boolean) =>
    all.filter((one) => (one.isClassic ?? false) === isClassic).map(({ code }) => code);
  return { inModule: codes(false), classic: codes(true) };
}
