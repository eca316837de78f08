import { findHoles } from '../compile/template/hole.ts';
import { type Element, readMarkup } from '../compile/template/markup.ts';
import { readCondition } from '../model/condition.ts';
import type { Field } from '../model/field.ts';
import { parseJson } from '../model/json-source.ts';
import type { Mould } from '../model/mould.ts';
import { readFields } from '../model/read-fields.ts';
import { markName } from './mark-name.ts';

/** Elements whose content is no markup, or that leave none of their own. */
const unmarked = /^(?:script|style|template|title|base|link|meta)$/;

/**
 * The mould with its template saying, on each element that is bound, which fields fill it: with
 * the number of each row from 1, as bindings count them. Nothing else of a cast differs.
 */
export function withMarks(mould: Mould): Mould {
  const { manifest, manifestText, template } = mould;
  const { root } = readFields(manifest.fields, parseJson('mould.json', manifestText));
  const { elements } = readMarkup(template);
  const holes = findHoles(template).flatMap((hole) => (hole.is === 'binding' ? [hole] : []));
  const inserts = elements.flatMap((element) => {
    if (unmarked.test(element.name)) return [];
    const inText = holes.filter((hole) => innermost(elements, hole.start) === element);
    const paths = [
      ...inText.filter(({ start }) => start >= element.startTag.end).map(({ path }) => path),
      ...inText.filter(({ start }) => start < element.startTag.end).map(({ path }) => path),
      ...boundOn(element),
    ];
    const loops = loopsAround(element, root);
    const marks = [...new Set(paths)].flatMap((path) => marked(root, path, loops));
    if (marks.length === 0) return [];
    return [
      { at: element.start + 1 + element.name.length, text: ` ${markName}="${marks.join(' ')}"` },
    ];
  });
  return { ...mould, template: inserted(template, inserts) };
}

function innermost(elements: readonly Element[], offset: number): Element | undefined {
  return elements.findLast(({ start, end }) => start < offset && offset < end);
}

/** What the bindings on an element itself speak of. */
function boundOn(element: Element): string[] {
  const conditions = (name: string) => {
    const condition = readCondition(element.valueOf(name) ?? '');
    return condition ? [condition.path] : [];
  };
  const classes = (element.valueOf('km-class') ?? '').split(';').flatMap((one) => {
    const condition = readCondition(one.slice(0, one.lastIndexOf(':')));
    return condition ? [condition.path] : [];
  });
  return [
    ...['km-each', 'km-as'].flatMap((name) => element.valueOf(name)?.trim() ?? []),
    ...conditions('km-shell'),
    ...conditions('km-when'),
    ...classes,
  ];
}

/** The lists whose rows the element stands in, or is, outermost first. */
function loopsAround(element: Element, root: Field): string[] {
  const loops: string[] = [];
  for (let up: Element | undefined = element; up; up = up.parent) {
    const path = up.valueOf('km-each')?.trim();
    if (path && fieldNamed(root, path)?.row) loops.unshift(path);
  }
  return loops;
}

function fieldNamed(root: Field, path: string): Field | undefined {
  let field: Field | undefined = root;
  for (const name of path.split('.')) {
    const group: Field | undefined = field?.row ?? field;
    field = group?.members.find((one) => one.name === name);
  }
  return field;
}

function marked(root: Field, path: string, loops: readonly string[]): string[] {
  if (path.includes('#') || !fieldNamed(root, path)) return [];
  let written = '';
  let read = '';
  for (const name of path.split('.')) {
    read = read === '' ? name : `${read}.${name}`;
    written = written === '' ? name : `${written}.${name}`;
    if (loops.includes(read)) written += `.{~${read}#number~}`;
  }
  return [written];
}

function inserted(text: string, inserts: readonly { at: number; text: string }[]): string {
  let out = '';
  let from = 0;
  for (const one of [...inserts].sort((a, b) => a.at - b.at)) {
    out += text.slice(from, one.at) + one.text;
    from = one.at;
  }
  return out + text.slice(from);
}
