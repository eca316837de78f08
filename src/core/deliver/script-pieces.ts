import type { Cast } from '../compile/cast.ts';
import { runtimeParts } from '../compile/script/runtime-parts.ts';
import { toScriptData } from '../compile/template/sink.ts';
import type { Library } from '../model/mould.ts';
import type { OnPage, ScriptPiece } from './code-pieces.ts';
import type { Runtime } from './delivery.ts';

/** Where a page keeps what its casts share. */
export const registry = 'window[Symbol.for("keen-mould")]';

/** The scripts of a cast: what has to be loaded before any of a mould's own, then those. */
interface CastScripts {
  readonly first: readonly ScriptPiece[];
  readonly after: readonly ScriptPiece[];
}

/** @param loads what of its libraries the page has still to load */
export function scriptsOf(
  cast: Cast,
  loads: readonly Library[],
  runtime: Runtime,
  isNew: OnPage,
): CastScripts {
  return {
    first: [...versionsOf(cast, runtime, isNew), ...linksOf(cast, loads)],
    after: ownScripts(cast, runtime, isNew),
  };
}

/** Tells at the console of a library that is there in another version. */
function versionsOf({ mould, libraries }: Cast, runtime: Runtime, isNew: OnPage): ScriptPiece[] {
  const told = libraries.flatMap(({ name, version, provides }) =>
    version && provides ? [[name, version, provides]] : [],
  );
  if (told.length === 0 || !isNew('versions', mould)) return [];
  return [asCode(`(${runtime.parts.versions})("${mould}", ${toScriptData(told)});`)];
}

/**
 * Scripts from elsewhere. They find and leave the jQuery they came with; the page's own is put
 * back after them, for it may be of another version and have plugins of its own. Where it is of
 * the same version it is the one that is used.
 */
function linksOf(cast: Cast, loads: readonly Library[]): ScriptPiece[] {
  const links = loads.flatMap(({ script }) => (script ? [{ src: script }] : []));
  const own = farJquery(cast);
  if (own?.script === undefined || links.length === 0) return links;
  const key = toScriptData(own.script);
  return [
    asCode(
      `((page, key) => { page.hosts = [window.jQuery, window.$]; if (page.taken?.[key]) window.jQuery = window.$ = page.taken[key]; })(${registry} ||= {}, ${key});`,
    ),
    ...links,
    asCode(
      `((page, key) => { const [jQuery, $] = page.hosts; (page.taken ??= {})[key] = jQuery?.fn?.jquery === ${toScriptData(own.version ?? '')} ? jQuery : window.jQuery; if (jQuery) Object.assign(window, { jQuery, $ }); })(${registry}, ${key});`,
    ),
  ];
}

/** The jQuery that is loaded from elsewhere. */
function farJquery({ loads }: Cast): Library | undefined {
  return loads.find(({ provides, script }) => provides === 'jQuery' && script);
}

function ownScripts(cast: Cast, runtime: Runtime, isNew: OnPage): ScriptPiece[] {
  const { script, mould, id, sealed: isSealed } = cast;
  const slots = cast.fillsSlots ? [forCast(runtime.parts.slots, id)] : [];
  if (!script) {
    const copies = cast.hasIds && !isSealed ? [forCast(runtime.parts.alone, id)] : [];
    return [...slots, ...copies];
  }
  const names = runtimeParts.filter((part) => script.parts.includes(part) && isNew('part', part));
  const libraries = script.libraries.filter(({ key }) => isNew('packed library', key));
  const values = script.needsValues ? `, ${toScriptData(cast.scriptValues)}` : '';
  return [
    ...slots,
    ...(names.length > 0 ? [asCode(installation(names, runtime))] : []),
    ...libraries.map(({ key, once, names: given, code }) =>
      asCode(
        `(${registry}.libraries ??= {})[${toScriptData(key)}] ??= { once: ${once}, names: ${toScriptData(given)}, code: ${code} };`,
      ),
    ),
    ...(isNew('script', `${mould} ${script.code}`) ? [asCode(mouldCall(cast, script.code))] : []),
    asCode(`${registry}.cast("${id}"${values});`),
  ];
}

/** The call that tells a page of a mould's code. */
export function mouldCall(cast: Cast, code: string): string {
  const { mould } = cast;
  return `${registry}.mould("${mould}", ${aboutCode(cast)}, ${code});\n//# sourceURL=keen-mould/${mould}/script.js`;
}

/** What a page is told of a mould's code, as far as it is not what goes without saying. */
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
export function installation(names: readonly string[], { parts }: Runtime): string {
  const others = names.filter((name) => name !== 'start');
  const lines = others.map((name) => `page.${name} ||= ${parts[name]};`);
  const start = names.includes('start') ? [`page.mould || (${parts.start})(page);`] : [];
  return `(page => {\n${[...start, ...lines].join('\n')}\n})(${registry} ||= {});`;
}

/** Code that needs no other on the page, such as what gives copies ids of their own. */
function forCast(text: string | undefined, id: string): ScriptPiece {
  return asCode(`(${text})("${id}");`);
}

function asCode(code: string): ScriptPiece {
  return { code };
}
