import MagicString from 'magic-string';
import type { Mould } from '../../model/mould.ts';
import type { PageNames } from '../style/page-names.ts';
import type { InlineHandler } from '../template/inline-handlers.ts';
import { fieldRead, scriptUses } from '../uses/script-uses.ts';
import { type PageUse, readPageUse } from './free-names.ts';
import { type LibraryCode, libraryCodes } from './library-code.ts';
import { asCalls, moduleAddress } from './module-imports.ts';
import { endless, isBuiltIn, isLive, leadingOut, ownNames, speaksOf } from './names-in-reach.ts';
import { applyEdits, pageEdits, type ScriptEdit } from './page-edits.ts';
import { type ParsedScript, parseScript } from './parse-script.ts';
import { asksForValues, type ScriptRead } from './read-script.ts';
import { partEdits } from './script-parts.ts';
import { writeEdits } from './written-here.ts';

/** A mould's script made ready to run once for each cast, and what a page needs for that. */
export interface CastScript {
  /** A function expression of `mould` and the names below. */
  readonly code: string;
  /** Names of the page that it is given its own of. */
  readonly names: readonly string[];
  /** Names of its own that handlers in markup it writes call. */
  readonly shared: readonly string[];
  readonly libraries: readonly LibraryCode[];
  /** Parts of the code that ships to pages. */
  readonly parts: readonly string[];
  /** False where it does not speak of `mould`, so that no values need to go with it. */
  readonly needsValues: boolean;
  /** Fields whose values it reads; undefined where it may be any. */
  readonly reads: readonly string[] | undefined;
}

/** What a script is made ready with. */
export interface ScriptSetting {
  readonly mould: Mould;
  readonly parsed: ParsedScript;
  readonly read: ScriptRead;
  readonly handlers: readonly InlineHandler[];
  /** Ids that the template has, as far as they are fixed. */
  readonly ids: ReadonlySet<string>;
  /** True where ids or names end in the cast's own. */
  readonly hasIds: boolean;
  /** How many places the template has where scripts write. */
  readonly standIns: number;
  /** New names of what CSS keeps page-wide. */
  readonly names: PageNames['of'];
}

/**
 * Puts a script into a function with `mould` and names of its own cast in reach. The author's text
 * is inside on the lines it had; the few places that mean the page are edited.
 */
export function castScript(setting: ScriptSetting): CastScript {
  const { mould, parsed, read, handlers, ids, hasIds } = setting;
  const { script } = mould;
  const use = readPageUse(parsed);
  const spoken = handlers.map(({ code }) => code).join('\n');
  const inHandlers = [...new Set(spoken.match(/[A-Za-z_$][\w$]*/g) ?? [])].filter(
    (name) => speaksOf(spoken, name) && !read.globals.includes(name),
  );
  const libraries = libraryCodes(mould, new Set([...use.free, ...inHandlers]));
  const elements = namedElements(use, ids);
  const names = [...new Set([...use.free, ...inHandlers])].filter(
    (name) => leadingOut.has(name) && !use.assigned.has(name) && !isLive(name, use),
  );
  const edits = [
    ...writeEdits(script, use, setting.standIns),
    ...pageEdits({ ...setting, use, script, own: new Set(elements) }),
    ...('program' in parsed ? partEdits(script, parsed.program, read.isStrict || read.awaits) : []),
  ];
  const shared = sharedNames(script, read, use);
  const onWindow = read.globals.filter((name) => use.read.has(name) || use.written.has(name));
  const reached = [...new Set([...shared, ...onWindow])];
  const known = new Set([...read.globals, ...use.assigned, ...elements]);
  const inline = handlers.length > 0 ? [endless(handlersFunction(setting, known))] : [];
  const needsWindow =
    reached.length > 0 ||
    edits.some(({ text }) => text.includes('window.')) ||
    inline.some((text) => text.includes('window.'));
  if (needsWindow && !names.includes('window')) names.push('window');
  if (elements.length > 0 && !names.includes('document')) names.push('document');
  const opening = [
    ...(read.isStrict ? ["'use strict';"] : []),
    ...ownNames(use, elements),
    ...elements.map((name) => `const ${name} = document.getElementById('${name}');`),
    ...(reached.length > 0 ? [accessors(reached, read)] : []),
    ...(handlers.length > 0 ? ['mould.handlers(handlersOf());'] : []),
  ];
  const body = edited(setting, edits);
  const head = `${read.awaits ? 'async ' : ''}function (${['mould', ...names].join(', ')}) {`;
  const first = [head, ...opening].join(' ') + (opening.length > 0 ? ' ' : '\n');
  const code = [first + endless(body.trimEnd()), ...inline, '}'].join('\n');
  const all = [script, spoken, ...libraries.map((one) => one.text)].join('\n');
  return {
    code,
    names,
    shared,
    libraries,
    parts: partsFor(names, all, {
      renumber: hasIds,
      handlers: handlers.length > 0,
      first: reachesOut(mould),
      globals: shared.length > 0,
      load: libraries.length > 0 || shared.length > 0 || asksForJquery(mould),
      jquery: asksForJquery(mould),
      // What is looked up in an element is asked of the cast, though nothing else of the page is.
      ...(code.includes('mould.own(') ? { selectors: true } : {}),
    }),
    needsValues: read.usesMould || asksForValues(spoken),
    reads: valuesRead(parsed, script, handlers),
  };
}

