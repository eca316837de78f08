import MagicString from 'magic-string';
import { isJsonObject, type JsonObject } from '../../model/json-source.ts';
import type { Library, Mould } from '../../model/mould.ts';
import type { PageNames } from '../style/page-names.ts';
import type { InlineHandler } from '../template/inline-handlers.ts';
import { fieldRead, scriptUses } from '../uses/script-uses.ts';
import { isClassicOnly } from './classic.ts';
import { bringsJquery, type Confining, confiningOf } from './confining.ts';
import { noUse, type PageUse, readPageUse, withWindowNames } from './free-names.ts';
import { fileAt, type LibraryCode, libraryCodes } from './library-code.ts';
import { asCalls, moduleAddress, withoutExports } from './module-imports.ts';
import { endless, isBuiltIn, isLive, leadingOut, ownNames, speaksOf } from './names-in-reach.ts';
import { applyEdits, pageEdits, type ScriptEdit } from './page-edits.ts';
import { effectsIn } from './page-effects.ts';
import { type ParsedScript, parseScript } from './parse-script.ts';
import { asksForValues, type ScriptRead } from './read-script.ts';
import { runtimeParts } from './runtime-parts.ts';
import { partEdits } from './script-parts.ts';
import { accessors, knownOutside, sharedNames, takenUp } from './window-names.ts';
import { placeEdits } from './written-here.ts';

/** A mould's script made ready to run once for each cast, and what a page needs for that. */
export interface CastScript {
  /** A function expression of `mould`, and of the window that the names below are of. */
  readonly code: string;
  /** True for code that cannot stand in a module. */
  readonly isClassic: boolean;
  /** Names of the page that it is given its own of. */
  readonly names: readonly string[];
  /** Names of its own that handlers in markup it writes call. */
  readonly shared: readonly string[];
  readonly libraries: readonly LibraryCode[];
  /** Parts of the code that ships to pages. */
  readonly parts: readonly string[];
  /** What its own document and window are made of. */
  readonly reach: Pick<Confining, 'adds' | 'document' | 'window'>;
  /** Names of fields that hold selectors of elements of the host. */
  readonly targets: readonly string[];
  /** Types of events that all casts of the mould hear. */
  readonly events: readonly string[];
  /** False where it does not speak of `mould`, so that no values need to go with it. */
  readonly needsValues: boolean;
  /** What it changes, shares or does of the page around its casts, as it is written. */
  readonly effects: readonly string[];
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
  const written = readPageUse(parsed);
  const spoken = handlers.map(({ code }) => code).join('\n');
  const inHandlers = namesIn(spoken).filter((name) => !read.globals.includes(name));
  const found = libraryCodes(mould, hasIds, [written, { ...noUse, free: new Set(inHandlers) }]);
  const others = found.map(({ use }) => use);
  const isOutside = knownOutside(written, others);
  const use = withWindowNames(written, isOutside);
  const libraries = found.map(({ library }) => library);
  const named = namedElements(use, ids);
  const elements = named.filter((name) => !isOutside(name));
  const edits = [
    ...placeEdits(script, use, setting.standIns),
    ...pageEdits({ ...setting, use, script, own: new Set(elements) }),
    ...('program' in parsed ? partEdits(script, parsed.program, read.isStrict || read.awaits) : []),
  ];
  const shared = sharedNames(script, read, use);
  const reached = read.globals.filter((name) => shared.includes(name) || isOutside(name));
  const known = new Set([...read.globals, ...use.assigned, ...elements]);
  const inline = handlers.length > 0 ? [endless(handlersFunction(setting, known))] : [];
  const changed = [...edits.map(({ text }) => text), ...inline];
  const needsWindow = reached.length > 0 || changed.some((text) => /\bwindow\b/.test(text));
  const names = namesGiven(use, inHandlers, { window: needsWindow, document: named.length > 0 });
  const host = ofHost(mould, read);
  const { head, taken } = headOf(host.awaits, read, names);
  const opening = [
    ...(read.isStrict ? ["'use strict';", ...taken] : []),
    ...host.opening,
    ...ownNames(use, elements),
    ...named.map((name) => elementByName(name, isOutside(name))),
    ...('program' in parsed && libraries.length > 0 ? takenUp(parsed.program, reached) : []),
    ...(reached.length > 0 ? [accessors(reached)] : []),
    ...(handlers.length > 0 ? ['mould.handlers(handlersOf());'] : []),
  ];
  const body = edited(setting, edits);
  // All on the first line, so that a browser counts lines as the author does.
  const code = [[head, ...opening, endless(body.trimEnd())].join(' '), ...inline, '}'].join('\n');
  const all = [script, spoken, ...libraries.map(({ text }) => text)].join('\n');
  const hasJquery = asksForJquery(mould) || bringsJquery(script);
  const far = farScripts(mould);
  const {
    parts: confining,
    adds,
    ...members
  } = confiningOf({
    uses: [use, ...usesIn(handlers)],
    all,
    code,
    names,
    own: known,
    hasLibraries: libraries.length > 0,
    hasJquery,
    isGiven: far.length > 0,
    hasIds,
    hasAttributes: mould.manifest.page !== undefined,
    hasSlots: /\skm-slot\s*=/.test(mould.template),
    hasTargets: host.targets.length > 0,
  });
  return {
    code,
    isClassic: isClassicOnly(code),
    names,
    shared,
    libraries,
    parts: partsOf(
      {
        renumber: hasIds,
        plain: code.includes('mould.plain('),
        handlers: handlers.length > 0,
        first: reachesOut(mould),
        ...sharingFlags(mould, shared, libraries),
        older: hasJquery && isOld(mould, all),
        jquery: hasJquery,
        ...loadingFlags(far, adds),
      },
      confining,
    ),
    reach: { adds, ...members },
    targets: host.targets,
    events: mould.manifest.sharedEvents ?? [],
    needsValues: read.usesMould || asksForValues(spoken),
    effects: effectsOf(use),
    reads: valuesRead(parsed, script, handlers),
  };
}

