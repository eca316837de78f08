import type { Library } from '../../model/mould.ts';
import { withEdits } from '../../text/edits.ts';
import type { Markup } from '../template/markup.ts';
import { asCalls } from './module-imports.ts';
import type { ScriptRead } from './read-script.ts';

/**
 * Puts a script into a function with `mould` in reach, so that its names stay its own and it can
 * run once for each cast. The author's text is inside as it is.
 *
 * A function cannot hold import statements, so each becomes a call that waits for its module.
 * Inline event handlers look names up on the page, so those they speak of are put there.
 */
export function wrapScript(
  script: string,
  read: ScriptRead,
  markup: Markup,
  libraries: readonly Library[],
): string {
  const handlers = markup.elements
    .filter((element) => element.carries(isHandler))
    .flatMap(({ attributes }) => attributes)
    .filter(({ name }) => isHandler(name))
    .map(({ value }) => markup.source.slice(value.start, value.end))
    .join('\n');
  const reached = read.globals.filter((name) => speaksOf(handlers, name));
  const opening = [
    ...(read.isStrict ? ["'use strict';"] : []),
    ...(needsJquery(script, read, libraries) ? ['const $ = window.jQuery;'] : []),
    ...reached.map(
      (name) =>
        `Object.defineProperty(window, '${name}', { configurable: true, ` +
        `get: () => ${name}, set: (to) => { ${name} = to; } });`,
    ),
  ];
  const head = `${read.awaits ? 'async ' : ''}function (mould) {`;
  const calls = asCalls(read.imports, (from) => moduleAddress(libraries, from) ?? from);
  const body = withEdits(script, { start: 0, end: script.length }, calls);
  return [head, ...opening, endless(body.trimEnd()), '}'].join('\n');
}

/**
 * True for code that calls jQuery `$` and does not make that name itself: many a host has jQuery
 * under its long name alone.
 */
function needsJquery(script: string, read: ScriptRead, libraries: readonly Library[]): boolean {
  const isProvided = libraries.some(({ provides }) => provides === 'jQuery');
  return isProvided && !read.globals.includes('$') && speaksOf(script, '$');
}

/** The address of the module that a library of some name is; one of ours begins with a dot. */
export function moduleAddress(libraries: readonly Library[], from: string): string | undefined {
  const address = libraries.find(({ name, module }) => name === from && module)?.module;
  if (address !== undefined) return address.replace(/^(?=assets\/)/, './');
  return /^(?:[a-z][a-z0-9+.-]*:|\.{0,2}\/)/i.test(from) ? from : undefined;
}

/**
 * Keeps code from ending the script element it stands in, or from opening a comment there
 * (HTML Standard, 4.12.1.3). In strings, templates and patterns the backslash changes nothing.
 */
function endless(script: string): string {
  return script.replace(/<(?=\/script|!--)/gi, '<\\');
}

function isHandler(name: string): boolean {
  return name.startsWith('on');
}

/** True when code speaks of a name as a name, not as the member of something. */
function speaksOf(code: string, name: string): boolean {
  const literal = name.replace(/\$/g, '\\$&');
  return new RegExp(`(?<![\\w$.])${literal}(?![\\w$])`).test(code);
}
