import type { Program } from 'acorn';
import type { PageUse } from './free-names.ts';
import { isBuiltIn, leadingOut, speaksOf } from './names-in-reach.ts';
import { pageMembersOf } from './page-members.ts';
import { boundNames, type ScriptRead } from './read-script.ts';
import { memberName } from './syntax.ts';

/**
 * Tells which names of a script other code may know as members of the window: a name is one and
 * the same whichever way it was made and whichever way it is read (ECMAScript, 9.1.1.4).
 *
 * @param others what the libraries that run beside it ask of the page
 */
export function knownOutside(
  use: PageUse,
  others: readonly Pick<PageUse, 'free' | 'read' | 'written'>[],
): (name: string) => boolean {
  // Where the window is handed on, any member or text may be a name of it.
  const spoken = pageMembersOf(use) ? new Set<string>() : spokenMembers(use);
  const asked = [use, ...others].flatMap(({ read, written }) => [read, written]);
  const all = [spoken, ...asked, ...others.map(({ free }) => free)];
  return (name) =>
    !isBuiltIn(name) && !leadingOut.has(name) && all.some((names) => names.has(name));
}

/** Members that a script names, and texts that may be the name of one. */
function spokenMembers({ nodes }: PageUse): Set<string> {
  const members = (nodes.get('MemberExpression') ?? []).flatMap(
    ({ node }) => memberName(node) ?? [],
  );
  const texts = (nodes.get('Literal') ?? []).flatMap(({ node: { value } }) =>
    typeof value === 'string' ? [value] : [],
  );
  return new Set([...members, ...texts]);
}

/** Names of the script's own that handlers in markup it writes speak of. */
export function sharedNames(script: string, read: ScriptRead, use: PageUse): string[] {
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

/** Makes variables of a script members of its window; only what is declared at its top can be. */
export function accessors(names: readonly string[]): string {
  const each = names.map(
    (name) => `get ${name}() { return ${name} }, set ${name}(to) { ${name} = to }`,
  );
  return `Object.defineProperties(window, Object.getOwnPropertyDescriptors({ ${each.join(', ')} }));`;
}

/** Gives variables what the window has of them: `var x = x || {}` goes on with what there is. */
export function takenUp(program: Program, names: readonly string[]): string[] {
  const variables = program.body.flatMap((node) =>
    node.type === 'VariableDeclaration' && node.kind === 'var'
      ? node.declarations.flatMap(({ id }) => boundNames(id))
      : [],
  );
  const taken = names.filter((name) => variables.includes(name));
  return taken.length > 0
    ? [`var ${taken.map((name) => `${name} = window.${name}`).join(', ')};`]
    : [];
}