/** Names of the page that a script is given its own of. */
function namesGiven(
  use: PageUse,
  inHandlers: readonly string[],
  needs: Readonly<Record<'window' | 'document', boolean>>,
): string[] {
  const names = [...use.free, ...inHandlers].filter(
    (name) => leadingOut.has(name) && !use.assigned.has(name) && !isLive(name, use),
  );
  const more = (['window', 'document'] as const).filter((name) => needs[name]);
  return [...new Set([...names, ...more])];
}

/** Lets the cast know which selectors its fields hold; only who needs it carries it. */
const heldValues = '(mould.root.kmCast || mould.root.host.kmCast).values = mould.values;';

/** Waits until the page has been read (HTML Standard, 3.1.4). */
const whenRead =
  "if (mould.page.readyState === 'loading') await new Promise((done) => mould.page.addEventListener('DOMContentLoaded', done));";

/** What a script that speaks of elements of the host begins with. */
function ofHost(mould: Mould, { usesMould, awaits }: ScriptRead) {
  const targets = usesMould ? targetsOf(mould) : [];
  if (targets.length === 0) return { targets, awaits, opening: [] };
  // Elements of the host that it speaks of may still be to come.
  const waits = awaits || !/\bawait\b/.test(mould.script);
  return { targets, awaits: waits, opening: [heldValues, ...(waits ? [whenRead] : [])] };
}

/** Fields that name elements of the host. */
function targetsOf({ manifest }: Mould): string[] {
  const { properties } = manifest.fields as JsonObject;
  return Object.entries((properties ?? {}) as JsonObject).flatMap(([name, declared]) =>
    isJsonObject(declared) && declared.kind === 'target' ? [name] : [],
  );
}

/** Names that the code of inline handlers speaks of. */
function namesIn(code: string): string[] {
  const words = new Set(code.match(/[A-Za-z_$][\w$]*/g) ?? []);
  return [...words].filter((name) => speaksOf(code, name));
}

/** What has an effect beyond the cast, each once. */
function effectsOf({ nodes }: PageUse): string[] {
  return [...new Set(effectsIn((type) => nodes.get(type) ?? []).map(({ what }) => what))];
}

