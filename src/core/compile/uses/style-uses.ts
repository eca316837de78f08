import type { SourcePart } from '../../model/source-parts.ts';
import { tokenTypes as t, tokenize } from '../../text/css-tree.ts';
import type { PropertyUse } from './field-use.ts';

/**
 * Where CSS names custom properties, comments and strings apart.
 *
 * @param offset where the text begins in its source
 */
export function styleUses(text: string, part: SourcePart, offset = 0): PropertyUse[] {
  if (!text.includes('--')) return [];
  const uses: PropertyUse[] = [];
  /** Open brackets, innermost last; of `var(`, where it begins and what was found in it. */
  const open: { readonly start: number; use?: number }[] = [];
  tokenize(text, (type, start, end) => {
    if (type === t.Function || type === t.LeftParenthesis) {
      const isVar = type === t.Function && /^var\($/i.test(text.slice(start, end));
      open.push({ start: isVar ? start : -1 });
    } else if (type === t.RightParenthesis) {
      const closed = open.pop();
      const use = closed?.use === undefined ? undefined : uses[closed.use];
      if (closed && use) {
        const whole = { start: offset + closed.start, end: offset + end };
        uses[closed.use as number] = { ...use, as: 'var', whole };
      }
    } else if (type === t.Ident && text.startsWith('--', start)) {
      const around = open.at(-1);
      if (around && around.start >= 0 && around.use === undefined) around.use = uses.length;
      const name = { start: offset + start, end: offset + end };
      uses.push({ as: 'property', in: part, property: text.slice(start, end), name, whole: name });
    }
  });
  return uses;
}
