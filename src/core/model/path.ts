import { nearestName } from '../problem/nearest-name.ts';
import { type Field, fieldsBelow } from './field.ts';

/** What a path may ask of the row it stands in. */
export type RowFact = 'number' | 'index' | 'first' | 'last' | 'count' | 'key';

/** A path that leads somewhere, as steps a compiled cast can follow. */
export interface Reference {
  readonly path: string;
  readonly field: Field;
  /** The loop whose row the steps begin at, from 1; 0 begins at the values. */
  readonly loop: number;
  /** Names of members from there. */
  readonly steps: readonly string[];
  /** Set when a fact of the row is asked for, not its value. */
  readonly fact: RowFact | undefined;
}

/** Why a path leads nowhere. */
export type PathProblem =
  | { readonly what: 'bad-path' }
  | { readonly what: 'unknown-field'; readonly near: string | undefined }
  | { readonly what: 'outside-list'; readonly list: string };

const pathPattern = /^([A-Za-z][\w-]*(?:\.[A-Za-z][\w-]*)*)(?:#(number|index|first|last|count))?$/;

/**
 * Follows a path from the fields down. A list on the way means its current row, so it has to be
 * among the open loops; at the end of a path an open list means its row, any other the list.
 *
 * @param loops paths of the fields that the enclosing km-each repeat over, outermost first
 */
export function resolvePath(
  root: Field,
  path: string,
  loops: readonly string[],
): Reference | PathProblem {
  const match = pathPattern.exec(path);
  if (!match) return { what: 'bad-path' };
  const names = (match[1] as string).split('.');
  const fact = match[2] as RowFact | undefined;
  let field = root;
  let loop = 0;
  let steps: string[] = [];
  for (const [index, name] of names.entries()) {
    const member: Field | undefined = field.members.find((one) => one.name === name);
    if (!member && name === 'row' && index === names.length - 1 && isOpenRow(field, loops)) {
      return { path, field, loop: loops.indexOf(field.path) + 1, steps: [], fact: 'key' };
    }
    if (!member) {
      const known = fieldsBelow(root).map((one) => one.path);
      return { what: 'unknown-field', near: nearestName(match[1] as string, known) };
    }
    field = member;
    steps.push(name);
    if (!field.row) continue;
    const open = loops.indexOf(field.path) + 1;
    if (open > 0) {
      field = field.row;
      loop = open;
      steps = [];
    } else if (fact || index < names.length - 1) {
      return { what: 'outside-list', list: field.path };
    }
  }
  if (!fact) return { path, field, loop, steps, fact };
  const repeated = loops.indexOf(field.path) + 1;
  if (repeated === 0) return { what: 'outside-list', list: field.path };
  return { path, field, loop: repeated, steps: [], fact };
}

/** True for a row that stands for the list it is of, whose key may then be asked for. */
function isOpenRow({ name, path }: Field, loops: readonly string[]): boolean {
  return name === 'row' && loops.includes(path);
}

/** True for a path that leads somewhere. */
export function isReference(found: Reference | PathProblem): found is Reference {
  return 'field' in found;
}
