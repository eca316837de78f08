import { indexLines, type LineIndex } from '../../../text/line-index.ts';

/** The source files of a mould that checks read, by the part of the mould they are. */
export const fileOf = {
  template: 'template.html',
  style: 'style.css',
  script: 'script.js',
} as const;

/** One source file of a mould. */
export interface Source {
  readonly part: keyof typeof fileOf;
  readonly text: string;
  readonly lines: LineIndex;
}

/** A source file with its lines counted. */
export function toSource(part: Source['part'], text: string): Source {
  return { part, text, lines: indexLines(fileOf[part], text) };
}
