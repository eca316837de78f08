import { fileOf, type SourcePart } from '../../model/source-parts.ts';
import { indexLines, type LineIndex } from '../../text/line-index.ts';

/** One source file of a mould. */
export interface Source {
  readonly part: SourcePart;
  readonly text: string;
  readonly lines: LineIndex;
}

/** A source file with its lines counted. */
export function toSource(part: Source['part'], text: string): Source {
  return { part, text, lines: indexLines(fileOf[part], text) };
}
