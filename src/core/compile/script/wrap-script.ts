import type { Markup } from '../template/markup.ts';
import type { ScriptRead } from './read-script.ts';

/**
 * Puts a script into a function with `mould` in reach, so that its names stay its own and it can
 * run once for each cast. The author's text is inside as it is.
 *
 * Inline event handlers look names up on the page, so those they speak of are put there.
 */
export function wrapScript(script: string, read: ScriptRead, markup: Markup): string {
  const handlers = markup.elements
    .flatMap(({ attributes }) => attributes)
    .filter(({ name }) => name.startsWith('on'))
    .map(({ value }) => markup.source.slice(value.start, value.end))
    .join('\n');
  const reached = read.globals.filter((name) => speaksOf(handlers, name));
  const opening = [
    ...(read.isStrict ? ["'use strict';"] : []),
    ...reached.map(
      (name) =>
        `Object.defineProperty(window, '${name}', { configurable: true, ` +
        `get: () => ${name}, set: (to) => { ${name} = to; } });`,
    ),
  ];
  const head = `${read.awaits ? 'async ' : ''}function (mould) {`;
  return [head, ...opening, endless(script.trimEnd()), '}'].join('\n');
}

/**
 * Keeps code from ending the script element it stands in, or from opening a comment there
 * (HTML Standard, 4.12.1.3). In strings, templates and patterns the backslash changes nothing.
 */
function endless(script: string): string {
  return script.replace(/<(?=\/script|!--)/gi, '<\\');
}

/** True when code speaks of a name as a name, not as the member of something. */
function speaksOf(code: string, name: string): boolean {
  const literal = name.replace(/\$/g, '\\$&');
  return new RegExp(`(?<![\\w$.])${literal}(?![\\w$])`).test(code);
}
