import type { Atom, Mark } from '../atom.ts';
import { camelName } from '../names/words.ts';
import type { TreeElement } from '../tree.ts';
import { numbered, type RowFacts } from './row-facts.ts';

/** Classes of what stands in the same place of several rows, where they differ. */
export interface RowClasses {
  /** Fields that say which classes a row has, one value a row. */
  readonly fields: readonly ClassField[];
  /** What becomes of the attribute of each row's element. */
  readonly marks: readonly (Mark | undefined)[];
}

export interface ClassField extends Pick<Atom, 'kind' | 'declares' | 'names' | 'why' | 'slot'> {
  readonly values: readonly (string | boolean | undefined)[];
  /** The attribute it speaks of, and the word of it where it is about one. */
  readonly on: { readonly attribute: string; readonly word?: string };
}

/** Classes that say in which state a row begins. */
const stateName = /^(?:is-|has-)?(?:active|open|opened|show|shown|selected|on|visible|expanded)$/;

/**
 * Says how classes that only some rows have are to be bound: by their place among the rows, by a
 * choice, or by a switch each.
 *
 * @param slot names what they are classes of, unique in the list
 * @param styled classes that are gone because the row's own style takes their place
 */
export function rowClasses(
  at: readonly (TreeElement | undefined)[],
  facts: RowFacts,
  slot: string,
  styled: ReadonlySet<string> = new Set(),
): RowClasses | undefined {
  const there = at.filter((one) => one !== undefined);
  const words = [...new Set(there.flatMap(({ classes }) => classes))];
  const varying = words.filter((word) => !there.every(({ classes }) => classes.includes(word)));
  if (varying.length === 0) return undefined;
  const parts: ((of: (slot: string) => string) => string)[] = [];
  const inClass: ((of: (slot: string) => string) => string)[] = [];
  const fields: ClassField[] = [];
  const left = varying.filter((word) => !styled.has(word));
  const has = (word: string) => at.map((one) => one?.classes.includes(word));
  const single = at.map((one) => one && left.filter((word) => one.classes.includes(word)));
  const counted = numbered(
    single.map((one) => one?.join(' ')),
    facts,
  );
  const isChoice = left.length > 1 && single.every((one) => one === undefined || one.length === 1);
  if (counted) {
    inClass.push((of) => `${counted.before}{~${of(facts.slot)}#number~}${counted.after}`);
  } else if (isChoice && left.length <= 8) {
    const field = `${slot}:class`;
    const names = [...new Set(left.map((word) => prefixOf(left, word)))].filter((one) => one);
    fields.push({
      kind: 'choice',
      declares: { enum: left },
      slot: field,
      why: 'a class for each row',
      names: [...names, 'look', 'style'],
      on: { attribute: 'class' },
      values: single.map((one) => one?.[0]),
    });
    inClass.push((of) => `{~${of(field)}~}`);
  } else {
    for (const word of left) {
      const values = has(word);
      const isFirst = values.every(
        (one, row) => one === undefined || one === (facts.index[row] === 0),
      );
      const isLast = values.every((one, row) => one === undefined || one === facts.isLast[row]);
      if (isFirst && stateName.test(word)) parts.push((of) => `${of(facts.slot)}#first: ${word}`);
      else if (isLast && /last/.test(word)) parts.push((of) => `${of(facts.slot)}#last: ${word}`);
      else {
        const field = `${slot}:class:${word}`;
        fields.push({
          kind: 'switch',
          slot: field,
          values,
          why: `the class ${word} of some rows`,
          names: [modifierOf(word), word],
          on: { attribute: 'class', word },
        });
        parts.push((of) => `${of(field)}: ${word}`);
      }
    }
  }
  const marks = at.map((one): Mark | undefined => {
    const attribute = one?.attributes.get('class');
    if (!one) return undefined;
    const insert = one.startTag.start + 1 + one.name.length;
    const range = attribute ?? { start: insert, end: insert };
    const kept = one.classes.filter((word) => !varying.includes(word));
    const text = (_: unknown, of: (slot: string) => string) => {
      const list = [...kept, ...inClass.map((part) => part(of))].join(' ');
      const bound = parts.map((part) => part(of)).join('; ');
      const written = [list && `class="${list}"`, bound && `km-class="${bound}"`].filter(Boolean);
      return `${attribute ? '' : ' '}${written.join(' ')}`;
    };
    return { ...range, in: 'template', as: 'class', drafts: [{ ...range, text }] };
  });
  return { fields, marks };
}

/** What a class says of its element beside others: `fare--best` → `best`. */
function modifierOf(word: string): string {
  const [, modifier] = /--(.+)$/.exec(word) ?? [];
  return camelName((modifier ?? word).replace(/^(?:is|has)-/, '')) || 'marked';
}

/** What classes begin with alike: `season` for `season--spring` and `season--summer`. */
function prefixOf(words: readonly string[], word: string): string {
  const [, prefix = ''] = /^(.+?)-{1,2}[^-]+$/.exec(word) ?? [];
  return prefix !== '' && words.every((one) => one.startsWith(prefix)) ? `${prefix} look` : '';
}
