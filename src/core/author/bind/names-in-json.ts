import { parseTree } from 'jsonc-parser';
import type { Edit } from '../../text/edits.ts';
import { escapeRegExp } from '../../text/escape-reg-exp.ts';

/** A field's old name and its new one, with what it and its members are called in style. */
export interface Renaming {
  readonly from: string;
  readonly to: string;
  /** Custom properties, the old before the new. */
  readonly properties: readonly (readonly [from: string, to: string])[];
}

/** A path or a condition that begins with the name, under the new one. */
export function renamedPath(text: string, { from, to }: Renaming): string {
  return text.replace(
    new RegExp(`^(\\s*(?:not\\s+)?)${escapeRegExp(from)}(?=[.#\\s]|$)`),
    `$1${to}`,
  );
}

/**
 * Where JSON speaks of a field: as a key, or as a member of it with dots, in an object that a test
 * takes; and in texts that a test takes.
 *
 * @param isHolder asked with the keys that lead to an object
 * @param isPath asked with the keys that lead to a text
 */
export function namesInJson(
  text: string,
  renaming: Renaming,
  isHolder: (keys: readonly string[]) => boolean,
  isPath: (keys: readonly string[]) => boolean = () => false,
): Edit[] {
  const edits: Edit[] = [];
  type Node = NonNullable<ReturnType<typeof parseTree>>;
  const put = ({ offset, length }: Node, value: string) =>
    edits.push({ start: offset, end: offset + length, text: JSON.stringify(value) });
  const visit = (node: Node, keys: readonly string[]): void => {
    if (node.type === 'string' && isPath(keys)) {
      const path = renamedPath(String(node.value), renaming);
      if (path !== node.value) put(node, path);
    }
    for (const child of node.children ?? []) {
      const [key, value] = node.type === 'object' ? (child.children ?? []) : [undefined, child];
      if (key && isHolder(keys)) {
        const name = renamedPath(String(key.value), renaming);
        if (name !== key.value) put(key, name);
      }
      if (value) visit(value, key ? [...keys, String(key.value)] : keys);
    }
  };
  const tree = parseTree(text);
  if (tree) visit(tree, []);
  return edits;
}
