import type { Element } from '../template/markup.ts';
import type { PageUse } from './free-names.ts';
import type { ScriptEdit } from './page-edits.ts';
import { nextScript } from './script-parts.ts';
import { dottedName, type Syntax } from './syntax.ts';

/** Stands in a template where a script stood that wrote there (HTML Standard, 8.4.3). */
export const writtenHere = '<template data-write></template>';

/** True for that element. */
export function isWrittenHere(element: Element): boolean {
  return element.name === 'template' && element.valueOf('data-write') !== undefined;
}

/** True for a script that writes where it stands. */
export function writes(code: string): boolean {
  return /\bdocument\.write(?:ln)?\s*\(/.test(code);
}

/**
 * Edits by which each of several scripts writes where it stood. None where the stand-ins are not as
 * many as the scripts that write, so that it cannot be told which is whose.
 */
export function writeEdits(script: string, use: PageUse, standIns: number): ScriptEdit[] {
  const calls = (use.nodes.get('CallExpression') ?? []).flatMap(({ node }) => {
    const callee = node.callee as Syntax;
    const isWrite = /^(?:window\.)?document\.write(?:ln)?$/.test(dottedName(callee) ?? '');
    const part = script.slice(0, node.start).split(nextScript).length;
    return isWrite ? [{ callee, part, hasMore: (node.arguments as Syntax[]).length > 0 }] : [];
  });
  const parts = [...new Set(calls.map(({ part }) => part))].sort((a, b) => a - b);
  if (parts.length !== standIns) return [];
  return calls.map(({ callee: { start, end }, part, hasMore }) => {
    const open = script.indexOf('(', end) + 1;
    const text = `document.writeAt(${parts.indexOf(part)}${hasMore ? ', ' : ''}`;
    return { start, end: open, text };
  });
}
