import type { Finding, Mould, SnippetPiece } from 'keen-mould';

/** A stretch of what was pasted. */
export interface PastePlace {
  /** The piece it is in, by its place among them. */
  readonly piece: number;
  readonly start: number;
  readonly end: number;
}

const sources = {
  'template.html': 'template',
  'style.css': 'style',
  'script.js': 'script',
} as const;

/**
 * Where in the paste a finding is. A mould has the lines of its paste as they came, so one is found
 * by its words; of several alike by which of them it is.
 */
export function placeInPaste(
  { file, line, column }: Finding,
  mould: Mould,
  pieces: readonly SnippetPiece[],
): PastePlace | undefined {
  if (file === undefined || line === undefined || column === undefined) return undefined;
  const piece = pieces.findIndex(({ name }) => name === file);
  const own = pieces[piece];
  if (own) return stretch(own.text, piece, lineStart(own.text, line) + column - 1);
  const part = Object.hasOwn(sources, file) ? sources[file as keyof typeof sources] : undefined;
  const lines = part === undefined ? [] : mould[part].split('\n');
  const wanted = (lines[line - 1] ?? '').trim();
  if (wanted === '') return undefined;
  const indent = (lines[line - 1] ?? '').indexOf(wanted);
  const before = lines.slice(0, line - 1).filter((one) => one.trim() === wanted).length;
  const found = pieces.flatMap(({ text }, at) =>
    linesLike(text, wanted).map((start) => ({ at, start })),
  );
  const one = found[before] ?? found[0];
  if (!one) return undefined;
  const offset = Math.max(0, column - 1 - indent);
  return stretch(pieces[one.at]?.text ?? '', one.at, one.start + offset);
}

/** Where the words of each line begin that consists of these. */
function linesLike(text: string, wanted: string): number[] {
  const starts: number[] = [];
  for (let at = text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + wanted.length)) {
    const isFirst = text.slice(text.lastIndexOf('\n', at - 1) + 1, at).trim() === '';
    // The first line of a part may stand behind the tag that it was in.
    if (isFirst || /[>{;]\s*$/.test(text.slice(0, at))) starts.push(at);
  }
  return starts;
}

function lineStart(text: string, line: number): number {
  let start = 0;
  for (let count = 1; count < line; count += 1) start = text.indexOf('\n', start) + 1 || start;
  return start;
}

/** From an offset to the end of the word or tag there. */
function stretch(text: string, piece: number, start: number): PastePlace {
  const [word = ' '] = /^(?:<\/?[\w-]+|[\w-]+|[^\s])/.exec(text.slice(start)) ?? [];
  return { piece, start, end: Math.min(text.length, start + word.length) };
}
