import type { Library, Mould } from '../model/mould.ts';
import { textOf } from '../text/utf8.ts';
import type { GuardedCode } from './guard/text-guard.ts';
import type { ParsedSources } from './parse-sources.ts';
import { meansPage } from './script/confining.ts';
import { fileAt } from './script/library-code.ts';
import { type Moving, movingProperties } from './style/moving-properties.ts';
import { type ParsedStyle, parseStyle } from './style/parse-style.ts';

/** What of a library the page has to load: its files that are not the mould's own. */
export function loadOf(mould: Mould, { script, style, ...library }: Library): Library[] {
  const far = (address: string | undefined) =>
    address !== undefined && fileAt(mould, address) === undefined ? address : undefined;
  const [farScript, farStyle] = [far(script), far(style)];
  if (farScript === undefined && farStyle === undefined) return [];
  return [
    {
      ...library,
      ...(farScript === undefined ? {} : { script: farScript }),
      ...(farStyle === undefined ? {} : { style: farStyle }),
    },
  ];
}

/** The style of a library whose file came along; addresses in it are as from beside its file. */
export function sheetAt(mould: Mould, { style }: Library): string | undefined {
  const file = style === undefined ? undefined : fileAt(mould, style);
  if (style === undefined || file === undefined) return undefined;
  const folder = style.slice(0, style.lastIndexOf('/') + 1);
  return textOf(file).replace(
    /url\(\s*(["']?)(?!["']|#|\/|assets\/|[a-z][a-z0-9+.-]*:)([^)"']*)\1\s*\)/gi,
    (_, quote: string, path: string) => `url(${quote}${folder}${path}${quote})`,
  );
}

/** Libraries whose style the page loads from elsewhere, with where they stand in the list. */
export function openSheets(mould: Mould): { readonly name: string; readonly at: number }[] {
  const { libraries = [] } = mould.manifest;
  return libraries.flatMap((one, at) =>
    one.style && sheetAt(mould, one) === undefined ? [{ name: one.name, at }] : [],
  );
}

/** True for a template with a provider's script in it, which shows things under rules of its own. */
export function hasEmbed(template: string): boolean {
  return /<script\b[^>]*\ssrc\s*=/i.test(template);
}

/** True where a library's script has to be run. */
export function bringsScript({ manifest }: Mould): boolean {
  return (manifest.libraries ?? []).some(({ script }) => script !== undefined);
}

/** What may move; undefined where not all of what the script does can be known. */
export function movingIn(mould: Mould, style: ParsedStyle): Moving | undefined {
  const { template, manifest } = mould;
  const { libraries = [] } = manifest;
  const scripts = scriptsIn(mould);
  if (!scripts) return undefined;
  const sheets = libraries.flatMap((one) => sheetAt(mould, one) ?? []);
  return movingProperties({
    template,
    scripts,
    trees: [style.tree, ...sheets.map((text) => parseStyle(text).tree)],
  });
}

/**
 * All code of a mould, less jQuery itself: what that could do, it does where it is asked to.
 * Undefined where some of it is not at hand.
 */
export function scriptsIn(mould: Mould): string[] | undefined {
  const { libraries = [] } = mould.manifest;
  const others = libraries.filter(({ provides }) => provides !== 'jQuery');
  const isFar = others.some(
    ({ script, style, module }) =>
      module !== undefined ||
      (script === undefined ? style === undefined : fileAt(mould, script) === undefined),
  );
  if (isFar || hasEmbed(mould.template)) return undefined;
  return [mould.script, handlersIn(mould), ...libraryScriptsOf(mould, others)];
}

/** The text of the libraries whose files came along. */
export function libraryScriptsOf(mould: Mould, libraries = mould.manifest.libraries): string[] {
  return (libraries ?? []).flatMap(({ script }) =>
    script === undefined ? [] : textOf(fileAt(mould, script) ?? ''),
  );
}

/** The inline handlers of the template, as it is written. */
function handlersIn({ template }: Mould): string {
  return (template.match(/\son[a-z]+\s*=[^>]*/gi) ?? []).join('\n');
}

/** What decides how text that an editor types is guarded. */
export function guardedCode(mould: Mould, { script }: Pick<ParsedSources, 'script'>): GuardedCode {
  const { libraries = [] } = mould.manifest;
  const running = libraries.filter((one) => one.script !== undefined || one.module !== undefined);
  return {
    script: mould.script,
    program: 'program' in script ? script.program : undefined,
    handlers: [handlersIn(mould)],
    libraries: running.map(({ name, provides }) => provides ?? name),
  };
}

/** True where script or handlers mean the page's own elements, for which the cast has its root. */
export function asksForPage(mould: Mould): boolean {
  return [mould.script, handlersIn(mould), ...libraryScriptsOf(mould)].some(meansPage);
}
