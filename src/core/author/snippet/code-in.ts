import type { Range } from '../../text/edits.ts';
import { innerRange, isHtml, type SourceElement } from './page-parts.ts';

/** What is around code in XML: a section or a comment, itself behind comments of the code. */
const marks =
  /^\s*(?:\/\*|\/\/)?\s*<!(?:\[CDATA\[|--)\s*(?:\*\/)?([\s\S]*?)(?:\/\*|\/\/)?\s*(?:\]\]>|-->)\s*(?:\*\/)?\s*$/;

/** What a style or script element holds; in a drawing without the marks of a section or comment. */
export function codeIn(source: string, element: SourceElement): Range | undefined {
  const inner = innerRange(element);
  if (!inner || isHtml(element)) return inner;
  const text = source.slice(inner.start, inner.end);
  const [, code] = marks.exec(text) ?? [];
  if (code === undefined) return inner;
  const start = inner.start + text.indexOf(code, /<!(?:\[CDATA\[|--)/.exec(text)?.index);
  return { start, end: start + code.length };
}
