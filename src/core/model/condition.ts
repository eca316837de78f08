/** A condition on a value: that it is not empty, or that it is, or is not, so and so. */
export interface Condition {
  readonly path: string;
  /** What the value has to be; undefined where it has only not to be empty. */
  readonly wanted: string | undefined;
  readonly isNegated: boolean;
}

const pattern = /^(not\s+)?([\w.#-]+)(?:\s+is\s+(not\s+)?(\S(?:.*\S)?))?$/s;

/** Reads `PATH`, `not PATH`, `PATH is VALUE` or `PATH is not VALUE`; undefined for anything else. */
export function readCondition(text: string): Condition | undefined {
  const [, not, path, isNot, wanted] = pattern.exec(text.trim()) ?? [];
  if (path === undefined || (not && wanted !== undefined)) return undefined;
  return { path, wanted, isNegated: Boolean(not ?? isNot) };
}
