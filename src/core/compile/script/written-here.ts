import type { Element } from '../template/markup.ts';
import type { PageUse } from './free-names.ts';
import type { ScriptEdit } from './page-edits.ts';
import { nextScript } from './script-parts.ts';
import { dottedName, literalText, type ScriptNode, type Syntax } from './syntax.ts';

/** Stands in a template where a script stood that wrote there (HTML Standard, 8.4.3). */
export const writtenHere = '<template data-write></template>';

/** True for that element. */
export function isWrittenHere(element: Element): boolean {
  return element.name === 'template' && element.valueOf('data-write') !== undefined;
}

/** True for a script that writes where it stands, or looks for its own tag. */
export function asksForItsPlace(code: string): boolean {
  return /\bdocument\.(?:write(?:ln)?\s*\(|currentScript\b|getElementsByTagName\(\s*['"]script['"]\s*\)(?!\s*\[\s*0))/.test(
    code,
  );
}

const asked: Readonly<Record<string, string>> = {
  write: 'writeAt',
  writeln: 'writeAt',
  currentScript: 'scriptAt',
  getElementsByTagName: 'scriptsAt',
};

/**
 * Edits by which each of several scripts writes where it stood, and finds its own tag there. None
 * where the stand-ins are not as many as the scripts that ask for their place, so that it cannot be
 * told which is whose.
 */
export function placeEdits(script: string, use: PageUse, standIns: number): ScriptEdit[] {
  const found = (use.nodes.get('MemberExpression') ?? []).flatMap((at) => {
    const [, member = ''] = /^(?:window\.)?document\.(\w+)$/.exec(dottedName(at.node) ?? '') ?? [];
    const method = Object.hasOwn(asked, member) ? asked[member] : undefined;
    const part = script.slice(0, at.node.start).split(nextScript).length;
    const given = argumentsOf(at);
    if (method === undefined || (method !== 'scriptAt') !== (given !== undefined)) return [];
    if (method === 'scriptsAt' && (literalText(given?.[0]) !== 'script' || isFirst(at))) return [];
    return [{ at, method, part, given }];
  });
  const parts = [...new Set(found.map(({ part }) => part))].sort((a, b) => a - b);
  if (parts.length !== standIns) return [];
  return found.map(({ at: { node, parent }, method, part, given = [] }) => {
    const call = `document.${method}(${parts.indexOf(part)}`;
    if (method === 'scriptAt') return { start: node.start, end: node.end, text: `${call})` };
    if (method === 'scriptsAt')
      return { start: node.start, end: parent?.node.end ?? node.end, text: `${call})` };
    const open = script.indexOf('(', node.end) + 1;
    return { start: node.start, end: open, text: `${call}${given.length > 0 ? ', ' : ''}` };
  });
}

/** What a member is called with; undefined where it is not called. */
function argumentsOf({ node, parent }: ScriptNode): readonly Syntax[] | undefined {
  const around = parent?.node;
  const isCalled = around?.type === 'CallExpression' && around.callee === node;
  return isCalled ? (around.arguments as readonly Syntax[]) : undefined;
}

/** `….getElementsByTagName('script')[0]`: the first of a page is no tag of the script's own. */
function isFirst({ parent }: ScriptNode): boolean {
  const around = parent?.parent?.node;
  if (around?.type !== 'MemberExpression' || around.object !== parent?.node) return false;
  return (around.property as Syntax).value === 0;
}
