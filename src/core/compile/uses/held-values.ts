import type { Program } from 'acorn';
import type { Range } from '../../text/edits.ts';
import {
  isDeclaredAt,
  literalText,
  memberName,
  namesOf,
  ownerOf,
  type ScriptNode,
  type Syntax,
} from '../script/syntax.ts';

/** The names that lead to a value: none for `mould`, `values` for all, then a field and members. */
type ValuePath = readonly string[];

/** Which variables of a script hold the values of fields, or some of them. */
export interface HeldValues {
  readonly pathOf: (node: Syntax, at: ScriptNode) => ValuePath | undefined;
  /** True for what a variable is given that is known from there on. */
  readonly isFollowed: (node: Syntax) => boolean;
  /** Patterns that take fields out of all values by their names. */
  readonly patterns: readonly { readonly pattern: Syntax; readonly declarator: Syntax }[];
  /** Where values go to what no name is known of: `...rest`, `[key]`. */
  readonly loose: readonly Range[];
}

/** True for the path of all values. */
export function isValues(path: ValuePath): boolean {
  return path.length === 1;
}

/** An optional chain is what it holds (ECMAScript, 13.3). */
function bare(node: Syntax): Syntax {
  return node.type === 'ChainExpression' ? (node.expression as Syntax) : node;
}

/** Follows `mould` through the declarations of a script, in source order. */
export function holdValues(
  program: Program,
  nodes: ReadonlyMap<string, readonly ScriptNode[]>,
): HeldValues {
  const names = namesOf(program);
  const held = new Map<string, { readonly owner: object; readonly path: ValuePath }[]>();
  const followed = new Set<Syntax>();
  const patterns: { pattern: Syntax; declarator: Syntax }[] = [];
  const loose: Range[] = [];
  const reassigned = new Set(
    [...(nodes.get('AssignmentExpression') ?? []), ...(nodes.get('UpdateExpression') ?? [])].map(
      ({ node }) => ((node.left ?? node.argument) as Syntax).name,
    ),
  );

  const ofName = (name: string, at: ScriptNode): ValuePath | undefined => {
    const owner = ownerOf(names, name, at);
    if (owner) return held.get(name)?.find((one) => one.owner === owner)?.path;
    return name === 'mould' && !isDeclaredAt(names, name, at) ? [] : undefined;
  };
  const pathOf = (given: Syntax, at: ScriptNode): ValuePath | undefined => {
    const node = bare(given);
    if (node.type === 'Identifier') return ofName(node.name as string, at);
    const member = memberName(node);
    const object = member === undefined ? undefined : pathOf(node.object as Syntax, at);
    if (!object || member === undefined) return undefined;
    return object.length === 0 && member !== 'values' ? undefined : [...object, member];
  };
  const hold = (id: Syntax, path: ValuePath, at: ScriptNode): boolean => {
    if (id.type === 'Identifier') {
      const owner = ownerOf(names, id.name as string, at);
      if (!owner || reassigned.has(id.name)) return path.length > 1;
      held.set(id.name as string, [...(held.get(id.name as string) ?? []), { owner, path }]);
      return true;
    }
    if (id.type !== 'ObjectPattern') return path.length > 1;
    const { properties, others } = propertiesIn(id);
    // Of one value no other field can be taken.
    if (path.length < 2) loose.push(...others.map(({ start, end }) => ({ start, end })));
    if (isValues(path)) patterns.push({ pattern: id, declarator: at.node });
    for (const { name, target } of properties) {
      if (path.length > 0 || name === 'values') hold(target, [...path, name], at);
    }
    return true;
  };
  for (const at of nodes.get('VariableDeclarator') ?? []) {
    const init = at.node.init as Syntax | null;
    const path = init ? pathOf(init, at) : undefined;
    if (init && path && hold(at.node.id as Syntax, path, at)) followed.add(bare(init));
  }
  return { pathOf, isFollowed: (node) => followed.has(node), patterns, loose };
}

interface TakenProperty {
  readonly node: Syntax;
  readonly key: Syntax;
  readonly name: string;
  /** The variable or pattern it goes to, a default of its own left aside. */
  readonly target: Syntax;
}

/** The properties of a pattern that have a name, and all others. */
export function propertiesIn(pattern: Syntax): {
  readonly properties: readonly TakenProperty[];
  readonly others: readonly Syntax[];
} {
  const properties: TakenProperty[] = [];
  const others: Syntax[] = [];
  for (const node of pattern.properties as readonly Syntax[]) {
    const key = node.key as Syntax | undefined;
    const name = node.computed === true ? undefined : key && nameOfKey(key);
    const value = node.value as Syntax | undefined;
    if (!key || name === undefined || !value) others.push(node);
    else {
      const target = value.type === 'AssignmentPattern' ? (value.left as Syntax) : value;
      properties.push({ node, key, name, target });
    }
  }
  return { properties, others };
}

function nameOfKey(key: Syntax): string | undefined {
  return key.type === 'Identifier' ? (key.name as string) : literalText(key);
}
