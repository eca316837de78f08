import { parseScript } from '../script/parse-script.ts';
import { findHoles, type Hole } from '../template/hole.ts';
import { type Attribute, isBinding, type Markup } from '../template/markup.ts';
import { surroundingsIn } from '../template/surroundings.ts';
import type { FieldUse, SourceUses, TemplateUse } from './field-use.ts';
import { scriptUses } from './script-uses.ts';
import { styleUses } from './style-uses.ts';

/** Where the path stands in the value of each binding; several in one of `km-class`. */
const pathIn: Readonly<Record<string, RegExp>> = {
  'km-each': /^\s*([\w.#-]+)/g,
  'km-as': /^\s*([\w.#-]+)/g,
  'km-when': /^\s*(?:not\s+)?([\w.#-]+)/g,
  'km-shell': /^\s*(?:not\s+)?([\w.#-]+)/g,
  'km-class': /(?:^|;)\s*(?:not\s+)?([\w.#-]+)/g,
};

/**
 * Where a template names fields: in holes and bindings, in `var()` of style attributes, and in
 * handlers. What is commented out is no use.
 */
export function templateUses(markup: Markup): SourceUses {
  const uses: FieldUse[] = [];
  const loose: SourceUses['loose'][number][] = [];
  const holes = findHoles(markup.source);
  const surroundingsAt = holes.length > 0 ? surroundingsIn(markup) : undefined;
  for (const hole of holes) {
    const around = surroundingsAt?.(hole.start);
    if (hole.is !== 'binding' || around?.in === 'comment') continue;
    uses.push(
      holeUse(markup.source, hole, around?.in === 'attribute' ? around.attribute : undefined),
    );
  }
  for (const element of markup.elements) {
    if (
      !element.carries((name, value) => isBinding(name, value) || /^(?:style|on\w+)$/.test(name))
    ) {
      continue;
    }
    for (const attribute of element.attributes) {
      uses.push(...bindingUses(markup.source, attribute));
      const code = codeUses(markup.source, attribute);
      uses.push(...code.uses);
      loose.push(...code.loose);
    }
  }
  return { uses: uses.sort((a, b) => a.name.start - b.name.start), loose };
}

function holeUse(
  source: string,
  { start, end }: Extract<Hole, { is: 'binding' }>,
  attribute: Attribute | undefined,
): TemplateUse {
  const [, blank = '', written = ''] = /^(\{~\s*)([^#~\s]*)/.exec(source.slice(start, end)) ?? [];
  const name = { start: start + blank.length, end: start + blank.length + written.length };
  const isOnly = attribute && attribute.value.start === start && attribute.value.end === end;
  return {
    as: 'hole',
    in: 'template',
    path: written,
    name,
    whole: { start, end },
    ...(isOnly
      ? { only: { name: attribute.name, range: attribute, quote: attribute.quote ?? '' } }
      : {}),
  };
}

function bindingUses(
  source: string,
  { name: binding, value, start, end }: Attribute,
): TemplateUse[] {
  const pattern = pathIn[binding];
  if (!pattern) return [];
  const text = source.slice(value.start, value.end);
  return [...text.matchAll(pattern)].map(({ index, 0: whole, 1: found = '' }) => {
    const path = found.replace(/#.*$/, '');
    const from = value.start + index + whole.length - found.length;
    const name = { start: from, end: from + path.length };
    return { as: 'structure', in: 'template', path, name, binding, whole: { start, end } };
  });
}

/** Uses in a style attribute, or in a handler as far as it holds no character references. */
function codeUses(source: string, { name, value }: Attribute): SourceUses {
  const text = source.slice(value.start, value.end);
  if (name === 'style') return { uses: styleUses(text, 'template', value.start), loose: [] };
  if (!/^on[a-z]/.test(name) || !text.includes('mould') || text.includes('&')) {
    return { uses: [], loose: [] };
  }
  const before = '(event) => {';
  const parsed = parseScript(`${before}${text}\n}`);
  if (!('program' in parsed)) return { uses: [], loose: [] };
  const by = value.start - before.length;
  const { uses, loose } = scriptUses(parsed.program, `${before}${text}\n}`);
  const move = ({ start, end }: { start: number; end: number }) => ({
    start: start + by,
    end: end + by,
  });
  return {
    loose: loose.map(move),
    uses: uses.map((use): FieldUse => {
      const common = { in: 'template' as const, name: move(use.name) };
      return use.as === 'read'
        ? {
            ...use,
            ...common,
            member: move(use.member),
            start: use.start + by,
            steps: use.steps.map((step) => ({ ...step, end: step.end + by })),
          }
        : { ...use, ...common, whole: move(use.whole), declarator: move(use.declarator) };
    }),
  };
}
