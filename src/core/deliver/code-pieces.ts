import type { Cast } from '../compile/cast.ts';
import { placedMarkup } from '../compile/placed-markup.ts';
import { runtimeParts } from '../compile/script/runtime-parts.ts';
import { toScriptData } from '../compile/template/sink.ts';
import type { Library } from '../model/mould.ts';
import type { Runtime } from './delivery.ts';

/** A script on a page: code, or the address of a file. */
type ScriptPiece = { readonly code: string } | { readonly src: string };

/** All that a cast brings to a page, apart; each form puts it where its host takes it. */
export interface CodePieces {
  /** What it is, for whoever reads the code. */
  readonly about: string;
  /** Addresses of style sheets, in order. */
  readonly links: readonly string[];
  /** Texts of style, in order. */
  readonly styles: readonly string[];
  /** Style that goes when the script of a cast has run, by the id of that. */
  readonly firstStates: readonly (readonly [id: string, style: string])[];
  readonly markup: string;
  /** In the order in which they have to run, after the markup is there. */
  readonly scripts: readonly ScriptPiece[];
}

/**
 * Takes a cast and all that is placed in it apart.
 *
 * @param before casts that stand before it on the page, whose shared code is there already
 */
export function codePieces(cast: Cast, runtime: Runtime, before: readonly Cast[] = []): CodePieces {
  const all = withInner(cast);
  const each = <T>(make: (one: Cast, before: readonly Cast[]) => readonly T[]) =>
    all.flatMap((one, at) => make(one, [...before, ...all.slice(0, at)]));
  return {
    about: `${cast.mould} ${cast.version}, cast ${cast.id}`,
    links: each((one, earlier) => notYet(one, earlier).flatMap(({ style }) => style ?? [])),
    styles: each(stylesOf).filter((one) => one !== ''),
    firstStates: all.flatMap(({ id, firstState }): [string, string][] =>
      firstState === '' ? [] : [[id, firstState]],
    ),
    markup: placedMarkup(cast),
    scripts: [...each(scriptLinks), ...each((one, earlier) => scriptsOf(one, runtime, earlier))],
  };
}

/** A cast and all that is placed in it. */
function withInner(cast: Cast): Cast[] {
  return [cast, ...cast.inner.flatMap(withInner)];
}

/** What the page has to load and no cast before it has had loaded. */
function notYet({ loads }: Cast, before: readonly Cast[]): readonly Library[] {
  const isThere = ({ script, style }: Library) =>
    before.some((one) =>
      one.loads.some((other) => other.script === script && other.style === style),
    );
  return loads.filter((library) => !isThere(library));
}

/**
 * Scripts from elsewhere. They find and leave the jQuery they came with; the page's own is put
 * back after them, for it may be of another version and have plugins of its own.
 */
function scriptLinks(cast: Cast, before: readonly Cast[]): ScriptPiece[] {
  const links = notYet(cast, before).flatMap(({ script }) => (script ? [{ src: script }] : []));
  const own = farJquery(cast);
  if (own === undefined || links.length === 0) return links;
  return [
    asCode(
      `((page, key) => { page.hosts = [window.jQuery, window.$]; if (page.taken?.[key]) window.jQuery = window.$ = page.taken[key]; })(${registry} ||= {}, ${toScriptData(own)});`,
    ),
    ...links,
    asCode(
      `(({ hosts: [jQuery, $] }) => { (${registry}.taken ??= {})[${toScriptData(own)}] = window.jQuery; if (jQuery) Object.assign(window, { jQuery, $ }); })(${registry});`,
    ),
  ];
}

/** The address of the jQuery that is loaded from elsewhere. */
function farJquery({ loads }: Cast): string | undefined {
  return loads.find(({ provides, script }) => provides === 'jQuery' && script)?.script;
}

function stylesOf(cast: Cast, before: readonly Cast[]): string[] {
  const isThere = (style: (one: Cast) => string) =>
    before.some((one) => style(one) === style(cast));
  if (cast.sealed) return isThere((one) => one.pageStyle) ? [] : [cast.pageStyle];
  const shared = isThere((one) => one.mouldStyle) ? '' : cast.mouldStyle;
  const own = [shared, cast.castStyle].filter((part) => part !== '').join('\n\n');
  return [...(isThere((one) => one.reset) ? [] : [cast.reset]), own];
}

/** Where a page keeps what its casts share. */
const registry = 'window[Symbol.for("keen-mould")]';

function scriptsOf(cast: Cast, runtime: Runtime, before: readonly Cast[]): ScriptPiece[] {
  const { script, mould, id, sealed: isSealed } = cast;
  const slots = cast.fillsSlots ? [forCast(runtime.parts.slots, id)] : [];
  if (!script) {
    const copies = cast.hasIds && !isSealed ? [forCast(runtime.parts.alone, id)] : [];
    return [...slots, ...copies];
  }
  const names = runtimeParts.filter(
    (part) =>
      script.parts.includes(part) && !before.some((one) => one.script?.parts.includes(part)),
  );
  const libraries = script.libraries.filter(
    ({ key }) => !before.some((one) => one.script?.libraries.some((other) => other.key === key)),
  );
  const isKnown = before.some((one) => one.mould === mould && one.script?.code === script.code);
  const values = script.needsValues ? `, ${toScriptData(cast.scriptValues)}` : '';
  return [
    ...slots,
    ...(names.length > 0 ? [asCode(installation(names, runtime))] : []),
    ...libraries.map(({ key, once, names: given, code }) =>
      asCode(
        `(${registry}.libraries ??= {})[${toScriptData(key)}] ??= { once: ${once}, names: ${toScriptData(given)}, code: ${code} };`,
      ),
    ),
    ...(isKnown
      ? []
      : [
          asCode(
            `${registry}.mould("${mould}", ${aboutCode(cast)}, ${script.code});\n//# sourceURL=keen-mould/${mould}/script.js`,
          ),
        ]),
    asCode(`${registry}.cast("${id}"${values});`),
  ];
}

/** What a page is told of a mould's code, as far as it is not what goes without saying. */
function aboutCode(cast: Cast): string {
  const { script, hasBox, defaults } = cast;
  const jquery = farJquery(cast);
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

/** Code that needs no other on the page, such as what gives copies ids of their own. */
function forCast(text: string | undefined, id: string): ScriptPiece {
  return asCode(`(${text})("${id}");`);
}

function asCode(text: string): ScriptPiece {
  return { code: text };
}
