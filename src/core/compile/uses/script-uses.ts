import type { Program } from 'acorn';
import type { Range } from '../../text/edits.ts';
import { memberName, nodesByType, type ScriptNode, type Syntax } from '../script/syntax.ts';
import type { ReadUse, SourceUses, TakenUse } from './field-use.ts';
import { type HeldValues, holdValues, isValues, propertiesIn } from './held-values.ts';

/** What a script reads of `mould`. */
export interface ScriptUses extends SourceUses {
  readonly uses: readonly (ReadUse | TakenUse)[];
  /**
   * The path of the field, or of a member of its value, that a node of the script stands for in
   * the scope of another node.
   */
  readonly pathOf: (node: Syntax, at: ScriptNode) => string | undefined;
}

/**
 * Where a script reads values of fields: through `mould.values`, and through the variables that
 * hold it or parts of it, each in its own scope.
 */
export function scriptUses(program: Program, script: string): ScriptUses {
  if (!/\bmould\b/.test(script)) return { uses: [], loose: [], pathOf: () => undefined };
  const nodes = nodesByType(program);
  const held = holdValues(program, nodes);
  const reads = ['Identifier', 'MemberExpression'].flatMap((type) => nodes.get(type) ?? []);
  const found = reads.map((one) => readOf(one, held, script));
  const taken = held.patterns.flatMap((one) => takenBy(one.pattern, one.declarator, script));
  const uses = [...found.flatMap(({ use }) => use ?? []), ...taken];
  return {
    uses: uses.sort((a, b) => a.name.start - b.name.start),
    loose: [...found.flatMap(({ loose }) => loose ?? []), ...held.loose],
    pathOf: (node, at) => {
      const path = held.pathOf(node, at);
      return path && path.length > 1 ? path.slice(1).join('.') : undefined;
    },
  };
}

/** The field whose value a use reads. */
export function fieldRead(use: ReadUse | TakenUse): string {
  return use.as === 'read' ? (use.steps[0]?.name ?? '') : use.path;
}

/** A read of one value, or a place that takes all of them or `mould` itself. */
function readOf(at: ScriptNode, held: HeldValues, script: string) {
  if (held.isFollowed(at.node) || !isExpression(at)) return {};
  const path = held.pathOf(at.node, at);
  if (!path || path.length > 1) return {};
  const parent = memberAround(at);
  const member = memberName(parent?.node);
  if (isValues(path) && parent && member !== undefined) {
    return { use: readUse(at.node, parent, script) };
  }
  const isKnown = path.length === 0 && /^(?:values|root|id|page|channel)$/.test(member ?? '');
  return isKnown ? {} : { loose: { start: at.node.start, end: at.node.end } };
}

function readUse(object: Syntax, first: ScriptNode, script: string): ReadUse {
  const steps: { name: string; end: number }[] = [];
  for (let at: ScriptNode | undefined = first; at; at = memberAround(at)) {
    const name = memberName(at.node);
    if (name === undefined) break;
    steps.push({ name, end: at.node.end });
  }
  const property = first.node.property as Syntax;
  return {
    as: 'read',
    in: 'script',
    steps,
    start: object.start,
    name: { start: property.start, end: property.end },
    member: { start: object.end, end: first.node.end },
    isOptional: script.slice(object.end, property.start).trim().startsWith('?.'),
  };
}

/** The member that is read of a node, an optional chain around it left aside. */
function memberAround(at: ScriptNode): ScriptNode | undefined {
  const { parent } = at;
  if (parent?.node.type === 'ChainExpression') return memberAround(parent);
  const isObject = parent?.node.type === 'MemberExpression' && parent.node.object === at.node;
  return isObject ? parent : undefined;
}

/** False for names that are no reads: declared ones, keys, and members behind a dot. */
function isExpression({ node, parent }: ScriptNode): boolean {
  const around = parent?.node;
  if (node.type !== 'Identifier' || !around) return true;
  if (around.type === 'MemberExpression') return around.object === node || around.computed === true;
  if (around.type === 'AssignmentPattern') return around.right === node;
  if (around.type === 'Property') {
    return around.value === node && parent.parent?.node.type !== 'ObjectPattern';
  }
  return !(around.type === 'VariableDeclarator' && around.id === node);
}

/** What a pattern takes out of all values: `{ title, size: s = 4 }`. */
function takenBy(pattern: Syntax, declarator: Range, script: string): TakenUse[] {
  const { properties } = propertiesIn(pattern);
  return properties.map(({ node, key, name, target }, at): TakenUse => {
    const [before, after] = [properties[at - 1]?.node, properties[at + 1]?.node];
    const isAlone = (pattern.properties as readonly Syntax[]).length === 1;
    const start = after || !before ? node.start : before.end;
    return {
      as: 'taken',
      in: 'script',
      path: name,
      isAlone,
      isShorthand: node.shorthand === true,
      name: { start: key.start, end: key.end },
      whole: { start, end: after?.start ?? node.end },
      target: script.slice(target.start, target.end),
      declarator: { start: declarator.start, end: declarator.end },
    };
  });
}
