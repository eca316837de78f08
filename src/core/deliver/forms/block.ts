import type { Cast } from '../../compile/cast.ts';
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
  const pieces = [
    `<!-- ${cast.mould} ${cast.version}, cast ${cast.id} -->`,
    ...cast.loads.flatMap(styleLink),
    ...styleElements(cast, before),
    ...(cast.sealed ? sealed(cast) : [cast.markup.trim()]),
    ...cast.loads.flatMap(scriptLink),
    ...scriptElements(cast, runtime, before),
  ];
  return { html: `${pieces.join('\n')}\n` };
}

function styleLink({ style }: Library): string[] {
  return style ? [`<link rel="stylesheet" href="${toHtmlText(style)}">`] : [];
}

function scriptLink({ script }: Library): string[] {
  return script ? [`<script src="${toHtmlText(script)}"></script>`] : [];
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

function styleElement(parts: readonly string[]): string[] {
  const style = parts.filter((part) => part !== '').join('\n\n');
  // `<\/style` reads the same in strings and comments, and does not end the element.
  return style === '' ? [] : [`<style>\n${style.replace(/<(?=\/style)/gi, '<\\')}\n</style>`];
}

/** What a host's rules could do to the element that the shadow root is on. */
const edge = 'all: initial !important; display: block !important';

/** The cast in a shadow root, which the parser makes (HTML Standard, 4.12.3). */
function sealed(cast: Cast): string[] {
  return [
    `<div data-mould="${cast.mould}" data-cast="${cast.id}" style="${edge}"><template shadowrootmode="open">`,
    ...styleElement([cast.reset, cast.mouldStyle, cast.castStyle]),
    cast.markup.trim(),
    '</template></div>',
  ];
}

/** Where a page keeps what its casts share. */
const registry = 'window[Symbol.for("keen-mould")]';

function scriptElements(cast: Cast, runtime: Runtime, before: readonly Cast[]): string[] {
  const { script, mould, id, sealed: isSealed } = cast;
  if (!script) return cast.hasIds && !isSealed ? [renumbering(cast, runtime)] : [];
  const names = runtimeParts.filter(
    (part) =>
      script.parts.includes(part) && !before.some((one) => one.script?.parts.includes(part)),
  );
  const libraries = script.libraries.filter(
    ({ key }) => !before.some((one) => one.script?.libraries.some((other) => other.key === key)),
  );
  const isKnown = before.some((one) => one.mould === mould && one.script?.code === script.code);
  const values = script.needsValues ? `, ${toScriptData(cast.values)}` : '';
  return [
    ...(names.length > 0 ? [element(installation(names, runtime))] : []),
    ...libraries.map(({ key, once, names: given, code }) =>
      element(
        `${registry}.library(${toScriptData(key)}, { once: ${once}, names: ${toScriptData(given)}, code: ${code} });`,
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
function aboutCode({ script, hasBox, defaults }: Cast): string {
  const keys = script?.libraries.map(({ key }) => key) ?? [];
  const asksForJquery = script?.parts.includes('jquery');
  return toScriptData({
    ...(script && script.names.length > 0 ? { names: script.names } : {}),
    ...(script && script.shared.length > 0 ? { shared: script.shared } : {}),
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

/** For a mould without script: copies of its block get ids of their own. */
function renumbering({ id }: Cast, { parts }: Runtime): string {
  return element(`(${parts.alone})("${id}");`);
}

function element(code: string): string {
  return `<script>${code}</script>`;
}