/** Names of timers, which stand still while a cast is away. */
const timers = /^(?:(?:set|clear)(?:Timeout|Interval)|(?:request|cancel)AnimationFrame)$/;

function partsFor(
  names: readonly string[],
  all: string,
  flags: Readonly<Record<string, boolean>>,
): string[] {
  const confines = names.length > 0 || Boolean(flags.load);
  const parts: Record<string, boolean> = {
    ...flags,
    start: true,
    facade: confines,
    confine: confines,
    ...(confines ? confiningParts(all, names, Boolean(flags.load), Boolean(flags.renumber)) : {}),
    timers:
      confines &&
      (names.some((name) => timers.test(name)) ||
        /\b(?:window|self)\.(?:setT|setI|requestA)/.test(all) ||
        (Boolean(flags.load) && /\bset(?:Timeout|Interval)\b/.test(all))),
    radios: confines && /\bradio\b/.test(all),
    styles: confines && makesStyle(all),
  };
  parts.away = Boolean(parts.timers || parts.listen);
  return Object.keys(parts).filter((part) => parts[part]);
}

/** What is asked of the page's document and window by name, beside what every cast can do. */
const asked = /(?<![\w$.])(?:document|window|self|globalThis)\b\s*(?:\??\.\s*(\w+))?/g;
const plain =
  /^(?:querySelector(?:All)?|getElementById|create\w+|body|documentElement|head|document|readyState|hidden|visibilityState|title|cookie|inner\w+|scroll\w*|page[XY]Offset|matchMedia|location|(?:set|clear)\w+|\w+AnimationFrame|localStorage|sessionStorage|performance|navigator|devicePixelRatio|print|open|alert|confirm)$/;
const listening = /^(?:addEventListener|removeEventListener|dispatchEvent|on[a-z]+)$/;

/** Parts of the confinement that code needs; all of them where it is not plain what it asks for. */
function confiningParts(
  all: string,
  names: readonly string[],
  hasLibraries: boolean,
  hasIds: boolean,
): Record<string, boolean> {
  const members = [...all.matchAll(asked)].map(([, member]) => member);
  const isOpen = hasLibraries || members.includes(undefined) || /\beval\b/.test(all);
  const hears = (name = '') => listening.test(name);
  const listen = isOpen || members.some(hears) || names.some(hears) || meansPage(all);
  return {
    listen,
    selectors: hasIds || isOpen || meansPage(all),
    late: listen && /DOMContentLoaded|\bload\b|onload|ready|pageshow/.test(all),
    named:
      isOpen ||
      names.some((name) => /^(?:customElements|getComputedStyle|top|parent|frames)$/.test(name)) ||
      members.some((name = '') => !plain.test(name) && !hears(name)),
  };
}

