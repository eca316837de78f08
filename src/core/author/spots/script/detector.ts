import type { Syntax } from '../../../compile/script/syntax.ts';
import type { ScriptSource } from '../../sources/script-source.ts';
import type { Proposal } from '../atom.ts';

/** What detectors in script may ask about. */
export interface ScriptLook {
  readonly script: ScriptSource;
  /** Names that are given a value more than once. */
  readonly changing: ReadonlySet<string>;
  /** Names of what ends up as a time in a timer. */
  readonly timed: ReadonlySet<string>;
  /** True for a class or an id that markup or style of the piece has. */
  readonly isInPiece: (word: string) => boolean;
}

/** Looks through a script for what could be fields. */
export type ScriptDetector = (look: ScriptLook) => readonly Proposal[];

/** A script with what detectors want to know of its names. */
export function lookAtScript(script: ScriptSource, isInPiece: ScriptLook['isInPiece']): ScriptLook {
  return { script, isInPiece, changing: changingNames(script), timed: timedNames(script) };
}

function changingNames(script: ScriptSource): Set<string> {
  const names = new Set<string>();
  const note = (node: Syntax) => {
    if (node.type === 'Identifier') names.add(node.name as string);
  };
  for (const { node } of script.of('AssignmentExpression')) note(node.left as Syntax);
  for (const { node } of script.of('UpdateExpression')) note(node.argument as Syntax);
  for (const type of ['ForInStatement', 'ForOfStatement']) {
    for (const { node } of script.of(type)) note(node.left as Syntax);
  }
  return names;
}

/** Names that are given to timers, and names that flow into those. */
function timedNames(script: ScriptSource): Set<string> {
  const timed = new Set<string>();
  for (const { node } of script.of('CallExpression')) {
    const [, time] = node.arguments as Syntax[];
    if (time && isTimer(node.callee as Syntax)) for (const name of namesIn(time)) timed.add(name);
  }
  const flows = [
    ...script.of('VariableDeclarator').map(({ node }) => [node.id, node.init] as const),
    ...script.of('AssignmentExpression').map(({ node }) => [node.left, node.right] as const),
  ] as readonly (readonly [Syntax, Syntax | null])[];
  for (let before = -1; before !== timed.size; ) {
    before = timed.size;
    for (const [to, from] of flows) {
      if (from && to.type === 'Identifier' && timed.has(to.name as string)) {
        for (const name of namesIn(from)) timed.add(name);
      }
    }
  }
  return timed;
}

/** True for a call of a timer, by whatever name it is reached. */
export function isTimer(callee: Syntax): boolean {
  const name = callee.type === 'MemberExpression' ? (callee.property as Syntax) : callee;
  return /^set(?:Timeout|Interval)$/.test(String(name.name ?? ''));
}

/** Names of variables in an expression that is no call. */
function namesIn(node: Syntax): string[] {
  if (node.type === 'Identifier') return [node.name as string];
  if (node.type === 'MemberExpression' && node.computed !== true) {
    return [String((node.property as Syntax).name)];
  }
  if (node.type === 'BinaryExpression' || node.type === 'LogicalExpression') {
    return [...namesIn(node.left as Syntax), ...namesIn(node.right as Syntax)];
  }
  if (node.type === 'ConditionalExpression') {
    return [...namesIn(node.consequent as Syntax), ...namesIn(node.alternate as Syntax)];
  }
  return [];
}
