import type { Cast } from '../../compile/cast.ts';
import { placedMarkup, styleElement } from '../../compile/placed-markup.ts';
import { runtimeParts } from '../../compile/script/runtime-parts.ts';
import { toHtmlText, toScriptData } from '../../compile/template/sink.ts';
import type { Library } from '../../model/mould.ts';
import type { Parts, Runtime } from '../delivery.ts';

/**
 * One box of code: style, markup and script in one piece, to paste where the widget should be.
 *
 * @param before casts that stand before it on the page, whose shared code is there already
 */
export function toBlock(cast: Cast, runtime: Runtime, before: readonly Cast[] = []): Parts {
  const all = withInner(cast);
  const each = <T>(make: (one: Cast, before: readonly Cast[]) => T[]) =>
    all.flatMap((one, at) => make(one, [...before, ...all.slice(0, at)]));
  const pieces = [
    `<!-- ${cast.mould} ${cast.version}, cast ${cast.id} -->`,
    ...each((one, earlier) => notYet(one, earlier).flatMap(styleLink)),
    ...each(styleElements),
    ...all.flatMap(firstState),
    placedMarkup(cast),
    ...each(scriptLinks),
    ...each((one, earlier) => scriptElements(one, runtime, earlier)),
  ];
  return { html: `${pieces.join('\n')}\n` };
}

/** A cast and all that is placed in it. */
function withInner(cast: Cast): Cast[] {
  return [cast, ...cast.inner.flatMap(withInner)];
}

/** It stands by itself, since it goes when the script has run. */
function firstState({ id, firstState: style }: Cast): string[] {
  return styleElement([style]).map((one) => one.replace('<style', `<style data-first="${id}"`));
}

function styleLink({ style }: Library): string[] {
  return style ? [`<link rel="stylesheet" href="${toHtmlText(style)}">`] : [];
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
function scriptLinks(cast: Cast, before: readonly Cast[]): string[] {
  const links = notYet(cast, before).flatMap(({ script }) =>
    script ? [`<script src="${toHtmlText(script)}"></script>`] : [],
  );
  const own = farJquery(cast);
  if (own === undefined || links.length === 0) return links;
  return [
    element(
      `((page, key) => { page.hosts = [window.jQuery, window.$]; if (page.taken?.[key]) window.jQuery = window.$ = page.taken[key]; })(${registry} ||= {}, ${toScriptData(own)});`,
    ),
    ...links,
    element(
      `(({ hosts: [jQuery, $] }) => { (${registry}.taken ??= {})[${toScriptData(own)}] = window.jQuery; if (jQuery) Object.assign(window, { jQuery, $ }); })(${registry});`,
    ),
  ];
}

/** The address of the jQuery that is loaded from elsewhere. */
function farJquery({ loads }: Cast): string | undefined {
  return loads.find(({ provides, script }) => provides === 'jQuery' && script)?.script;
}

function styleElements(cast: Cast, before: readonly Cast[]): string[] {
  const isThere = (style: (one: Cast) => string) =>
    before.some((one) => style(one) === style(cast));
  if (cast.sealed) return isThere((one) => one.pageStyle) ? [] : styleElement([cast.pageStyle]);
  const shared = isThere((one) => one.mouldStyle) ? '' : cast.mouldStyle;
  return [
    ...(isThere((one) => one.reset) ? [] : styleElement([cast.reset])),
    ...styleElement([shared, cast.castStyle]),
  ];
}

/** Where a page keeps what its casts share. */
const registry = 'window[Symbol.for("keen-mould")]';

function scriptElements(cast: Cast, runtime: Runtime, before: readonly Cast[]): string[] {
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
    ...(names.length > 0 ? [element(installation(names, runtime))] : []),
    ...libraries.map(({ key, once, names: given, code }) =>
      element(
        `(${registry}.libraries ??= {})[${toScriptData(key)}] ??= { once: ${once}, names: ${toScriptData(given)}, code: ${code} };`,
      ),
    ),
    ...(isKnown
      ? []
      : [
          element(
            `${registry}.mould("${mould}", ${aboutCode(cast)}, ${script.code});\n//# sourceURL=keen-mould/${mould}/script.js`,
          ),
        ]),
    element(`${registry}.cast("${id}"${values});`),
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
function forCast(code: string | undefined, id: string): string {
  return element(`(${code})("${id}");`);
}

function element(code: string): string {
  return `<script>${code}</script>`;
}