/** True where code may put rules of its own on the page. */
export function makesStyle(code: string): boolean {
  return /createElement\(\s*['"`]style|<style|\bhead\b|stylesheet/i.test(code);
}

/** True where fields name elements of the host that are hidden at first. */
function reachesOut({ manifest }: Mould): boolean {
  return /"hidden"/.test(JSON.stringify(manifest.fields));
}

/** Fields whose values are read by name; undefined where values are also taken in another way. */
function valuesRead(
  parsed: ParsedScript,
  script: string,
  handlers: readonly InlineHandler[],
): string[] | undefined {
  const code = handlers.map((one) => `(event) => {${one.code}\n};`).join('\n');
  const read = [
    { text: script, parsed },
    { text: code, parsed: parseScript(code) },
  ].map((one) => ('program' in one.parsed ? scriptUses(one.parsed.program, one.text) : undefined));
  if (read.some((one) => one === undefined || one.loose.length > 0)) return undefined;
  const names = read.flatMap((one) => one?.uses ?? []).map(fieldRead);
  return [...new Set(names)].sort();
}

function asksForJquery({ manifest }: Mould): boolean {
  return (manifest.libraries ?? []).some(({ provides }) => provides === 'jQuery');
}

/** True where code means the body or the root of its page, so that the cast needs a box for them. */
export function meansPage(code: string): boolean {
  return /\b(?:documentElement|document\s*\.\s*(?:body|head))\b|['"`(,\s](?:html|body|head)\b|:root\b/.test(
    code,
  );
}

/** Names that are elements by their ids. */
function namedElements(use: PageUse, ids: ReadonlySet<string>): string[] {
  return [...use.free].filter(
    (name) =>
      ids.has(name) && !use.assigned.has(name) && !use.written.has(name) && !isBuiltIn(name),
  );
}

/** Names of the script's own that handlers in markup it writes speak of. */
function sharedNames(script: string, read: ScriptRead, use: PageUse): string[] {
  const own = [...new Set([...read.globals, ...use.written])];
  const handlers = [
    ...script.matchAll(
      /\bon[a-z]+\s*=\s*\\?["'][^<>]*|['"`]on[a-z]+['"`]\s*,[^\n]*|javascript:[^\n]*/g,
    ),
  ].map(([text]) => text);
  if (handlers.length === 0) return [];
  const spoken = handlers.join('\n');
  return own.filter((name) => speaksOf(spoken, name));
}

/** Members of the cast's window that are the script's own variables. */
function accessors(names: readonly string[], read: ScriptRead): string {
  const own = names.filter((name) => read.globals.includes(name));
  if (own.length === 0) return '';
  const each = own.map(
    (name) => `get ${name}() { return ${name} }, set ${name}(to) { ${name} = to }`,
  );
  return `Object.defineProperties(window, Object.getOwnPropertyDescriptors({ ${each.join(', ')} }));`;
}

/** The inline handlers as functions, made ready as the script is; what it declares they know. */
function handlersFunction(setting: ScriptSetting, own: ReadonlySet<string>): string {
  const each = setting.handlers.map(({ code }) => {
    const script = `function (event) { ${code}\n}`;
    const parsed = parseScript(`(${script})`);
    const use = readPageUse(parsed);
    const text = new MagicString(`(${script})`);
    applyEdits(text, pageEdits({ ...setting, use, script: `(${script})`, own }));
    return `${text.toString().slice(1, -1)},`;
  });
  return `function handlersOf() { return [\n${each.join('\n')}\n] }`;
}

/** The author's text with what is edited in it; lines stay where they are. */
function edited({ mould, read }: ScriptSetting, edits: readonly ScriptEdit[]): string {
  const { script, manifest } = mould;
  const { libraries = [] } = manifest;
  const text = new MagicString(script);
  const calls = asCalls(read.imports, (from) => moduleAddress(libraries, from) ?? from);
  applyEdits(text, [...edits, ...calls]);
  return text.toString();
}
