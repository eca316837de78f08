import type { Pattern, Program } from 'acorn';
import type { ParsedScript } from './parse-script.ts';
import { boundNames } from './read-script.ts';
import {
  dottedName,
  isDeclaredAt,
  memberName,
  namesOf,
  nodesByType,
  type ScriptNames,
  type ScriptNode,
  type Syntax,
} from './syntax.ts';

/** What a script asks of the page it was written for. */
export interface PageUse {
  /** Names it speaks of and does not declare. */
  readonly free: ReadonlySet<string>;
  /** Of these, names it assigns to. */
  readonly assigned: ReadonlySet<string>;
  /** Names it writes as members of its window: `window.x = …`. */
  readonly written: ReadonlySet<string>;
  /** Names it reads as members of its window. */
  readonly read: ReadonlySet<string>;
  readonly program: Program | undefined;
  /** Where a comment begins with `<!--`. */
  readonly htmlComments: readonly number[];
  readonly nodes: ReadonlyMap<string, readonly ScriptNode[]>;
  /** True where an identifier means a name that nothing around it declares. */
  readonly isFree: (at: ScriptNode) => boolean;
}

/** What is known of a script that cannot be read. */
export const noUse: PageUse = {
  free: new Set(),
  assigned: new Set(),
  written: new Set(),
  read: new Set(),
  program: undefined,
  htmlComments: [],
  nodes: new Map(),
  isFree: () => false,
};

/** Names of the window itself. */
const windowNames = new Set(['window', 'self', 'globalThis', 'frames']);

/** Reads what a script asks of its page, without running it. */
export function readPageUse(parsed: ParsedScript): PageUse {
  if ('fault' in parsed) return noUse;
  const names = namesOf(parsed.program);
  const nodes = nodesByType(parsed.program);
  const isFree = freeIn(names);
  const members = (nodes.get('MemberExpression') ?? []).filter(({ node }) =>
    windowNames.has(dottedName(node.object as Syntax) ?? ''),
  );
  const isTarget = ({ node, parent }: ScriptNode) =>
    parent?.node.type === 'AssignmentExpression' && parent.node.left === node;
  const nameOf = ({ node }: ScriptNode) => memberName(node) ?? [];
  // jQuery itself in a bundle names the window in its own way.
  const bundled = (nodes.get('MemberExpression') ?? [])
    .filter((at) => isTarget(at) && /^(?:\$|jQuery)$/.test(memberName(at.node) ?? ''))
    .flatMap(nameOf);
  const free = new Set(names?.globals.keys() ?? []);
  return {
    free,
    nodes,
    isFree,
    program: parsed.program,
    htmlComments: parsed.htmlComments,
    assigned: new Set(assignedIn(nodes, names).filter((name) => free.has(name))),
    written: new Set([...members.filter(isTarget).flatMap(nameOf), ...bundled]),
    read: new Set(members.filter((one) => !isTarget(one)).flatMap(nameOf)),
  };
}

/**
 * The same use, in which the names that are known outside the script as well are members of its
 * window: a script that assigns to `x` makes `window.x` (ECMAScript, 9.1.1.4).
 */
export function withWindowNames(use: PageUse, isKnown: (name: string) => boolean): PageUse {
  return { ...use, assigned: new Set([...use.assigned].filter((name) => !isKnown(name))) };
}

function freeIn(names: ScriptNames | undefined): PageUse['isFree'] {
  return (at) => isReference(at) && !isDeclaredAt(names, String(at.node.name), at);
}

/** False for an identifier that is only the name of a member, a key or a label. */
function isReference({ node, parent }: ScriptNode): boolean {
  const around = parent?.node;
  switch (around?.type) {
    case 'MemberExpression':
      return around.object === node || around.computed === true;
    case 'Property':
      return around.value === node || around.computed === true;
    case 'MethodDefinition':
    case 'PropertyDefinition':
      return around.value === node || around.computed === true;
    case 'LabeledStatement':
    case 'BreakStatement':
    case 'ContinueStatement':
    case 'MetaProperty':
      return false;
    default:
      return true;
  }
}

/** Names assigned to where nothing around declares them. */
function assignedIn(nodes: PageUse['nodes'], names: ScriptNames | undefined): string[] {
  const of = (type: string, key: string) =>
    (nodes.get(type) ?? []).map((at) => ({ at, to: at.node[key] as Syntax }));
  const targets = [
    ...of('AssignmentExpression', 'left'),
    ...of('UpdateExpression', 'argument'),
    ...of('ForInStatement', 'left'),
    ...of('ForOfStatement', 'left'),
  ];
  return targets.flatMap(({ at, to }) =>
    boundNames(to as unknown as Pattern).filter((name) => !isDeclaredAt(names, name, at)),
  );
}
