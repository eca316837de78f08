import type { Cast } from '../compile/cast.ts';
import { runtimeParts } from '../compile/script/runtime-parts.ts';
import { toScriptData } from '../compile/template/sink.ts';
import type { Library } from '../model/mould.ts';
import type { CodePiece, FilePiece, OnPage, ScriptPiece } from './code-pieces.ts';
import type { Runtime } from './delivery.ts';

/** Where a page keeps what its casts share. */
const registry = 'window[Symbol.for("keen-mould")]';

/** A part of the code for pages that is run for a cast without all the rest. */
export interface CastRun {
  readonly part: 'slots' | 'alone';
  readonly id: string;
}

/** The scripts of a cast, in the order in which a page runs them. */
interface CastScripts {
  readonly versions: readonly CodePiece[];
  /** Files from elsewhere. */
  readonly loads: readonly ScriptPiece[];
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

/** @param loads files that the page has still to load just before this cast's own code */
export function scriptsOf(
  cast: Cast,
  loads: readonly Library[],
  setting: ScriptSetting,
): CastScripts {
  const { script, id, sealed } = cast;
  const slots: CastRun[] = cast.fillsSlots ? [{ part: 'slots', id }] : [];
  const alone: CastRun[] = !script && cast.hasIds && !sealed ? [{ part: 'alone', id }] : [];
  return {
    versions: versionsOf(cast, setting),
    loads: linksOf(cast, loads),
    runs: [...slots, ...alone],
    code: codeOf(cast, setting),
    calls: script ? [callOf(cast)] : [],
  };
}

/** Reports in the console a library that is there in another version. */
function versionsOf({ mould, libraries }: Cast, { runtime, isNew }: ScriptSetting): CodePiece[] {
  const reported = libraries.flatMap(({ name, version, provides }) =>
    version && provides ? [[name, version, provides]] : [],
  );
  if (reported.length === 0 || !isNew('versions', mould)) return [];
  return [{ code: `(${runtime.parts.versions})("${mould}", ${toScriptData(reported)});` }];
}

/** The script files of some libraries. */
export function fileOf(libraries: readonly Library[]): FilePiece[] {
  return libraries.flatMap(({ script, integrity }) =>
    script ? [{ src: script, ...(integrity ? { integrity } : {}) }] : [],
  );
}

/**
 * Scripts from elsewhere. They find and leave the jQuery they came with; the page's own is put
 * back after them, for it may be of another version and have plugins of its own. Where it is of
 * the same version it is the one that is used.
 */
function linksOf(cast: Cast, loads: readonly Library[]): ScriptPiece[] {
  const links = fileOf(loads);
  const own = farJquery(cast);
  if (own?.script === undefined || links.length === 0) return links;
  const key = toScriptData(own.script);
  return [
    {
      code: `((page, key) => { page.hosts = [window.jQuery, window.$]; if (page.taken?.[key]) window.jQuery = window.$ = page.taken[key]; })(${registry} ||= {}, ${key});`,
    },
    ...links,
    {
      code: `((page, key) => { const [jQuery, $] = page.hosts; (page.taken ??= {})[key] = jQuery?.fn?.jquery === ${toScriptData(own.version ?? '')} ? jQuery : window.jQuery; if (jQuery) Object.assign(window, { jQuery, $ }); })(${registry}, ${key});`,
    },
  ];
}

/** The jQuery that is loaded from elsewhere. */
export function farJquery({ loads }: Cast): Library | undefined {
  return loads.find(({ provides, script }) => provides === 'jQuery' && script);
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
    ...libraries.map(({ key, once, names: given, code }) => ({
      code: `(${registry}.libraries ??= {})[${toScriptData(key)}] ??= { once: ${once}, names: ${toScriptData(given)}, code: ${code} };`,
      name: key.replace(/@.*$/, '').replace(/[^\w-]+/g, '-'),
    })),
    ...(isNew('script', `${mould} ${script.code}`)
      ? [{ code: mouldCall(cast, script.code), name: mould }]
      : []),
  ];
}

/** The call that tells a page of a mould's code. */
function mouldCall(cast: Cast, code: string): string {
  const { mould } = cast;
  return `${registry}.mould("${mould}", ${aboutCode(cast)}, ${code});\n//# sourceURL=keen-mould/${mould}/script.js`;
}

/** The call that starts a cast; values that are the mould's own go without saying. */
function callOf({ id, script, scriptValues, defaults }: Cast): string {
  const values = script?.needsValues ? toScriptData(scriptValues) : '';
  const isSaid = values !== '' && values !== toScriptData(defaults);
  return `${registry}.cast("${id}"${isSaid ? `, ${values}` : ''});`;
}

/** What a page is given for a mould's code, where it differs from the default. */
function aboutCode(cast: Cast): string {
  const { script, hasBox, defaults } = cast;
  const jquery = farJquery(cast)?.script;
  const keys = script?.libraries.map(({ key }) => key) ?? [];
  const asksForJquery = script?.parts.includes('jquery');
  return toScriptData({
    ...(script && script.names.length > 0 ? { names: script.names } : {}),
    ...(script && script.shared.length > 0 ? { shared: script.shared } : {}),
    ...(jquery === undefined ? {} : { jquery }),
    ...(hasBox ? { box: true } : {}),
    ...(keys.length > 0 || asksForJquery ? { libraries: keys } : {}),
    ...(script?.needsValues ? { values: defaults } : {}),
  });
}

/** Puts the parts on the page that are not there yet; the first of them makes it ready. */
function installation(names: readonly string[], { parts }: Runtime): string {
  const others = names.filter((name) => name !== 'start');
  const lines = others.map((name) => `page.${name} ||= ${parts[name]};`);
  const start = names.includes('start') ? [`page.mould || (${parts.start})(page);`] : [];
  return `(page => {\n${[...start, ...lines].join('\n')}\n})(${registry} ||= {});`;
}

/** What a page has once, whatever its casts, as code for a module: before its files are loaded, and after. */
export function onceCode(
  cast: Cast,
  runtime: Runtime,
): { readonly early: readonly string[]; readonly code: readonly string[] } {
  const setting = { runtime, isNew: () => true, parts: [] };
  const textOf = ({ code }: CodePiece) => code;
  return {
    early: versionsOf(cast, setting).map(textOf),
    code: codeOf(cast, setting).map(textOf),
  };
}