/** How the function of a script begins; where it is strict, what it takes of the window first. */
function headOf(
  awaits: boolean,
  read: ScriptRead,
  names: readonly string[],
): { head: string; taken: string[] } {
  const asked = names.length > 0 ? [`{ ${names.join(', ')} }`] : [];
  // What is taken apart may not be a parameter of a function that says it is strict (ECMAScript, 15.2.1).
  const given = read.isStrict ? asked.map(() => 'reach') : asked;
  return {
    head: `${awaits ? 'async ' : ''}function (${['mould', ...given].join(', ')}) {`,
    taken: asked.map((one) => `const ${one} = reach;`),
  };
}

/** Parts for libraries that are loaded from elsewhere, and for the style that they write. */
function loadingFlags(far: readonly Library[], adds: readonly string[]) {
  const writesHead = far.some(({ provides }) => provides !== 'jQuery');
  const nest = writesHead || adds.includes('styles');
  return { start: true, bring: far.length > 0, heads: writesHead, nest };
}

/** Parts for names that libraries, handlers and scripts have in common. */
function sharingFlags(mould: Mould, shared: readonly string[], libraries: readonly LibraryCode[]) {
  const isShared = shared.length > 0;
  return { globals: isShared, load: isShared || libraries.length > 0 || asksForJquery(mould) };
}

/** Parts in the order in which they are put on a page. */
function partsOf(flags: Readonly<Record<string, boolean>>, others: readonly string[]): string[] {
  return runtimeParts.filter((part) => flags[part] === true || others.includes(part));
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
  const code = asFunctions(handlers);
  const read = [
    { text: script, parsed },
    { text: code, parsed: parseScript(code) },
  ].map((one) => ('program' in one.parsed ? scriptUses(one.parsed.program, one.text) : undefined));
  if (read.some((one) => one === undefined || one.loose.length > 0)) return undefined;
  const names = read.flatMap((one) => one?.uses ?? []).map(fieldRead);
  return [...new Set(names)].sort();
}

/** What inline handlers ask of the page. */
function usesIn(handlers: readonly InlineHandler[]): PageUse[] {
  return handlers.length > 0 ? [readPageUse(parseScript(asFunctions(handlers)))] : [];
}

/** Inline handlers as code that can be read. */
function asFunctions(handlers: readonly InlineHandler[]): string {
  return handlers.map((one) => `(event) => {${one.code}\n};`).join('\n');
}

/** Libraries whose script is no file of the mould's. */
function farScripts(mould: Mould): Library[] {
  return (mould.manifest.libraries ?? []).filter(
    ({ script }) => script !== undefined && fileAt(mould, script) === undefined,
  );
}

function asksForJquery({ manifest }: Mould): boolean {
  return (manifest.libraries ?? []).some(({ provides }) => provides === 'jQuery');
}

/** True for a jQuery before 1.9, whose methods are others. */
function isOld({ manifest }: Mould, all: string): boolean {
  const known = (manifest.libraries ?? []).find(({ provides }) => provides === 'jQuery')?.version;
  const [, said] = /\bjQuery (?:JavaScript Library )?v?(\d+\.\d+)/.exec(all) ?? [];
  return /^1\.[0-8](?!\d)/.test(known ?? said ?? '');
}

/** An element by its id; what other code makes of the name goes before it (HTML Standard, 7.2.2.3). */
function elementByName(name: string, isOutside: boolean): string {
  return `${isOutside ? `window.${name} ??=` : `const ${name} =`} document.getElementById('${name}');`;
}

/** Names that are elements by their ids. */
function namedElements(use: PageUse, ids: ReadonlySet<string>): string[] {
  return [...use.free].filter(
    (name) =>
      ids.has(name) && !use.assigned.has(name) && !use.written.has(name) && !isBuiltIn(name),
  );
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
function edited({ mould, read, parsed }: ScriptSetting, edits: readonly ScriptEdit[]): string {
  const { script, manifest } = mould;
  const { libraries = [] } = manifest;
  const text = new MagicString(script);
  const calls = asCalls(read.imports, (from) => moduleAddress(libraries, from) ?? from);
  const exports = 'program' in parsed ? withoutExports(parsed.program, script) : [];
  applyEdits(text, [...edits, ...calls, ...exports]);
  return text.toString();
}
