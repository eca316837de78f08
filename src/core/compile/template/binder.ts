import type { Field } from '../../model/field.ts';
import { type KindName, kinds } from '../../model/kinds.ts';
import { isReference, type Reference, resolvePath } from '../../model/path.ts';
import { type Finding, finding, type Place } from '../../problem/finding.ts';
import type { LineIndex } from '../../text/line-index.ts';
import type { ValueAt } from '../write/plan.ts';

/** What every part of the template's compiler works with. */
export interface Binder {
  readonly root: Field;
  readonly source: string;
  /** Custom properties that style, script or markup make use of. */
  readonly usedProperties: ReadonlySet<string>;
  /** Text fields that fill an address, and so have to be safe ones. */
  readonly addressed: Set<Field>;
  /** Names of the slots found. */
  readonly slots: Set<string>;
  /** Names of elements that may have another, or be one. */
  readonly renamedElements: Set<string>;
  /** New names of custom properties, where they are not the author's. */
  readonly renamed: ReadonlyMap<string, string>;
  readonly lines: LineIndex;
  readonly report: (one: Finding) => void;
}

/**
 * Follows a path from a place in the template, or reports why it leads nowhere.
 *
 * @param offset where the path stands in the source
 */
export function refer(
  binder: Binder,
  path: string,
  loops: readonly string[],
  offset: number,
): Reference | undefined {
  const found = resolvePath(binder.root, path, loops);
  const place = binder.lines.placeAt(offset);
  if (isReference(found)) {
    const narrow = found.fact ? undefined : narrowIn(binder.root, found.field.path);
    if (narrow) binder.report(finding('template/below', { path: narrow }, place, narrow));
    return found;
  }
  binder.report(toFinding(found, path, place));
  return undefined;
}

/** The field on the way to a path whose value differs by the width of the viewport. */
function narrowIn(root: Field, path: string): string | undefined {
  let field: Field | undefined = root;
  for (const name of path.split('.')) {
    field = (field?.row ?? field)?.members.find((one) => one.name === name);
    if (field?.below) return field.path;
  }
  return undefined;
}

function toFinding(
  problem: Exclude<ReturnType<typeof resolvePath>, Reference>,
  path: string,
  place: Place,
): Finding {
  switch (problem.what) {
    case 'bad-path':
      return finding('template/bad-path', { path }, place);
    case 'unknown-field':
      return finding('template/unknown-field', { path, near: problem.near }, place, path);
    case 'outside-list':
      return finding('template/outside-list', { path, list: problem.list }, place, path);
  }
}

/** The kind a reference reads as: its field's, or that of the fact about its row. */
export function kindNameRead({ fact, field }: Reference): KindName {
  if (!fact) return field.kindName;
  if (fact === 'key') return 'text';
  return fact === 'first' || fact === 'last' ? 'switch' : 'number';
}

/** A reference as it is read when a cast is written. */
export function valueRead(reference: Reference): ValueAt {
  const { loop, steps, fact, field } = reference;
  const { unit } = field.declared;
  return {
    loop,
    steps,
    kind: kindNameRead(reference),
    ...(fact || !field.ownKind ? {} : { own: field.ownKind }),
    ...(fact ? { fact } : {}),
    ...(typeof unit === 'string' ? { unit } : {}),
  };
}

/** What to do instead where a kind has no form as plain characters. */
const insteadOfWhole: Partial<Record<KindName, string>> = {
  switch: 'Show something only when it is on, with km-when.',
  list: 'Repeat an element over it with km-each.',
  group: 'Use one of its members, such as name.member.',
  image: 'Bind it in src or srcset of an <img>, and .alt in its alt.',
  media: 'Bind it in src of a <video>, <audio> or <source>.',
  icon: 'Bind it between tags, or one of its members, such as .class.',
  typeface: 'Use it in style.css as font: var(--name).',
  fill: 'Use it in style.css as background: var(--name).',
  richtext: 'Bind it between tags.',
  markup: 'Bind it between the tags of an element such as a div.',
  note: 'It has no value. Remove the binding.',
};

/** Reports that a reference's kind cannot be written at a place. */
export function reportNoText(binder: Binder, reference: Reference, offset: number): void {
  const { path } = reference;
  const kindName = kindNameRead(reference);
  const instead = insteadOfWhole[kindName] ?? 'Bind a number, a colour or a choice here.';
  const data = { path, called: kinds[kindName].called, instead };
  binder.report(finding('template/no-text', data, binder.lines.placeAt(offset), path));
}
