import { parseTree } from 'jsonc-parser';
import type { Edit } from '../../text/edits.ts';

/** A field's old name and its new one, with what it and its members are called in style. */
export interface Renaming {
  readonly from: string;
  readonly to: string;
  /** Custom properties, the old before the new. */
  readonly properties: readonly (readonly [from: string, to: string])[];
}

/** Where a template speaks of a field: in holes, conditions, loops, style and handlers. */
export function namesInTemplate(text: string, renaming: Renaming): Edit[] {
  const { from, to } = renaming;
  const attributes = /\skm-(each|when|shell|as|class)\s*=\s*("[^"]*"|'[^']*')/g;
  return [
    ...editsOf(text, new RegExp(`\\{~\\s*(${from})(?=[.#\\s~])`, 'g'), to),
    ...[...text.matchAll(attributes)].flatMap(({ 0: whole, 1: name, index }) => {
      const start = name === 'class' ? `(?:["']|;)\\s*` : `["']\\s*`;
      const end = name === 'class' ? '[.#\\s:]' : `[.#\\s"']`;
      const pattern = new RegExp(`${start}(?:not\\s+)?(${from})(?=${end})`, 'g');
      return editsOf(whole, pattern, to).map((one) => moved(one, index));
    }),
    ...namesInStyle(text, renaming),
    ...namesInScript(text, renaming),
  ];
}

/** Where style speaks of it: by its custom property, and by those of its members. */
export function namesInStyle(text: string, { properties }: Renaming): Edit[] {
  return properties.flatMap(([from, to]) =>
    from === to ? [] : editsOf(text, new RegExp(`(?<![\\w-])(${from})(?![\\w-])`, 'g'), to),
  );
}

/** Where a script reads it: as a member of `mould.values`, or taken out of them by its name. */
export function namesInScript(text: string, { from, to }: Renaming): Edit[] {
  const taken = /\{([^{}]*)\}\s*=\s*mould\.values\b/g;
  const member = /^[A-Za-z_$][\w$]*$/.test(to);
  return [
    ...editsOf(text, new RegExp(`\\bmould\\.values\\??(\\.${from})(?![\\w$-])`, 'g'), memberOf(to)),
    ...editsOf(text, new RegExp(`\\bmould\\.values\\[["'](${from})["']\\]`, 'g'), to),
    ...[...text.matchAll(taken)].flatMap(({ 1: inner = '', index }) => {
      const keyed = new RegExp(`(?<=^|,)\\s*(${from})(?=\\s*:)`, 'g');
      const plain = new RegExp(`(?<=^|,)\\s*(${from})(?=\\s*(?:,|=|$))`, 'g');
      const key = member ? to : `'${to}'`;
      const found = [...editsOf(inner, keyed, key), ...editsOf(inner, plain, `${key}: ${from}`)];
      return found.map((one) => moved(one, index + 1));
    }),
  ];
}

function memberOf(name: string): string {
  return /^[A-Za-z_$][\w$]*$/.test(name) ? `.${name}` : `['${name}']`;
}

/** True where a script has values in a way that a name cannot be followed in. */
export function readsOtherwise(text: string): boolean {
  const rest = text
    .replace(/\{[^{}]*\}\s*=\s*mould\.values\b/g, '')
    .replace(/\bmould\.values\??\.[A-Za-z_$][\w$]*|\bmould\.values\[["'][^"']*["']\]/g, '');
  return /\bmould\b(?!\s*\.\s*(?:root|id|page|channel)\b)/.test(rest);
}

/** A path or a condition that begins with the name, under the new one. */
export function renamedPath(text: string, { from, to }: Renaming): string {
  return text.replace(new RegExp(`^(\\s*(?:not\\s+)?)${from}(?=[.#\\s]|$)`), `$1${to}`);
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

function editsOf(text: string, pattern: RegExp, to: string): Edit[] {
  return [...text.matchAll(new RegExp(pattern, `${pattern.flags}d`))].flatMap(({ indices }) => {
    const [start, end] = indices?.[1] ?? [];
    return start === undefined || end === undefined ? [] : [{ start, end, text: to }];
  });
}

function moved({ start, end, text }: Edit, by: number): Edit {
  return { start: start + by, end: end + by, text };
}
